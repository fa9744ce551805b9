import type { PartKind, PartSheet } from '../../api/client';

/** What a kind of parts comes in: one of it, and how it is called to choose from. */
export const kindWords: Record<PartKind, { one: string; choose: string }> = {
  stickers: { one: 'sticker sheet', choose: 'a sheet of stickers' },
  'die-cuts': { one: 'die-cut sheet', choose: 'a sheet of die-cut parts' },
  letters: { one: 'letters', choose: 'a sheet of letters' },
  loose: { one: 'pack', choose: 'a pack of loose parts' },
  'by-length': { one: 'roll', choose: 'twine, ribbon or thread' },
};

type Part = NonNullable<PartSheet['parts']>[number];

/** Letters as they stand on the sheet, AAAB, to parts with their counts; spaces do not count. */
export function lettersToParts(text: string): Part[] {
  const counts = new Map<string, number>();
  for (const letter of text.replace(/\s/g, '')) counts.set(letter, (counts.get(letter) ?? 0) + 1);
  return [...counts].map(([id, count]) => ({ id, count }));
}

/** The letters of a sheet, each as often as it is there. */
export const partsToLetters = (parts: readonly Part[]) => parts.map((p) => p.id.repeat(p.count ?? 1)).join(' ');
