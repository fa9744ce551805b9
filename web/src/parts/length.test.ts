import { expect, test } from 'vitest';
import { readable, stepsOf, toInches, unbroken } from './length';

test.each([
  ['3 1/2 in', 3.5],
  ['1/16 in', 0.0625],
  ['12 in', 12],
  ['-1/4 in', -0.25],
  ['254 mm', 10],
  ['12.7 mm', 0.5],
])('%s is %d inches for drawing', (text, inches) => expect(toInches(text)).toBeCloseTo(inches, 9));

test('what is not a length is not drawn at 0', () => expect(() => toInches('a hand')).toThrow('a hand'));

test.each([
  ['3 1/2 in', '3½'],
  ['1/8 in', '⅛'],
  ['8 11/16 in', '8 ¹¹⁄₁₆'],
  ['1/16 in', '¹⁄₁₆'],
  ['-1 in', '−1'],
  ['89 mm', '89 mm'],
])('%s reads %s', (text, reading) => expect(readable(text)).toBe(reading));

test('a size stays on one line, and other words may part', () => {
  expect(unbroken('L1-P2 is 4¼ x 6¼ instead of 4 x 3.')).toBe('L1-P2 is 4¼\u00a0x\u00a06¼ instead of 4\u00a0x\u00a03.');
  expect(unbroken('102 mm x 76 mm, 3 ¹¹⁄₁₆ x 5')).toBe('102 mm\u00a0x\u00a076 mm, 3 ¹¹⁄₁₆\u00a0x\u00a05');
  expect(unbroken('Mark x where it lies')).toBe('Mark x where it lies');
});

test.each([
  ['1/16 in', 55, '3 7/16 in'],
  ['1/16 in', 8, '1/2 in'],
  ['1/16 in', 32, '2 in'],
  ['1/16 in', 0, '0 in'],
  ['1 in', 3, '3 in'],
  ['1 mm', 87, '87 mm'],
  ['0.5 mm', 3, '1.5 mm'],
])('so many steps of a ruler are a length: %s, %i', (ruler, count, text) => {
  expect(stepsOf(ruler, count)).toBe(text);
});
