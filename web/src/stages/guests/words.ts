import type { GuestView, LayoutWords, OpeningChange } from '../../api/client';

/** Words by the id of the layout they are for. */
export type WordsFor = Record<string, LayoutWords>;

/** The words without those of layouts for which nothing is said. */
export const wordsSaid = (words: WordsFor): WordsFor =>
  Object.fromEntries(Object.entries(words).filter(([, own]) => Object.values(own).some((text) => text)));

/** Words with others laid over them, each where it is said. */
export const wordsOver = (words: WordsFor, over: WordsFor): WordsFor => {
  const all = { ...words };
  for (const [layout, own] of Object.entries(over)) all[layout] = { ...all[layout], ...own };
  return all;
};

/** All that is made otherwise for a guest: changes to pages, and their own words. */
export const allOf = (guest: GuestView): OpeningChange[] => [
  ...guest.changes,
  ...Object.entries(wordsSaid(guest.words)).map(([layout, words]): OpeningChange => ({
    layout,
    piece: '',
    move: 'words',
    words,
  })),
];
