import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, ApiError, unwrap } from '../../api/client';
import { forgetMe } from '../../api/me';
import { ConfirmButton } from '../../parts/ConfirmButton';
import { useMe } from '../../parts/useMe';
import { locale } from '../../words/words';
import { Field } from './Field';
import { hasPasskeys, makePasskey } from './passkeys';
import { useSignOut } from './useSignOut';

/** One’s own way in: password, passkeys, and out again. */
export function Mine() {
  const { t } = useTranslation();
  const me = useMe();
  const { signOut, everywhere } = useSignOut();
  if (!me) return null;
  if (!me.role || !me.name) return <p className="p-8">{t('people.noSignIn')}</p>;
  return (
    <main className="mx-auto max-w-xl p-8">
      <p className="flex flex-wrap items-center gap-3">
        <Link to="/" className="press">
          {t('people.allKits')}
        </Link>
        <span className="ml-auto flex flex-wrap gap-3">
          <ConfirmButton asks={t('people.everywhereAsks')} onConfirm={() => everywhere.mutate()}>
            {t('people.everywhere')}
          </ConfirmButton>
          <button type="button" className="press" onClick={() => signOut.mutate()}>
            {t('people.signOut')}
          </button>
        </span>
      </p>
      <h1 className="mt-6 text-[28px] leading-9">{t('people.mine')}</h1>
      <p className="mt-1">{t('people.signedInAs', { name: me.name, role: t(`people.${me.role}`) })}</p>
      <Password />
      <Passkeys />
    </main>
  );
}

function Password() {
  const { t } = useTranslation();
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const change = useMutation({
    mutationFn: async () => unwrap(await api.PUT('/api/me/password', { body: { old, new: next } })),
    onSuccess: () => {
      forgetMe();
      setOld('');
      setNext('');
    },
  });
  const faults = change.error instanceof ApiError ? change.error.errors : {};
  return (
    <form
      className="mt-8"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      <h2 className="text-xl">{t('people.changePassword')}</h2>
      <Field
        label={t('people.oldPassword')}
        name="old"
        type="password"
        autoComplete="current-password"
        value={old}
        onChange={setOld}
        trouble={faults['old']}
      />
      <Field
        label={t('people.newOne')}
        name="new"
        type="password"
        autoComplete="new-password"
        value={next}
        onChange={setNext}
        trouble={faults['new']}
      />
      <p className="mt-1 text-[15px] text-soft">{t('people.passwordRule')}</p>
      {change.error && Object.keys(faults).length === 0 && (
        <p role="alert" className="mt-2 text-rust">
          {change.error.message}
        </p>
      )}
      {change.isSuccess && <p role="status">{t('people.changed')}</p>}
      <button type="submit" className="press mt-4" disabled={change.isPending}>
        {t('people.change')}
      </button>
    </form>
  );
}

function Passkeys() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const key = ['passkeys'];
  const passkeys = useQuery({ queryKey: key, queryFn: async () => unwrap(await api.GET('/api/me/passkeys')) });
  const refresh = () => void queries.invalidateQueries({ queryKey: key });
  const add = useMutation({
    mutationFn: async () => {
      const options = unwrap(await api.POST('/api/me/passkeys/options')) as unknown as object;
      const credential = await makePasskey(options).catch(() => null);
      if (!credential) throw new Error(t('people.passkeyOff'));
      unwrap(await api.POST('/api/me/passkeys', { body: { credential, name: name || null } }));
    },
    onSuccess: () => {
      setName('');
      refresh();
    },
  });
  const remove = useMutation({
    mutationFn: async (id: string) => unwrap(await api.DELETE('/api/me/passkeys/{id}', { params: { path: { id } } })),
    onSettled: refresh,
  });
  const trouble = add.error ?? remove.error ?? passkeys.error;
  return (
    <section className="mt-10">
      <h2 className="text-xl">{t('people.passkeys')}</h2>
      <p className="mt-1 text-soft">{t('people.passkeysWhat')}</p>
      <ul className="mt-3">
        {passkeys.data?.length === 0 && <li className="text-soft">{t('people.noPasskeys')}</li>}
        {passkeys.data?.map((p) => (
          <li key={p.id} className="flex items-center gap-4 border-b border-line py-2">
            <span className="min-w-0 flex-1 truncate">{p.name ?? '—'}</span>
            <span className="text-[15px] text-soft">
              {t('people.made', { date: new Date(p.madeAt).toLocaleDateString(locale(), { dateStyle: 'medium' }) })}
            </span>
            <button type="button" className="quiet" onClick={() => remove.mutate(p.id)}>
              {t('people.remove')}
            </button>
          </li>
        ))}
      </ul>
      {hasPasskeys() ? (
        <div className="flex items-end gap-3">
          <div className="min-w-0 flex-1">
            <Field label={t('people.passkeyName')} name="passkey" value={name} onChange={setName} optional />
          </div>
          <button type="button" className="press mb-1" disabled={add.isPending} onClick={() => add.mutate()}>
            {t('people.addPasskey')}
          </button>
        </div>
      ) : (
        <p className="mt-3 text-[15px] text-soft">{t('people.noWebAuthn')}</p>
      )}
      {trouble && (
        <p role="alert" className="mt-2 text-rust">
          {trouble.message}
        </p>
      )}
    </section>
  );
}
