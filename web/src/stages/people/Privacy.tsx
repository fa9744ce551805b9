import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, unwrap } from '../../api/client';
import type { components } from '../../api/schema';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { Fold, LeafHead } from '../../parts/Fold';
import { mayOwn, useMe } from '../../parts/useMe';
import { locale } from '../../words/words';

type Kept = components['schemas']['KeptView'];

const key = ['privacy'];
const day = (at: string) => new Date(at).toLocaleDateString(locale(), { dateStyle: 'medium' });

/** What is kept of guests: handed over and erased for each, or erased by itself some days after the workshop. */
export function Privacy() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const view = useQuery({ queryKey: key, queryFn: async () => unwrap(await api.GET('/api/privacy')) });
  const refresh = () => void queries.invalidateQueries({ queryKey: key });
  const erase = useMutation({
    mutationFn: async (id: number) => unwrap(await api.DELETE('/api/privacy/guests/{id}', { params: { path: { id } } })),
    onSettled: refresh,
  });
  if (view.error) throw view.error;
  if (!view.data) return null;
  const { guests, copies, erasedAfterDays } = view.data;
  const says = (
    <>
      <LeafHead
        aside={
          <Link to="/" className="press">
            {t('people.allKits')}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">{t('privacy.title')}</h1>
      </LeafHead>
      <p className="px-6 pt-1 text-[15px] text-soft">{t('privacy.what')}</p>
      {erase.error && (
        <p role="alert" className="px-6 pt-2 text-[15px] text-rust">
          {erase.error.message}
        </p>
      )}
      <ul className="mt-3 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {guests.length === 0 && <li className="text-soft">{t('privacy.none')}</li>}
        {guests.map((g) => (
          <Guest key={g.kept.id} guest={g} onErase={() => erase.mutate(g.kept.id)} />
        ))}
      </ul>
    </>
  );
  const shows = (
    <div className="min-h-0 flex-1 overflow-y-auto px-6 pt-5 pb-6">
      <h2 className="text-xl">{t('privacy.after')}</h2>
      <p className="mt-1">
        {erasedAfterDays == null ? t('privacy.stays') : t('privacy.erasesAfter', { count: erasedAfterDays })}
      </p>
      <After key={erasedAfterDays} days={erasedAfterDays ?? null} onSet={refresh} />
      <h2 className="mt-10 text-xl">{t('privacy.copies')}</h2>
      <p className="mt-1 text-soft">{t(copies.length > 0 ? 'privacy.copiesWhat' : 'privacy.noCopies')}</p>
      <ul className="mt-2 text-[15px]">
        {copies.map((c) => (
          <li key={c.name} className="flex gap-4 border-b border-line py-1.5">
            <span className="min-w-0 flex-1 break-all">{c.name}</span>
            <span className="text-soft">{day(c.madeAt)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
  return (
    <div className="h-dvh">
      <Fold says={says} shows={shows} showing={t('privacy.after')} />
    </div>
  );
}

function Guest({ guest: { kept, messages }, onErase }: { guest: Kept; onErase: () => void }) {
  const { t } = useTranslation();
  const has = [
    kept.email && t('privacy.email'),
    kept.needs && t('privacy.needs'),
    kept.hasPhotos && t('privacy.photos'),
    kept.hasWords && t('privacy.words'),
    kept.pictures > 0 && t('privacy.pictures', { count: kept.pictures }),
    kept.links > 0 && t('privacy.links', { count: kept.links }),
    messages > 0 && t('privacy.messages', { count: messages }),
  ].filter(Boolean);
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line py-2.5">
      <span className="min-w-0 flex-1 basis-64">
        <span className="font-serif text-lg">{kept.name}</span>{' '}
        <span className="text-[15px] text-soft">
          {kept.kit}, {kept.workshop ? `${kept.workshop}${kept.date ? `, ${day(kept.date)}` : ''}` : t('privacy.noWorkshop')}
        </span>
        <span className="block text-[15px]">
          {kept.erasedAt ? t('privacy.erased', { date: day(kept.erasedAt) }) : has.join(', ') || t('privacy.onlyName')}
        </span>
      </span>
      {!kept.erasedAt && (
        <span className="flex items-center gap-3">
          <a
            className="quiet"
            href={`/api/privacy/guests/${kept.id}.zip`}
            download
            aria-label={t('privacy.exportOf', { name: kept.name })}
          >
            {t('privacy.export')}
          </a>
          <ConfirmButton asks={t('privacy.eraseAsks', { name: kept.name })} onConfirm={onErase}>
            {t('privacy.erase')}
          </ConfirmButton>
        </span>
      )}
    </li>
  );
}

function After({ days, onSet }: { days: number | null; onSet: () => void }) {
  const { t } = useTranslation();
  const me = useMe();
  const [typed, setTyped] = useState(days === null ? '' : String(days));
  const set = useMutation({
    mutationFn: async (erasedAfterDays: number | null) => unwrap(await api.PUT('/api/privacy', { body: { erasedAfterDays } })),
    onSuccess: onSet,
  });
  if (!mayOwn(me)) return null;
  return (
    <form
      className="mt-3 flex flex-wrap items-center gap-3 text-[15px]"
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate(typed === '' ? null : Number(typed));
      }}
    >
      <label className="flex items-center gap-2">
        <input
          className="field w-20"
          inputMode="numeric"
          pattern="[0-9]*"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        {t('privacy.afterDays')}
      </label>
      <button type="submit" className="press" disabled={set.isPending || typed === ''}>
        {t('privacy.set')}
      </button>
      {days !== null && (
        <button type="button" className="press" disabled={set.isPending} onClick={() => set.mutate(null)}>
          {t('privacy.never')}
        </button>
      )}
      {set.error && (
        <p role="alert" className="w-full text-rust">
          {set.error.message}
        </p>
      )}
    </form>
  );
}
