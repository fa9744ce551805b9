/** What is said of photos in a line, in the order of the story: the entries of each story, and wishes among them. */
export type Stories = readonly (readonly string[])[];

/** The stories of a photo line: a bar parts them, a comma their entries. */
export const storiesOf = (text: string): Stories =>
  text
    .split('|')
    .map((story) =>
      story
        .split(/[,;\n]/)
        .map((entry) => entry.trim())
        .filter(Boolean),
    )
    .filter((story) => story.length > 0);

export const lineOf = (stories: Stories): string =>
  stories
    .filter((story) => story.length > 0)
    .map((story) => story.join(', '))
    .join(' | ');

/** Where an entry stands: in which story, and which of it. */
export type At = readonly [story: number, entry: number];

/** The stories with one entry taken to where another stands; the others keep their order. */
export function moved(stories: Stories, from: At, to: At): Stories {
  const entry = stories[from[0]]?.[from[1]];
  if (entry === undefined) return stories;
  const next = stories.map((story) => [...story]);
  next[from[0]]?.splice(from[1], 1);
  next[to[0]]?.splice(to[1], 0, entry);
  return next.filter((story) => story.length > 0);
}

/** The place one further on or back, into the story beside it at its end; null where there is none. */
export function beside(stories: Stories, [s, e]: At, by: 1 | -1): At | null {
  const story = stories[s] ?? [];
  if (e + by >= 0 && e + by < story.length) return [s, e + by];
  const other = stories[s + by];
  if (!other) return null;
  return [s + by, by > 0 ? 0 : other.length];
}

/** The stories with a bar put before an entry, or taken away where the entry begins a story. */
export function parted(stories: Stories, [s, e]: At): Stories {
  if (e > 0) return stories.flatMap((story, i) => (i === s ? [story.slice(0, e), story.slice(e)] : [story]));
  return s === 0
    ? stories
    : stories.flatMap((story, i) => (i === s - 1 ? [[...story, ...(stories[s] ?? [])]] : i === s ? [] : [story]));
}
