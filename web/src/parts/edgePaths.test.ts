import { expect, test } from 'vitest';
import { holeOf, workedOutline } from './edgePaths';

const box = { x: 10, y: 20, width: 300, height: 100 };
const points = (path: string) =>
  path
    .slice(1, -1)
    .split('L')
    .map((p) => p.split(' ').map(Number) as [number, number]);

test('straight edges give the box', () =>
  expect(points(workedOutline(box, [{ edge: 'left', work: 'inked' }]))).toEqual(
    expect.arrayContaining([
      [10, 20],
      [310, 20],
      [310, 120],
      [10, 120],
    ]),
  ));

test.each(['torn', 'scalloped', 'punched', 'rounded', 'dovetailed', 'mitred'])('%s edges stay inside the box', (work) => {
  for (const edge of ['left', 'top', 'right', 'bottom'] as const)
    for (const [x, y] of points(workedOutline(box, [{ edge, work }]))) {
      expect(x).toBeGreaterThanOrEqual(10 - 0.01);
      expect(x).toBeLessThanOrEqual(310.01);
      expect(y).toBeGreaterThanOrEqual(20 - 0.01);
      expect(y).toBeLessThanOrEqual(120.01);
    }
});

test('only the edge that is worked leaves the line', () => {
  const torn = points(workedOutline(box, [{ edge: 'bottom', work: 'torn' }]));
  expect(torn.filter(([, y]) => y > 100 && y < 120).length).toBeGreaterThan(6);
  expect(torn.filter(([, y]) => y < 60).every(([, y]) => y === 20)).toBe(true);
});

test('a torn edge is the same each time it is drawn', () =>
  expect(workedOutline(box, [{ edge: 'top', work: 'torn' }])).toBe(workedOutline(box, [{ edge: 'top', work: 'torn' }])));

test('a hole is a path of its own', () => expect(holeOf({ x: 1, y: 2, width: 3, height: 4 })).toBe('M1 2h3v4h-3Z'));
