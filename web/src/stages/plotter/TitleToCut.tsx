import { useMutation } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap } from '../../api/client';
import { sizeOf } from '../../parts/sizeOf';

/** A title as outlines of a typeface, welded, for the plotter. */
export function TitleToCut({ onFile }: { onFile: (file: string, name: string) => void }) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const [height, setHeight] = useState('1 1/2');
  const [serif, setSerif] = useState(false);
  const [weld, setWeld] = useState(true);
  const outline = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/compute/title', { body: { text, height, unit: 'in', serif, weld } })),
    onSuccess: (answer) => onFile(answer.svg, text),
  });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    outline.mutate();
  };
  const save = (file: string, ending: string) => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([file]));
    link.download = `${text.trim()}.${ending}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const fault =
    outline.error instanceof ApiError
      ? (outline.error.errors.text ?? outline.error.errors.height ?? outline.error.message)
      : outline.error?.message;
  return (
    <section>
      <h2 className="pt-4 font-serif text-lg">{t('titleToCut.aTitleToCut')}</h2>
      <form onSubmit={make} className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <input
          className="field w-56"
          aria-label={t('titleToCut.titleToCutOut')}
          placeholder={t('titleToCut.upOnTheDune')}
          maxLength={60}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <label className="flex items-center gap-1.5">
          {t('titleToCut.high')}
          <input
            className="field w-20"
            aria-label={t('titleToCut.heightOfItsLetters')}
            value={height}
            onChange={(event) => setHeight(event.currentTarget.value)}
          />
          {t('titleToCut.in')}
        </label>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={weld}
            onChange={(event) => setWeld(event.currentTarget.checked)}
          />
          {t('titleToCut.welded')}
        </label>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={serif}
            onChange={(event) => setSerif(event.currentTarget.checked)}
          />
          {t('titleToCut.withFeet')}
        </label>
        <button type="submit" className="press" disabled={!text.trim()}>
          {t('titleToCut.outlineIt')}
        </button>
      </form>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
      {outline.data && (
        <p className="flex flex-wrap items-baseline gap-3">
          <span>{t('titleToCut.parts', { count: outline.data.parts, size: sizeOf(outline.data.size) })}</span>
          <button type="button" className="quiet" onClick={() => save(outline.data.svg, 'svg')}>
            {t('titleToCut.svg')}
          </button>
          <button type="button" className="quiet" onClick={() => save(outline.data.gCode, 'gcode')}>
            {t('titleToCut.gCode')}
          </button>
        </p>
      )}
    </section>
  );
}
