import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, unwrap } from '../../api/client';
import { useMe, useOtherPerson } from '../../parts/useMe';
import { Field } from './Field';
import { askPasskey, hasPasskeys } from './passkeys';

/** The door of a shared studio. */
export function SignIn() {
  const { t } = useTranslation();
  const me = useMe();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const other = useOtherPerson();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const comeIn = () => {
    other();
    const back = search.get('back') ?? '/';
    // To a leaf of this studio alone, whatever an address says.
    void navigate(back.startsWith('/') && !back.startsWith('//') ? back : '/', { replace: true });
  };
  const byPassword = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/sign-in', { body: { name, password } })),
    onSuccess: comeIn,
  });
  const byPasskey = useMutation({
    mutationFn: async () => {
      const options = unwrap(await api.POST('/api/sign-in/passkey/options')) as unknown as object;
      const credential = await askPasskey(options).catch(() => null);
      if (!credential) throw new Error(t('people.passkeyOff'));
      unwrap(await api.POST('/api/sign-in/passkey', { body: { credential } }));
    },
    onSuccess: comeIn,
  });
  if (me && !me.signsIn)
    return (
      <main className="mx-auto max-w-md p-8">
        <p>{t('people.noSignIn')}</p>
        <Link className="press mt-6 inline-block" to="/">
          {t('people.allKits')}
        </Link>
      </main>
    );
  const trouble = byPassword.error ?? byPasskey.error;
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center p-8">
      <img src="/favicon.svg" alt="" className="size-9" />
      <h1 className="mt-4 text-[28px] leading-9">{t('people.signIn')}</h1>
      <p className="mt-2 text-soft">{t('people.signInWhat')}</p>
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          byPassword.mutate();
        }}
      >
        <Field label={t('people.name')} name="username" autoComplete="username webauthn" value={name} onChange={setName} />
        <Field
          label={t('people.password')}
          name="password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={setPassword}
        />
        {trouble && (
          <p role="alert" className="mt-4 text-rust">
            {trouble.message}
          </p>
        )}
        <p className="mt-6 flex flex-wrap items-center gap-3">
          <button type="submit" className="press-first" disabled={byPassword.isPending}>
            {t('people.signIn')}
          </button>
          {hasPasskeys() && (
            <button type="button" className="press" disabled={byPasskey.isPending} onClick={() => byPasskey.mutate()}>
              {t('people.byPasskey')}
            </button>
          )}
        </p>
      </form>
    </main>
  );
}
