import { describe, expect, test } from 'vitest';
import type { Kit } from '../../api/client';
import { kept, pieceOf, placeOf, withKept, withLaid, withoutKept, withoutStale, type Pattern } from './keeping';

const box = (x: string) => ({ x, y: '0 in', width: '4 in', height: '6 in' });
const pattern = (pieces: Record<string, string>, more: Partial<Pattern> = {}): Pattern => ({
  sheet: 'S',
  times: 3,
  passes: 3,
  byKnife: [],
  placements: Object.entries(pieces).map(([piece, x]) => ({
    piece,
    box: box(x),
    turned: false,
    face: 'A',
    offAt: 1,
    labels: [piece],
  })),
  cuts: [],
  offcuts: [],
  ...more,
});
const face = { colour: '#ffffff' };
const kit: Kit = {
  name: 'K',
  ruler: '1/16 in',
  matting: { reveal: '1/8 in' },
  papers: [{ id: 'S', name: 'S', size: { width: '12 in', height: '12 in' }, faceA: face, onHand: 10 }],
};
const first = pattern({ 'L1-B1': '0 in', 'L1-B2': '4 in' });

describe('sheets kept by hand', () => {
  test('a sheet is kept as planned, found again, and let go', () => {
    const after = withKept(kit, first, 'batch');
    expect(after.keptSheets).toEqual([kept(first, 'batch')]);
    expect(placeOf(after, { ...first, isKept: true }, 'batch')).toBe(0);
    expect(placeOf(after, { ...first, isKept: true }, 'each-kit')).toBe(-1);
    expect(placeOf(after, first, 'batch')).toBe(-1);
    expect(withoutKept(after, 0).keptSheets).toEqual([]);
  });

  test('a stale sheet is let go by its place among those of its paper', () => {
    const other = { ...kept(first, 'each-kit'), paper: 'T' };
    const both = { ...kit, keptSheets: [other, kept(first, 'each-kit')] };
    expect(withoutStale(both, 'S', 'each-kit', 0).keptSheets).toEqual([other]);
  });

  test('a piece that is moved lies on its new sheet and no longer on the kept one', () => {
    const source = { ...first, isKept: true };
    const target = pattern({ 'L1-B3': '0 in' }, { times: 5 });
    const laid = {
      pieces: [
        { piece: 'L1-B3', box: box('0 in'), turned: false },
        { piece: 'L1-B2', box: box('4 in'), turned: false },
      ],
      times: 2,
    };
    const after = withLaid(withKept(kit, first, 'batch'), 'batch', source, 'L1-B2', target, laid);
    expect(after.keptSheets?.map((k) => [k.times, k.pieces?.map((p) => p.piece)])).toEqual([
      [3, ['L1-B1']],
      [2, ['L1-B3', 'L1-B2']],
    ]);
    // A sheet of its own is one sheet.
    expect(withLaid(kit, 'batch', first, 'L1-B2', null, { pieces: laid.pieces.slice(1), times: 9 }).keptSheets?.[0]?.times).toBe(
      1,
    );
  });
});

test.each([
  ['L1-B2', 'B2'],
  ['L1-P1 mat 2', 'P1'],
  ['L1-B2 + L1-B3', 'B2'],
  ['L2-B2', undefined],
  ['scrap', undefined],
])('%s is of %s', (label, id) => {
  const piece = (at: string) => ({
    id: at,
    kind: 'panel' as const,
    size: { width: '1 in', height: '1 in' },
    across: { rule: 'centred' as const },
    down: { rule: 'centred' as const },
  });
  const layouts: Kit['layouts'] = [
    { id: 'L1', name: 'One', page: { width: '12 in', height: '12 in' }, pieces: [piece('B2'), piece('P1')] },
  ];
  expect(pieceOf({ ...kit, layouts }, label)?.piece.id).toBe(id);
});
