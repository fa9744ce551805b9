import type { Layout, LayoutWords } from '../../api/client';
import { WordFields } from '../../parts/WordFields';

interface Props {
  layout: Layout;
  onChange: (words: LayoutWords | null) => void;
}

/** What is to be read on a layout: the guide says it, and a guest's own words take its place. */
export function WordsRow({ layout, onChange }: Props) {
  const words = layout.words ?? {};
  return (
    <section aria-label="Words" className="mb-3">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">To be read on it</h2>
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
