import type { GuestView, StandingView } from '../../api/client';
import { hasAnswered } from './guestPhotos';

/** Which guests are looked at. */
export const whos = ['all', 'fit', 'silent', 'needs'] as const;
export type Who = (typeof whos)[number];

/** The guests that are looked for: by their names, their tables and what they need; and of those one kind. */
export function found(
  guests: readonly GuestView[],
  standing: ReadonlyMap<number, StandingView>,
  find: string,
  who: Who,
): GuestView[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  return guests.filter((g) => {
    const text = [g.name, g.table, g.needs].filter(Boolean).join(' ').toLowerCase();
    if (!words.every((word) => text.includes(word))) return false;
    switch (who) {
      case 'fit':
        return standing.get(g.id)?.stands === 'needs-a-fit';
      case 'silent':
        return !hasAnswered(g);
      case 'needs':
        return Boolean(g.needs?.trim());
      default:
        return true;
    }
  });
}

/** By their tables, in the order of the alphabet and of numbers; who sits nowhere yet comes last. Without any table all in one. */
export function byTable(guests: readonly GuestView[]): { table: string | null; guests: GuestView[] }[] {
  const tables = new Map<string | null, GuestView[]>();
  for (const guest of guests) {
    const table = guest.table?.trim() || null;
    tables.set(table, [...(tables.get(table) ?? []), guest]);
  }
  return [...tables]
    .map(([table, at]) => ({ table, guests: at }))
    .sort((a, b) =>
      a.table === null ? 1 : b.table === null ? -1 : a.table.localeCompare(b.table, undefined, { numeric: true }),
    );
}
