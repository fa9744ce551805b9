import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, unwrap } from '../../api/client';
import type { StudioRole } from '../../api/me';
import { Choice } from '../../parts/Choice';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { Fold, LeafHead } from '../../parts/Fold';
import { useMe } from '../../parts/useMe';
import { locale } from '../../words/words';
import { DeedList } from './DeedList';

const roles = ['helper', 'designer', 'owner'] as const satisfies readonly StudioRole[];
const key = ['people'];

/** Who is of the studio, whom it waits for, and what they did. */
export function People() {
  const { t } = useTranslation();
  const me = useMe();
  const queries = useQueryClient();
  const people = useQuery({ queryKey: key, queryFn: async () => unwrap(await api.GET('/api/people')) });
  const [link, setLink] = useState<{ link: string; endsAt: string } | null>(null);
  const refresh = () => void Promise.all([key, ['deeds']].map((queryKey) => queries.invalidateQueries({ queryKey })));
  const address = window.location.origin;
  const invite = useMutation({
    mutationFn: async (asked: { role: StudioRole; for: string | null }) =>
      unwrap(await api.POST('/api/people/welcome', { body: { ...asked, address } })),
    onSuccess: setLink,
    onSettled: refresh,
  });
  const newPassword = useMutation({
    mutationFn: async (person: string) =>
      unwrap(await api.POST('/api/people/{person}/password', { params: { path: { person } }, body: { mail: false, address } })),
    onSuccess: setLink,
  });
  const give = useMutation({
    mutationFn: async ({ person, role }: { person: string; role: StudioRole }) =>
      unwrap(await api.PUT('/api/people/{person}/role', { params: { path: { person } }, body: { role } })),
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: async (person: string) => unwrap(await api.DELETE('/api/people/{person}', { params: { path: { person } } })),
    onSettled: refresh,
  });
  const withdraw = useMutation({
    mutationFn: async (id: number) => unwrap(await api.DELETE('/api/people/welcome/{id}', { params: { path: { id } } })),
    onSettled: refresh,
  });
  if (people.error) throw people.error;
  if (!people.data) return null;
  const trouble = [invite, newPassword, give, remove, withdraw].find((m) => m.error)?.error;
  const day = (at: string) => new Date(at).toLocaleDateString(locale(), { dateStyle: 'medium' });
  const says = (
    <>
      <LeafHead
        aside={
          <Link to="/" className="press">
            {t('people.allKits')}
          </Link>
        }
      >
        <h1 className="text-[28px] leading-8">{t('people.people')}</h1>
      </LeafHead>
      <div className="min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {me && !me.signsIn && <p className="mt-2 text-soft">{t('people.noSignIn')}</p>}
        {trouble && (
          <p role="alert" className="mt-2 text-[15px] text-rust">
            {trouble.message}
          </p>
        )}
        <ul className="mt-2">
          {people.data.people.map((p) => (
            <li key={p.id} className="border-b border-line py-3">
              <p className="flex flex-wrap items-baseline gap-x-3">
                <span className="font-serif text-lg">{p.name}</span>
                {p.name === me?.name && <span className="text-[15px] text-soft">({t('people.you')})</span>}
                <Choice
                  label={t('people.role', { name: p.name })}
                  value={p.role}
                  options={roles.map((role) => ({ value: role, name: t(`people.${role}`) }))}
                  onChange={(role) => give.mutate({ person: p.id, role })}
                />
                <span className="text-[15px] text-soft">
                  {t('people.since', { date: day(p.joinedAt) })}
                  {p.waitsUntil && `; ${t('people.waits')}`}
                </span>
                <span className="ml-auto flex items-center gap-3">
                  <button type="button" className="quiet" onClick={() => newPassword.mutate(p.id)}>
                    {t('people.passwordLink')}
                  </button>
                  <ConfirmButton asks={t('people.removeAsks', { name: p.name })} onConfirm={() => remove.mutate(p.id)}>
                    {t('people.remove')}
                  </ConfirmButton>
                </span>
              </p>
              <p className="text-[15px] text-soft">{t(`people.${p.role}May`)}</p>
            </li>
          ))}
        </ul>
        {me?.signsIn && <Invite busy={invite.isPending} onInvite={(role, whom) => invite.mutate({ role, for: whom || null })} />}
        {link && <MadeLink link={link.link} until={day(link.endsAt)} />}
        {people.data.waiting.length > 0 && (
          <>
            <h2 className="mt-8 text-xl">{t('people.waiting')}</h2>
            <ul className="mt-2">
              {people.data.waiting.map((w) => (
                <li key={w.id} className="flex items-baseline gap-3 border-b border-line py-2 text-[15px]">
                  <span className="min-w-0 flex-1 truncate">
                    {w.for ?? t('people.noNote')}, {t(`people.${w.role}`)}
                  </span>
                  <span className="text-soft">{t('people.until', { date: day(w.endsAt) })}</span>
                  <button type="button" className="quiet" onClick={() => withdraw.mutate(w.id)}>
                    {t('people.withdraw')}
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </>
  );
  return (
    <div className="h-dvh">
      <Fold says={says} shows={<DeedList />} showing={t('people.deeds')} />
    </div>
  );
}

function Invite({ busy, onInvite }: { busy: boolean; onInvite: (role: StudioRole, whom: string) => void }) {
  const { t } = useTranslation();
  const [role, setRole] = useState<StudioRole>('helper');
  const [whom, setWhom] = useState('');
  return (
    <form
      className="mt-8"
      onSubmit={(event) => {
        event.preventDefault();
        onInvite(role, whom.trim());
        setWhom('');
      }}
    >
      <h2 className="text-xl">{t('people.invite')}</h2>
      <fieldset className="mt-2">
        <legend className="small-cap">{t('people.inviteRole')}</legend>
        {roles.map((r) => (
          <label key={r} className="mt-1 flex items-baseline gap-2 text-[15px]">
            <input type="radio" name="role" className="accent-velvet" checked={r === role} onChange={() => setRole(r)} />
            <span>
              <span className="font-semibold">{t(`people.${r}`)}</span>: {t(`people.${r}May`)}
            </span>
          </label>
        ))}
      </fieldset>
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <input
          className="field min-w-0 flex-1"
          aria-label={t('people.inviteFor')}
          placeholder={t('people.inviteFor')}
          maxLength={120}
          value={whom}
          onChange={(event) => setWhom(event.currentTarget.value)}
        />
        <button type="submit" className="press-first" disabled={busy}>
          {t('people.makeLink')}
        </button>
      </p>
    </form>
  );
}

function MadeLink({ link, until }: { link: string; until: string }) {
  const { t } = useTranslation();
  const [copied, setCopied] = useState(false);
  return (
    <div role="status" className="mt-4 border-l-3 border-velvet bg-chalk px-4 py-3">
      <p>{t('people.linkMade', { date: until })}</p>
      <p className="mt-2 flex items-center gap-3">
        <code className="min-w-0 flex-1 text-[15px] break-all select-all">{link}</code>
        {window.isSecureContext && (
          <button
            type="button"
            className="press"
            onClick={() => void navigator.clipboard.writeText(link).then(() => setCopied(true))}
          >
            {t(copied ? 'people.copied' : 'people.copy')}
          </button>
        )}
      </p>
    </div>
  );
}
