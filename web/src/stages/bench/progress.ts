/** How far a person is: the steps they have done, by key, and the one they are at. */
export interface Progress {
  at: string | null;
  done: readonly string[];
}

const nothing: Progress = { at: null, done: [] };

const keyOf = (slug: string, person: string) => `velvet-fold-bench:${slug}:${person.trim().toLowerCase()}`;

/** What a person has done of a kit on this device. */
export function progressOf(slug: string, person: string): Progress {
  const stored = localStorage.getItem(keyOf(slug, person));
  if (!stored) return nothing;
  try {
    const read = JSON.parse(stored) as Partial<Progress>;
    return { at: read.at ?? null, done: Array.isArray(read.done) ? read.done : [] };
  } catch {
    // Not ours, or cut off: begun anew rather than in the way.
    return nothing;
  }
}

export const keepProgress = (slug: string, person: string, progress: Progress): void =>
  localStorage.setItem(keyOf(slug, person), JSON.stringify(progress));

/** The progress with a step done and the next one at hand; marking it again takes the mark off. */
export function withDone(progress: Progress, key: string, done: boolean): Progress {
  const others = progress.done.filter((k) => k !== key);
  return { ...progress, done: done ? [...others, key] : others };
}

/** Seconds as minutes and seconds: 4:05. */
export const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
