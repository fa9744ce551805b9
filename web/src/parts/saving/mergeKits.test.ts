import { expect, test } from 'vitest';
import type { Kit, Piece } from '../../api/client';
import { smallKit } from '../../test-kit';
import { differences, mergedKit, unasked, type Side } from './mergeKits';
import { sameKit } from './sameKit';

const piece = (id: string, width: string): Piece => ({ id, kind: 'block', size: { width, height: '2 in' } }) as unknown as Piece;

const kit = (name: string, pieces: Piece[], over: Partial<Kit> = {}): Kit => ({
  ...smallKit,
  ...over,
  name,
  layouts: (smallKit.layouts ?? []).map((layout) => ({ ...layout, pieces })),
});

const base = kit('Kites', [piece('B1', '3 in'), piece('B2', '4 in'), piece('B3', '5 in')]);
// I made B1 wider, added B4 after it and took B3 away; they renamed the kit, made B1 and B2 wider and added B5 on top.
const mine = kit('Kites', [piece('B1', '3 1/2 in'), piece('B4', '1 in'), piece('B2', '4 in')]);
const theirs = kit('Gulls', [piece('B1', '3 1/4 in'), piece('B2', '4 1/2 in'), piece('B3', '5 in'), piece('B5', '1 in')]);
const three = { base, mine, theirs };
const ids = (of: Kit) => of.layouts?.flatMap((l) => l.pieces ?? []).map((p) => `${p.id} ${p.size.width}`);
const all = (side: Side) => () => side;

test('each thing in which the two differ is told with who changed it', () => {
  expect(differences(three).map((u) => [u.about, u.by])).toEqual([
    ['kit', 'theirs'],
    ['L1-B1', 'both'],
    ['L1-B4', 'mine'],
    ['L1-B2', 'theirs'],
    ['L1-B3', 'mine'],
    ['L1-B5', 'theirs'],
  ]);
});

test('what one of the two changed alone is kept, and of what both changed one is chosen', () => {
  const kept = mergedKit(three, unasked);
  expect(kept.name).toBe('Gulls');
  expect(ids(kept)).toEqual(['B1 3 1/2 in', 'B4 1 in', 'B2 4 1/2 in', 'B5 1 in']);
  const other = mergedKit(three, (unit) => (unit.by === 'both' ? 'theirs' : unasked(unit)));
  expect(ids(other)).toEqual(['B1 3 1/4 in', 'B4 1 in', 'B2 4 1/2 in', 'B5 1 in']);
});

test('all of one side is that side', () => {
  expect(sameKit(mergedKit(three, all('mine')), mine)).toBe(true);
  expect(sameKit(mergedKit(three, all('theirs')), theirs)).toBe(true);
});

test('who moved the pieces has them in their order', () => {
  const moved = kit('Kites', [piece('B3', '5 in'), piece('B1', '3 in'), piece('B2', '4 in')]);
  expect(ids(mergedKit({ base, mine: base, theirs: moved }, unasked))).toEqual(ids(moved));
  expect(ids(mergedKit({ base, mine: moved, theirs: base }, unasked))).toEqual(ids(moved));
});

test('a page that one of them took away is kept or gone as a whole', () => {
  const gone = { ...base, layouts: [] };
  expect(differences({ base, mine: gone, theirs: base })).toEqual([{ key: 'L1', about: 'L1', by: 'mine' }]);
  expect(mergedKit({ base, mine: gone, theirs: base }, all('theirs')).layouts).toHaveLength(1);
  expect(mergedKit({ base, mine: gone, theirs: base }, unasked).layouts).toHaveLength(0);
});
