import type { Kit } from '../../api/client';

/** An edit that is kept on this device until it is on the shelf. */
export interface Draft {
  kit: Kit;
  /** The revision it was made over. */
  revision: number;
  /** When it was made, in milliseconds since 1970. */
  at: number;
}

const key = (slug: string) => `velvet-fold-draft ${slug}`;

/** Keeps an edit on this device; where the device has no room for it, nothing is kept. */
export function keepDraft(slug: string, draft: Omit<Draft, 'at'>): void {
  try {
    localStorage.setItem(key(slug), JSON.stringify({ ...draft, at: Date.now() }));
  } catch {
    dropDraft(slug);
  }
}

/** The edit that was not saved; null where there is none, or it cannot be read. */
export function draftOf(slug: string): Draft | null {
  try {
    const text = localStorage.getItem(key(slug));
    return text ? (JSON.parse(text) as Draft) : null;
  } catch {
    return null;
  }
}

export function dropDraft(slug: string): void {
  try {
    localStorage.removeItem(key(slug));
  } catch {
    // A device that keeps nothing has nothing to drop.
  }
}
