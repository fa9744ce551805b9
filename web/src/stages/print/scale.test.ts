import { expect, test } from 'vitest';
import { scaleOf, scaleWords } from './scale';

test.each([
  ['7 in', 1],
  ['12 in', 2],
  ['24 in', 4],
  ['305 mm', 2],
  ['610 mm', 4],
  ['6 15/16 in', 1],
])('%s is printed at 1 : %i', (width, n) => expect(scaleOf(width)).toBe(n));

test('a scale is said in the words of the ruler', () => {
  expect(scaleWords(1, 'in')).toBe('Scale 1 : 1');
  expect(scaleWords(2, 'in')).toBe('Scale 1 : 2; 1 in on this paper is 2 in');
  expect(scaleWords(4, 'mm')).toBe('Scale 1 : 4; 10 mm on this paper are 40 mm');
});
