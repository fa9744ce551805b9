import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { GuestView, LayoutWords } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { WordFields } from '../../parts/WordFields';
import { wordsOver, wordsSaid, type WordsFor } from './words';

interface Props {
  guest: GuestView;
  /** What the letters of the bag do not suffice for. */
  letters: readonly string[];
  onWords: (words: WordsFor) => void;
}

/** What a guest wants to read on each layout; it goes into their guide, on their card and on their bag's label. */
export function GuestWords({ guest, letters, onWords }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const layouts = (kit.layouts ?? []).filter((l) => (l.pieces ?? []).length > 0);
  // What was just said here counts at once, over what is stored by now: the guest may have said something else meanwhile.
  const [said, setSaid] = useState<WordsFor>({});
  const words = wordsOver(guest.words, said);
  const set = (layout: string, member: keyof LayoutWords, text: string | null) => {
    const next = wordsOver(said, { [layout]: { [member]: text } });
    setSaid(next);
    onWords(wordsSaid(wordsOver(guest.words, next)));
  };
  if (layouts.length === 0) return null;
  return (
    <section aria-label={t('guests.ownWords', { guest: guest.name })} className="pt-4">
      <h2 className="text-xl">{t('guests.ownWords', { guest: guest.name })}</h2>
      <ul className="mt-1">
        {layouts.map((layout) => (
          <li
            key={layout.id}
            className="grid grid-cols-[2rem_1.5fr_1.3fr_0.9fr_1fr] items-baseline gap-x-2 border-b border-line py-1 text-[15px]"
          >
            <span className="font-semibold" title={layout.name}>
              {layout.id}
            </span>
            <WordFields
              of={t('guests.layoutFor', { layout: layout.id, guest: guest.name })}
              words={words[layout.id] ?? {}}
              otherwise={layout.words}
              onChange={(member, text) => set(layout.id, member, text)}
            />
          </li>
        ))}
      </ul>
      {letters.map((says) => (
        <p key={says} role="status" className="pt-1 text-[15px] text-rust">
          {says}
        </p>
      ))}
    </section>
  );
}
