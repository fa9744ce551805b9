import type { Mark } from '../api/client';
import { toInches } from './length';
import { unitsPerInch } from './PaperDefs';

type Dimension = Extract<Mark, { mark: 'dimension' }>;
type Text = Extract<Mark, { mark: 'text' }>;

export interface Spot {
  x: number;
  y: number;
}

interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

const units = (length: string) => toInches(length) * unitsPerInch;

/** How wide and high a text stands, its halo included. */
const extent = (words: string, text: number) => ({ width: (words.length * 0.56 + 0.5) * text, height: text * 1.2 });

const touch = (a: Rect, b: Rect) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/**
 * Where the numbers of dimension lines and the names of pieces stand so that none touches another: on its line where there is room, else
 * along or beside it; a name anywhere in its box. Null for what finds no place: its line stays, and its sentence says it.
 */
export function placeNumbers(
  dimensions: readonly Dimension[],
  names: readonly Text[],
  text: number,
  page: { width: number; height: number },
): ReadonlyMap<Mark, Spot | null> {
  const taken: Rect[] = [];
  const places = new Map<Mark, Spot | null>();
  const put = (mark: Mark, words: string, high: number, spots: Iterable<Spot>) => {
    const { width, height } = extent(words, high);
    for (const spot of spots) {
      const rect = { x: spot.x - width / 2, y: spot.y - height / 2, width, height };
      const inside =
        rect.x > -text && rect.y > -text && rect.x + width < page.width + text && rect.y + height < page.height + text;
      if (!inside || taken.some((t) => touch(t, rect))) continue;
      taken.push(rect);
      places.set(mark, spot);
      return;
    }
    places.set(mark, null);
  };
  // The shortest lines first: they have the least choice.
  const byLength = dimensions.toSorted((a, b) => units(a.to) - units(a.from) - (units(b.to) - units(b.from)));
  for (const mark of byLength) put(mark, mark.text, text * 0.92, spotsOf(mark, text));
  for (const mark of names) put(mark, mark.text, text, spotsIn(mark));
  return places;
}

function* spotsOf(mark: Dimension, text: number): Generator<Spot> {
  const [at, from, to] = [units(mark.at), units(mark.from), units(mark.to)];
  const across = mark.axis === 'across';
  const beside = across ? text : text * (0.4 + mark.text.length * 0.3);
  for (const off of [0, -beside, beside, -2 * beside, 2 * beside])
    for (const share of [0.5, 0.35, 0.65, 0.2, 0.8, 0.08, 0.92]) {
      const along = from + (to - from) * share;
      yield across ? { x: along, y: at + off } : { x: at + off, y: along };
    }
}

function* spotsIn(mark: Text): Generator<Spot> {
  const [x, y, width, height] = [mark.within.x, mark.within.y, mark.within.width, mark.within.height].map(units) as [
    number,
    number,
    number,
    number,
  ];
  for (const down of [0.5, 0.3, 0.7, 0.15, 0.85])
    for (const across of [0.5, 0.3, 0.7, 0.15, 0.85]) yield { x: x + width * across, y: y + height * down };
}
