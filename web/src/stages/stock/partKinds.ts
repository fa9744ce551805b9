import type { PartKind, PartSheet } from '../../api/client';

/** What parts come in; their names are the words' (`partKind`). */
export const partKinds: readonly PartKind[] = ['stickers', 'die-cuts', 'letters', 'loose', 'by-length'];

type Part = NonNullable<PartSheet['parts']>[number];

/** Letters as they stand on the sheet, AAAB, to parts with their counts; spaces do not count. */
export function lettersToParts(text: string): Part[] {
  const counts = new Map<string, number>();
  for (const letter of text.replace(/\s/g, '')) counts.set(letter, (counts.get(letter) ?? 0) + 1);
  return [...counts].map(([id, count]) => ({ id, count }));
}

/** The letters of a sheet, each as often as it is there. */
export const partsToLetters = (parts: readonly Part[]) => parts.map((p) => p.id.repeat(p.count ?? 1)).join(' ');
