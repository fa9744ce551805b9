import i18next from 'i18next';
import { createContext, use } from 'react';
import type { Kit, KitAnswer, KitStock, KitView } from '../api/client';

/** The kit at hand, what follows from it, and the piece that both leaves have lit. */
export interface KitAtHand {
  slug: string;
  kit: Kit;
  /** Null until the first answer is there. */
  answer: KitAnswer | null;
  /** What the server said when it could not compute; null while all is well. */
  trouble: string | null;
  change: (kit: Kit) => void;
  /** The revision on the shelf, and whether what is on the screen is saved there. */
  revision: number;
  isSaved: boolean;
  /** The studio's stock as the kit uses it; null until it is there. */
  stock: KitStock | null;
  /** Saves what is not saved yet; the revision that then holds all that is on the screen, or null where it cannot be saved. */
  saveNow: () => Promise<number | null>;
  /** Told of a kit as the server answers with it, after a booking or a save of its own. */
  taken: (view: KitView) => void;
  /** The label that pointer or focus is on (L1-B2), lit on both leaves. */
  lit: string | null;
  setLit: (label: string | null) => void;
}

export const KitContext = createContext<KitAtHand | null>(null);

/** What the two sides of a paper are called; nothing is said of a sheet that has one. */
export function sideOf(answer: KitAnswer | null, paper: string | null | undefined, face: 'A' | 'B'): string {
  const sides = answer?.sides.find((s) => s.paper === paper);
  return sides ? i18next.t('sides.side', { side: face === 'A' ? sides.a : sides.b }) : i18next.t('sides.face', { face });
}

/** The side of a piece that shows, where its paper has two: ", plaid side". */
export function shownSide(answer: KitAnswer | null, paper: string, face: 'A' | 'B'): string {
  return answer?.sides.some((s) => s.paper === paper) ? `, ${sideOf(answer, paper, face)}` : '';
}

/** How a sheet is laid down to be cut: with which side up, where it has two. */
export function sideUp(answer: KitAnswer | null, paper: string): string {
  const sides = answer?.sides.find((s) => s.paper === paper);
  return sides ? `, ${i18next.t('sides.up', { side: sides.a })}` : '';
}

export function useKit(): KitAtHand {
  const kit = use(KitContext);
  if (!kit) throw new Error('This part stands outside a kit.');
  return kit;
}
