import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';

interface Props {
  busy: boolean;
  trouble: string | undefined;
  onDemo: () => void;
  onNew: () => void;
  onFile: () => void;
}

/** An empty studio: one sentence, the ways in. */
export function FirstRun({ busy, trouble, onDemo, onNew, onFile }: Props) {
  const { t } = useTranslation();
  return (
    <main className="mx-auto flex min-h-dvh max-w-2xl flex-col justify-center p-12">
      <h1 className="text-[44px] leading-[52px]">{t('firstRun.velvetFold')}</h1>
      <p className="mt-6 text-xl leading-8">{t('firstRun.sayWhatLiesOn')}</p>
      <div className="mt-10 flex flex-wrap gap-3">
        <button type="button" className="press-first" onClick={onDemo} disabled={busy}>
          {busy ? t('firstRun.opening') : t('firstRun.openTheDemoStudio')}
        </button>
        <button type="button" className="press" onClick={onNew}>
          {t('firstRun.startAKit')}
        </button>
        <Link className="press" to="/first-page">
          {t('firstPage.offer')}
        </Link>
        <button type="button" className="press" onClick={onFile}>
          {t('firstRun.readInAFile')}
        </button>
      </div>
      {trouble && (
        <p role="alert" className="mt-4 text-rust">
          {trouble}
        </p>
      )}
    </main>
  );
}
