import { expect, test } from 'vitest';
import type { Kit, Piece } from '../api/client';
import { cutFrom, freePaperId, freePartSheetId, leaningOn, mended, usedFrom, withLayer, withoutPiece, withPiece } from './edits';

const piece = (id: string, on?: string): Piece => ({
  id,
  kind: 'panel',
  size: { width: '2 in', height: '3 in' },
  paper: 'slate',
  across: on ? { rule: 'beside', edge: 'right', of: on, gap: '0 in' } : { rule: 'from', edge: 'left', distance: '1 in' },
  down: on ? { rule: 'centred', in: on } : { rule: 'centred' },
});
const kit: Kit = {
  name: 'Test',
  unit: 'in',
  ruler: '1/16 in',
  matting: { school: 'grow-mat', reveal: '1/8 in' },
  kits: 1,
  papers: [{ id: 'slate', name: 'Slate', size: { width: '12 in', height: '12 in' }, faceA: { colour: '#333333' } }],
  layouts: [
    {
      id: 'L1',
      name: 'One',
      kind: 'single',
      page: { width: '12 in', height: '12 in' },
      pieces: [piece('B1'), piece('B2', 'B1'), piece('B3')],
    },
  ],
};
const ids = (k: Kit) => k.layouts?.[0]?.pieces?.map((p) => p.id);

test('a renamed piece takes along what leans on it', () => {
  const renamed = withPiece(kit, 'L1', 'B1', { ...piece('B1'), id: 'A1' });
  expect(renamed.layouts?.[0]?.pieces?.[1]).toMatchObject({ across: { of: 'A1' }, down: { in: 'A1' } });
});

test('a renamed piece is renamed wherever the kit names it', () => {
  const [layout] = kit.layouts ?? [];
  if (!layout) throw new Error('no layout');
  const named: Kit = {
    ...kit,
    layouts: [
      {
        ...layout,
        arrangements: [
          {
            id: 'G',
            kind: 'evenly',
            members: ['B3'],
            over: 'B1',
            across: { rule: 'from', edge: 'left', of: 'B1', distance: '1 in' },
          },
        ],
        accepted: [{ code: 'thin-reveal', piece: 'B1', note: 'meant' }],
      },
    ],
    guide: {
      notes: [{ step: 'lay:L1:L1-B1', words: 'Press it.', instead: false }],
      moves: [{ step: 'lay:L1:L1-B12', after: 'mat:L1:L1-B1' }],
    },
    keptSheets: [
      {
        paper: 'slate',
        times: 1,
        pieces: [
          { piece: 'L1-B1', box: { x: '0 in', y: '0 in', width: '1 in', height: '1 in' }, turned: false },
          { piece: 'L1-B1 mat 2', box: { x: '1 in', y: '0 in', width: '1 in', height: '1 in' }, turned: false },
        ],
      },
    ],
  };
  const now = withPiece(named, 'L1', 'B1', { ...piece('B1'), id: 'A1' });
  const [page] = now.layouts ?? [];
  expect(page?.arrangements?.[0]).toMatchObject({ over: 'A1', across: { of: 'A1' } });
  expect(page?.accepted?.[0]?.piece).toBe('A1');
  expect(now.guide?.notes?.[0]?.step).toBe('lay:L1:L1-A1');
  expect(now.guide?.moves?.[0]).toEqual({ step: 'lay:L1:L1-B12', after: 'mat:L1:L1-A1' });
  expect(now.keptSheets?.[0]?.pieces?.map((p) => p.piece)).toEqual(['L1-A1', 'L1-A1 mat 2']);
  expect(JSON.stringify(now)).not.toMatch(/\bB1\b/);
});

test('a removed piece leaves the others alone', () => expect(ids(withoutPiece(kit, 'L1', 'B2'))).toEqual(['B1', 'B3']));

test('layers move within the pile and no further', () => {
  expect(ids(withLayer(kit, 'L1', 'B1', 1))).toEqual(['B2', 'B1', 'B3']);
  expect(ids(withLayer(kit, 'L1', 'B3', 1))).toEqual(['B1', 'B2', 'B3']);
  expect(ids(withLayer(kit, 'L1', 'B1', -1))).toEqual(['B1', 'B2', 'B3']);
});

test('paper names are free ones', () => {
  expect(freePaperId(kit, 'Slate')).toBe('slate-2');
  expect(freePaperId(kit, '¡Oh!')).toBe('oh');
});

test('what leans and what is cut is known before anything is removed', () => {
  const layout = kit.layouts?.[0];
  if (!layout) throw new Error('no layout');
  expect(leaningOn(layout, 'B1')).toEqual(['B2']);
  expect(cutFrom(kit, 'slate')).toEqual(['L1-B1', 'L1-B2', 'L1-B3']);
});

test('a sheet of parts gets a name of its own and says what comes off it', () => {
  const sticker: Piece = { ...piece('D1'), kind: 'sticker', paper: undefined, part: { sheet: 'weather', part: 'sun' } };
  const withParts: Kit = {
    ...kit,
    parts: [{ id: 'weather', name: 'Weather' }],
    layouts: kit.layouts?.map((l) => ({ ...l, pieces: [...(l.pieces ?? []), sticker] })),
  };
  expect(freePartSheetId(withParts, 'Weather')).toBe('weather-2');
  expect(freePartSheetId(withParts)).toBe('parts');
  expect(usedFrom(withParts, 'weather')).toEqual(['L1-D1']);
});

test('a mend changes its piece, and lays it behind another where its layer was the matter', () => {
  const shorter = { ...piece('B3'), size: { width: '1 in', height: '1 in' } };
  const laid = mended(kit, 'L1', { says: 'Lay it behind B1', piece: shorter, behind: 'B1' });
  expect(ids(laid)).toEqual(['B3', 'B1', 'B2']);
  expect(laid.layouts?.[0]?.pieces?.[0]?.size.width).toBe('1 in');
  expect(ids(mended(kit, 'L1', { says: 'Shorten it', piece: shorter, behind: null }))).toEqual(['B1', 'B2', 'B3']);
});
