import { expect, test } from 'vitest';
import type { GuestView, StandingView } from '../../api/client';
import { byTable, found } from './roll';

const guest = (id: number, name: string, more: Partial<GuestView> = {}) =>
  ({ id, name, changes: [], photos: {}, pictures: [], needs: null, table: null, ...more }) as unknown as GuestView;
const guests = [
  guest(1, 'Wren', { table: 'Table 10', photos: { L1: '4 x 6' } }),
  guest(2, 'Ada', { table: 'Table 2', needs: 'left-handed scissors' }),
  guest(3, 'Bo'),
];
const standing = new Map<number, StandingView>([[1, { id: 1, stands: 'needs-a-fit', open: ['L1'] }]]);
const names = (list: GuestView[]) => list.map((g) => g.name);

test('guests are found by name, table and need, every word of it', () => {
  expect(names(found(guests, standing, '', 'all'))).toEqual(['Wren', 'Ada', 'Bo']);
  expect(names(found(guests, standing, 'wre', 'all'))).toEqual(['Wren']);
  expect(names(found(guests, standing, 'table 2', 'all'))).toEqual(['Ada']);
  expect(names(found(guests, standing, 'SCISSORS ada', 'all'))).toEqual(['Ada']);
  expect(found(guests, standing, 'nobody', 'all')).toEqual([]);
});

test('one kind of guest is looked at', () => {
  expect(names(found(guests, standing, '', 'fit'))).toEqual(['Wren']);
  expect(names(found(guests, standing, '', 'silent'))).toEqual(['Ada', 'Bo']);
  expect(names(found(guests, standing, '', 'needs'))).toEqual(['Ada']);
});

test('tables stand in the order of their numbers, nobody’s last', () => {
  expect(byTable(guests).map((t) => t.table)).toEqual(['Table 2', 'Table 10', null]);
});
