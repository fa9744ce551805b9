import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate, useParams } from 'react-router';
import { api, ApiError, unwrap } from '../../api/client';
import { useOtherPerson } from '../../parts/useMe';
import { Field } from './Field';

/** What a link opens that lets somebody in: a name and a password, or a new password for somebody known. */
export function Welcome() {
  const { t } = useTranslation();
  const { secret = '' } = useParams();
  const navigate = useNavigate();
  const other = useOtherPerson();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const params = { path: { secret } };
  const link = useQuery({
    queryKey: ['welcome', secret],
    queryFn: async () => unwrap(await api.GET('/api/welcome/{secret}', { params })),
    retry: false,
    staleTime: Infinity,
  });
  const comeIn = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/welcome/{secret}', { params, body: { name, password } })),
    onSuccess: () => {
      other();
      void navigate('/', { replace: true });
    },
  });
  if (link.error)
    return (
      <main className="mx-auto max-w-md p-8">
        <h1 className="text-[28px] leading-9">{t('people.welcomeOver')}</h1>
        <p className="mt-4">{link.error.message}</p>
      </main>
    );
  if (!link.data) return null;
  const known = link.data.name;
  const faults = comeIn.error instanceof ApiError ? comeIn.error.errors : {};
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center p-8">
      <img src="/favicon.svg" alt="" className="size-9" />
      <h1 className="mt-4 text-[28px] leading-9">{known ? t('people.newPassword', { name: known }) : t('people.welcome')}</h1>
      <p className="mt-2 text-soft">{t(known ? 'people.newPasswordWhat' : 'people.welcomeWhat')}</p>
      {!known && (
        <p className="mt-2">
          {t('people.welcomeRole', { role: t(`people.${link.data.role}`), may: t(`people.${link.data.role}May`) })}
        </p>
      )}
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          comeIn.mutate();
        }}
      >
        {!known && (
          <Field
            label={t('people.name')}
            name="username"
            autoComplete="username"
            value={name}
            onChange={setName}
            trouble={faults['name']}
          />
        )}
        <Field
          label={t('people.password')}
          name="password"
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={setPassword}
          trouble={faults['password']}
        />
        <p className="mt-1 text-[15px] text-soft">{t('people.passwordRule')}</p>
        {comeIn.error && Object.keys(faults).length === 0 && (
          <p role="alert" className="mt-4 text-rust">
            {comeIn.error.message}
          </p>
        )}
        <button type="submit" className="press-first mt-6" disabled={comeIn.isPending}>
          {t(known ? 'people.keepPassword' : 'people.comeIn')}
        </button>
      </form>
    </main>
  );
}
