import { describe, expect, test } from 'vitest';
import { distanceOf, makeRule, needsPiece, pageOnly, wayOf, waysAlong, type AxisName, type Way } from './rules';

const axes: AxisName[] = ['across', 'down'];
const ways = (axis: AxisName) => waysAlong[axis] as readonly Exclude<Way, 'member'>[];

describe.each(axes)('%s', (axis) => {
  test.each(ways(axis))('a rule made as "%s" is read as it', (way) => {
    const rule = makeRule(axis, way, '1/2 in', needsPiece(way) ? 'B1' : null, 'B9');
    expect(wayOf(rule)).toBe(way);
    expect(distanceOf(rule)).toBe(way === 'centred' ? null : '1/2 in');
  });

  test.each(ways(axis).filter(needsPiece))('"%s" leans on the last piece where none is said', (way) =>
    expect(JSON.stringify(makeRule(axis, way, '0 in', null, 'B9'))).toContain('B9'),
  );
});

test('only the page has a seam', () => {
  expect(ways('across').filter(pageOnly)).toEqual(['seam', 'outer', 'hang-start', 'hang-end']);
  expect(ways('down')).not.toContain('seam');
});

test('what an arrangement places has no distance of its own', () => {
  expect(wayOf({ rule: 'member', of: 'G1' })).toBe('member');
  expect(distanceOf({ rule: 'member', of: 'G1' })).toBeNull();
});
