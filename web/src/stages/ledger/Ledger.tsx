import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { locale } from '../../words/words';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { useKeys } from '../../parts/useKeys';
import { Correction } from './Correction';
import { MakesOf, type Rectangle } from './MakesOf';
import { Sleeve } from './Sleeve';
import { sizeOf } from '../../parts/sizeOf';

const offcutOf = (b: { size?: { width: string; height: string } | null; itemId: string }) =>
  b.size ? { ...b.size, paper: b.itemId } : null;
const when = (at: string) => new Date(`${at}Z`).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });

/** Every movement of the stock, what all of them add up to, and what can be made from what is left. */
export function Ledger() {
  const { t } = useTranslation();
  const { slug, kit, revision, taken } = useKit();
  const queries = useQueryClient();
  const [find, setFind] = useState('');
  const [all, setAll] = useState(false);
  const [older, setOlder] = useState<number | null>(null);
  const [making, setMaking] = useState<Rectangle | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const ledger = useQuery({
    queryKey: ['ledger', all ? '' : slug, find, older, revision],
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET('/api/ledger', {
          params: { query: { kit: all ? undefined : slug, find: find || undefined, before: older ?? undefined } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const sums = useQuery({
    queryKey: ['ledger', 'sums', all ? '' : slug, revision],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/ledger', { params: { query: { kit: all ? undefined : slug } }, signal })).balances,
    placeholderData: keepPreviousData,
  });
  const back = useMutation({
    mutationFn: async (id: number) => {
      unwrap(
        await api.POST('/api/ledger/bookings/{id}/back', {
          params: { path: { id } },
          body: { key: `back ${id}` },
        }),
      );
      return unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } } }));
    },
    onSuccess: taken,
    onSettled: () => queries.invalidateQueries({ queryKey: ['ledger'] }),
  });
  useKeys([{ key: '/', does: () => search.current?.focus() }]);
  if (ledger.error) throw ledger.error;
  const movements = ledger.data?.movements ?? [];
  const says = (
    <>
      <LeafHead
        aside={
          <button type="button" className="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? t('ledger.only', { kit: kit.name }) : t('ledger.allKitsOfThe')}
          </button>
        }
      >
        <h1 className="text-[28px] leading-8">{t('ledger.ledger')}</h1>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">{t('ledger.everyMovementOfThe')}</p>
      <div className="px-6 pt-3">
        <input
          ref={search}
          type="search"
          aria-label={t('ledger.findInTheLedger')}
          className="field w-full"
          placeholder={t('ledger.findAPaperA')}
          value={find}
          onChange={(event) => {
            setOlder(null);
            setFind(event.currentTarget.value);
          }}
        />
      </div>
      <div className="mt-2 min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {ledger.data && movements.length === 0 && (
          <p className="pt-2 text-[15px]">{find ? t('ledger.nothingLikeThatHas') : t('ledger.nothingHasMovedYet')}</p>
        )}
        {back.error && (
          <p role="alert" className="pt-2 text-[15px] text-rust">
            {back.error.message}
          </p>
        )}
        <ul className="text-[15px]">
          {movements.map((m) => (
            <li key={m.id} className="grid grid-cols-[3.5rem_1fr_auto] items-baseline gap-x-3 border-b border-line py-1">
              <span
                className={`text-right font-semibold ${m.isPromise ? 'text-brass' : m.count < 0 ? 'text-rust' : 'text-moss'}`}
              >
                {m.isPromise ? Math.abs(m.count) : m.count > 0 ? `+${m.count}` : `−${-m.count}`}
              </span>
              <span>
                {m.name}
                {m.face && ` ${m.face}`}
                <span className="text-brass">
                  {m.size
                    ? ` ${sizeOf(m.size)}`
                    : m.item === 'sheets'
                      ? ` ${t('ledger.sheets', { count: Math.abs(m.count) })}`
                      : ''}
                </span>
                <span className="block text-[13px] leading-4 text-soft">
                  {m.isPromise && m.count < 0 && `${t('ledger.noMore')} `}
                  {m.reason}
                  {all && m.kit && `, ${m.kit}`}
                  {m.mayGoBack && m.booking != null && movements.find((o) => o.booking === m.booking) === m && (
                    <button
                      type="button"
                      className="quiet ml-2 text-[13px]"
                      aria-label={t('ledger.takeBack', { reason: m.reason })}
                      disabled={back.isPending}
                      onClick={() => back.mutate(m.booking ?? 0)}
                    >
                      {t('ledger.takeItBack')}
                    </button>
                  )}
                </span>
              </span>
              <span className="text-[13px] text-soft">{when(m.at)}</span>
            </li>
          ))}
        </ul>
        <p className="flex gap-2 pt-3">
          {movements.length === 200 && (
            <button type="button" className="press" onClick={() => setOlder(movements.at(-1)?.id ?? null)}>
              {t('ledger.older')}
            </button>
          )}
          {older !== null && (
            <button type="button" className="press" onClick={() => setOlder(null)}>
              {t('ledger.theNewest')}
            </button>
          )}
        </p>
      </div>
    </>
  );
  const shows = (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">{t('ledger.whatIsOnHand')}</p>
      </LeafHead>
      <div className="min-h-0 flex-1 overflow-y-auto p-6 pt-2 text-[15px]">
        {!all && <Sleeve slug={slug} revision={revision} />}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-x-6">
          {(sums.data ?? []).map((b) => (
            <li
              key={`${b.thing}${b.item}${sizeOf(b.size)}${b.face ?? ''}`}
              className="flex items-baseline justify-between border-b border-line py-1"
            >
              <span className="min-w-0 truncate" title={b.usedBy.length ? `${b.name}: ${b.usedBy.join(', ')}` : b.name}>
                {b.name}
                {b.face && ` ${b.face}`}{' '}
                {b.size && (
                  <button
                    type="button"
                    className="quiet text-brass"
                    title={t('ledger.whatCanIMake')}
                    onClick={() => setMaking(offcutOf(b))}
                  >
                    {sizeOf(b.size)}
                  </button>
                )}
              </span>
              <span className={b.onHand < 0 ? 'text-rust' : ''}>
                {b.onHand}
                <span className="text-[13px] text-soft"> {t(`ledger.item.${b.item}`, { count: b.onHand })}</span>
                {b.promised > 0 && (
                  <span className="text-[13px] text-brass">{t('ledger.promised', { promised: b.promised })}</span>
                )}
              </span>
            </li>
          ))}
        </ul>
        <Correction />
        <MakesOf key={making ? sizeOf(making) + making.paper : ''} from={making} />
      </div>
    </>
  );
  return <Fold says={says} shows={shows} showing={t('ledger.whatIsOnHand2')} />;
}
