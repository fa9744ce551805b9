import type { Kit, Layout } from '../../api/client';
import { alike } from './sameKit';

/** One thing in which two versions of a kit differ: a piece, a paper, a sheet of parts, a layout’s own words, or a setting. */
export interface Unit {
  /** Unlike any other’s. */
  key: string;
  /** What a change of it is about, as the server’s comparison names it: L1-B2, a paper’s or a layout’s id, kit. */
  about: string;
  /** Who changed it since both began. */
  by: 'mine' | 'theirs' | 'both';
}

export type Side = 'mine' | 'theirs';
type Chosen = (unit: Unit) => Side;
interface Three<T> {
  base: T;
  mine: T;
  theirs: T;
}

/** What is kept where nobody has chosen: what one of the two changed alone; of what both changed, mine. */
export const unasked: Chosen = (unit) => (unit.by === 'theirs' ? 'theirs' : 'mine');

/** In what two versions differ that began as one. */
export function differences(of: Three<Kit>): Unit[] {
  const units: Unit[] = [];
  merge(of, (unit) => {
    units.push(unit);
    return 'mine';
  });
  return units;
}

/** One version of the two, of each thing the one that is chosen. */
export const mergedKit = (of: Three<Kit>, chosen: Chosen): Kit => merge(of, chosen);

function merge(of: Three<Kit>, chosen: Chosen): Kit {
  const heads = Object.keys({ ...of.base, ...of.mine, ...of.theirs }) as (keyof Kit)[];
  const kit: Record<string, unknown> = {};
  for (const key of heads) {
    if (key === 'papers' || key === 'parts' || key === 'layouts') continue;
    kit[key] = one(
      each(of, (k) => k?.[key]),
      `kit.${key}`,
      'kit',
      chosen,
    );
  }
  kit['papers'] = list(
    each(of, (k) => k?.papers ?? []),
    (p) => p.id,
    (three, about) => one(three, `paper:${about}`, about, chosen),
  );
  kit['parts'] = list(
    each(of, (k) => k?.parts ?? []),
    (p) => p.id,
    (three, about) => one(three, `parts:${about}`, about, chosen),
  );
  kit['layouts'] = list(
    each(of, (k) => k?.layouts ?? []),
    (l) => l.id,
    (three, about) => layout(three, about, chosen),
  );
  return kit as unknown as Kit;
}

function layout(of: Three<Layout | undefined>, id: string, chosen: Chosen): Layout | undefined {
  // New or gone on one side: all of it or nothing of it.
  if (!of.base || !of.mine || !of.theirs) return one(of, id, id, chosen);
  const { base, mine, theirs } = of as Three<Layout>;
  const own = one({ base: bare(base), mine: bare(mine), theirs: bare(theirs) }, id, id, chosen);
  const pieces = list(
    { base: base.pieces ?? [], mine: mine.pieces ?? [], theirs: theirs.pieces ?? [] },
    (p) => p.id,
    (three, piece) => one(three, `${id}-${piece}`, `${id}-${piece}`, chosen),
  );
  return { ...own, pieces };
}

const bare = (of: Layout): Layout => ({ ...of, pieces: [] });

const each = <T, R>(of: Three<T>, what: (from: T | undefined) => R): Three<R> => ({
  base: what(of.base),
  mine: what(of.mine),
  theirs: what(of.theirs),
});

function one<T>(of: Three<T>, key: string, about: string, chosen: Chosen): T {
  if (alike(of.mine, of.theirs)) return of.mine;
  const by = alike(of.base, of.theirs) ? 'mine' : alike(of.base, of.mine) ? 'theirs' : 'both';
  return of[chosen({ key, about, by })];
}

/** The things of a list, each by its id, in the order of whoever moved them; what only the other has comes after what it lay on there. */
function list<T>(
  of: Three<readonly T[]>,
  id: (item: T) => string,
  choose: (three: Three<T | undefined>, id: string) => T | undefined,
): T[] {
  const at = (items: readonly T[]) => new Map(items.map((item) => [id(item), item]));
  const known = each(of, (items) => at(items ?? []));
  const order = (items: readonly T[]) => items.map(id);
  const common = (items: readonly T[]) =>
    order(items).filter((i) => known.base.has(i) && known.mine.has(i) && known.theirs.has(i));
  const theirsMoved = alike(common(of.base), common(of.mine)) && !alike(common(of.base), common(of.theirs));
  const [first, other] = theirsMoved ? [of.theirs, of.mine] : [of.mine, of.theirs];
  const ids = order(first);
  for (const [i, next] of order(other).entries())
    if (!ids.includes(next)) {
      const before = order(other)
        .slice(0, i)
        .findLast((b) => ids.includes(b));
      ids.splice(before ? ids.indexOf(before) + 1 : 0, 0, next);
    }
  return ids
    .map((i) => choose({ base: known.base.get(i), mine: known.mine.get(i), theirs: known.theirs.get(i) }, i))
    .filter((item) => item !== undefined);
}
