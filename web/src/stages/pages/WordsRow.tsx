import { useTranslation } from 'react-i18next';
import type { Layout, LayoutWords } from '../../api/client';
import { WordFields } from '../../parts/WordFields';

interface Props {
  layout: Layout;
  onChange: (words: LayoutWords | null) => void;
}

/** What is to be read on a layout: the guide says it, and a guest's own words take its place. */
export function WordsRow({ layout, onChange }: Props) {
  const { t } = useTranslation();
  const words = layout.words ?? {};
  return (
    <section aria-label={t('pages.words')} className="mb-3">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">{t('pages.toRead')}</h2>
      <div className="grid grid-cols-4 gap-x-2 py-1 text-[15px]">
        <WordFields
          of={layout.id}
          words={words}
          onChange={(member, text) => {
            const next = { ...words, [member]: text };
            onChange(Object.values(next).some((w) => w) ? next : null);
          }}
        />
      </div>
    </section>
  );
}
