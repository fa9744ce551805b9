import type { Kit, KitStock } from '../api/client';

type KeptSheet = NonNullable<Kit['keptSheets']>[number];

const places = (sheet: KeptSheet) =>
  (sheet.pieces ?? [])
    .map(({ piece, box, turned }) => [piece, box.x, box.y, box.width, box.height, turned].join(' '))
    .sort()
    .join('|');

/** Whether two sheets have the same pieces in the same places, however often they are cut. */
export const isLike = (a: KeptSheet, b: KeptSheet): boolean =>
  a.paper === b.paper && (a.mode ?? 'each-kit') === (b.mode ?? 'each-kit') && places(a) === places(b);

const without = <T extends object, Name extends keyof T>(whole: T, ...names: readonly Name[]) =>
  Object.fromEntries(Object.entries(whole).filter(([name]) => !names.includes(name as Name))) as Omit<T, Name>;

/** A kit’s document by itself, as it is kept: no counts of stock. */
export const withoutCounts = (kit: Kit): Kit => ({
  ...kit,
  papers: (kit.papers ?? []).map((paper) => without(paper, 'onHand', 'promised', 'offcuts')),
  parts: (kit.parts ?? []).map((sheet) => without(sheet, 'onHand', 'promised')),
  keptSheets: (kit.keptSheets ?? []).filter((sheet) => !sheet.booked).map((sheet) => without(sheet, 'cut', 'booked')),
});

/** A kit’s document with what the ledger says of its stock, to be shown and computed with. */
export function withCounts(kit: Kit, stock: KitStock | undefined): Kit {
  if (!stock) return kit;
  const thing = (isPaper: boolean, id: string) => stock.things.find((t) => t.isPaper === isPaper && t.id === id);
  const kept = kit.keptSheets ?? [];
  const others = stock.cut.filter((c) => !kept.some((k) => isLike(k, c.sheet)));
  return {
    ...kit,
    papers: (kit.papers ?? []).map((paper) => {
      const found = thing(true, paper.id);
      if (!found) return paper;
      return {
        ...paper,
        onHand: found.onHand,
        promised: found.promised || undefined,
        offcuts: found.offcuts.filter((o) => o.free > 0).map(({ size, face, free }) => ({ size, face, count: free })),
      };
    }),
    parts: (kit.parts ?? []).map((sheet) => {
      const found = thing(false, sheet.id);
      return found ? { ...sheet, onHand: found.onHand, promised: found.promised || undefined } : sheet;
    }),
    keptSheets: [
      ...kept.map((k) => {
        const cut = stock.cut.find((c) => isLike(k, c.sheet))?.cut ?? 0;
        return cut ? { ...k, cut, times: Math.max(cut, k.times ?? 1) } : k;
      }),
      ...others.map(({ sheet, cut }) => ({ ...sheet, times: cut, cut, booked: true })),
    ],
  };
}
