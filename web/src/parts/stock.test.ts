import { describe, expect, test } from 'vitest';
import type { Kit, KitStock } from '../api/client';
import { sameKit } from './saving/sameKit';
import { isLike, withCounts, withoutCounts } from './stock';

const box = (x: string) => ({ x, y: '0 in', width: '4 in', height: '6 in' });
const sheet = {
  paper: 'plain',
  mode: 'batch' as const,
  pieces: [
    { piece: 'L1-B1', box: box('0 in'), turned: false },
    { piece: 'L1-B2', box: box('4 in'), turned: false },
  ],
};
const document: Kit = {
  name: 'K',
  ruler: '1/16 in',
  matting: { reveal: '1/8 in' },
  papers: [{ id: 'plain', name: 'Plain', size: { width: '12 in', height: '12 in' }, faceA: { colour: '#ffffff' } }],
  parts: [{ id: 'dots', name: 'Dots' }],
  keptSheets: [{ ...sheet, times: 3 }],
};
const size = { width: '3 in', height: '12 in' };
const stock = {
  revision: 1,
  things: [
    {
      isPaper: true,
      id: 'plain',
      onHand: 24,
      promised: 17,
      offcuts: [
        { size, face: null, count: 4, promised: 1, free: 3 },
        { size, face: 'B', count: 1, promised: 1, free: 0 },
      ],
    },
    { isPaper: false, id: 'dots', onHand: null, promised: 0, offcuts: [] },
  ],
  cut: [
    { sheet: { ...sheet, pieces: [...sheet.pieces].reverse() }, cut: 2 },
    { sheet: { ...sheet, pieces: sheet.pieces.slice(1) }, cut: 5 },
  ],
} as unknown as KitStock;

describe('a kit with what the ledger says', () => {
  const shown = withCounts(document, stock);

  test('has its counts beside the document', () => {
    expect(shown.papers?.[0]).toMatchObject({ onHand: 24, promised: 17, offcuts: [{ size, count: 3 }] });
    expect(shown.parts?.[0]?.onHand).toBeNull();
    expect(shown.keptSheets?.map((k) => [k.times, k.cut, k.booked])).toEqual([
      [3, 2, undefined],
      [5, 5, true],
    ]);
  });

  test('says the same as without it', () => {
    expect(withoutCounts(shown)).toEqual(withoutCounts(document));
    expect(sameKit(shown, document)).toBe(true);
    expect(sameKit({ ...shown, name: 'Other' }, document)).toBe(false);
  });

  test('is the document alone until the stock is there', () => expect(withCounts(document, undefined)).toBe(document));
});

test('sheets are alike by what lies where, in whatever order it is said', () => {
  expect(isLike(sheet, { ...sheet, times: 9, pieces: [...sheet.pieces].reverse() })).toBe(true);
  expect(isLike(sheet, { ...sheet, mode: 'each-kit' })).toBe(false);
  expect(isLike(sheet, { ...sheet, pieces: sheet.pieces.slice(1) })).toBe(false);
});
