import { expect, test } from 'vitest';
import { lettersToParts, partsToLetters } from './partKinds';

test('letters are counted as they stand on the sheet', () =>
  expect(lettersToParts('AAB A\nCC')).toEqual([
    { id: 'A', count: 3 },
    { id: 'B', count: 1 },
    { id: 'C', count: 2 },
  ]));

test('written out and read again, letters are the same', () => {
  const parts = lettersToParts('EEEE TT Ü 77');
  expect(lettersToParts(partsToLetters(parts))).toEqual(parts);
});
