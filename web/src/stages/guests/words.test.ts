import { expect, test } from 'vitest';
import type { GuestView } from '../../api/client';
import { allOf, wordsOver, wordsSaid } from './words';

test('a layout for which nothing is said any more has no words', () =>
  expect(wordsSaid({ L1: { title: '', names: null }, L2: { date: 'June' } })).toEqual({ L2: { date: 'June' } }));

test('own words count among what is made otherwise', () => {
  const turn = { layout: 'L1', piece: 'P1', move: 'turn' as const };
  const guest = { changes: [turn], words: { L1: { title: 'Our dune' }, L2: {} } } as unknown as GuestView;
  expect(allOf(guest)).toEqual([turn, { layout: 'L1', piece: '', move: 'words', words: { title: 'Our dune' } }]);
});

test('what is said here leaves alone what the guest has said meanwhile', () =>
  expect(wordsOver({ L1: { title: 'Dune', names: 'Ida' } }, { L1: { title: 'Our dune' }, L2: { date: 'June' } })).toEqual({
    L1: { title: 'Our dune', names: 'Ida' },
    L2: { date: 'June' },
  }));
