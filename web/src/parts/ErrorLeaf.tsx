import { useTranslation } from 'react-i18next';
import { Link, useRouteError } from 'react-router';

/** What is shown where nothing else can be: an address that leads nowhere, or a fault of ours. */
export function ErrorLeaf() {
  const { t } = useTranslation();
  const error = useRouteError();
  const words = error instanceof Error ? error.message : t('blank.nothing');
  return (
    <main className="mx-auto max-w-xl p-12">
      <h1 className="text-3xl">{t('blank.title')}</h1>
      <p className="mt-4">{words}</p>
      <p className="mt-2 text-soft">{t('blank.saved')}</p>
      <Link className="press mt-6 inline-block" to="/" reloadDocument>
        {t('blank.back')}
      </Link>
    </main>
  );
}
