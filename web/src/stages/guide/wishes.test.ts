import { describe, expect, test } from 'vitest';
import type { Kit, Step } from '../../api/client';
import { lastPrinted } from '../../parts/lastPrinted';
import { canMove, withMove, withNote, withoutMove } from './wishes';

const kit: Kit = { name: 'K', ruler: '1/16 in', matting: { reveal: '1/8 in' } };
const step = (number: number, key: string, layout: string | null): Step => ({
  number,
  key,
  half: layout ? 'assembly' : 'cutting',
  kind: 'lay',
  text: key,
  lines: [],
  pieces: [],
  layout,
});
const steps = [step(1, 'gather', null), step(2, 'a', 'L1'), step(3, 'b', 'L1'), step(4, 'c', 'L1'), step(5, 'd', 'L2')];
const at = (key: string) => steps.find((s) => s.key === key) as Step;

describe('steps that the designer moves', () => {
  test('stay within their part of the guide', () => {
    expect(canMove(steps, at('a'), -1)).toBe(false);
    expect(canMove(steps, at('a'), 1)).toBe(true);
    expect(canMove(steps, at('c'), 1)).toBe(false);
    expect(canMove(steps, at('gather'), 1)).toBe(false);
  });

  test('follow the step before their new place, or come first', () => {
    expect(withMove(kit, steps, at('a'), 1).guide?.moves).toEqual([{ step: 'a', after: 'b' }]);
    expect(withMove(kit, steps, at('c'), -1).guide?.moves).toEqual([{ step: 'c', after: 'a' }]);
    expect(withMove(kit, steps, at('b'), -1).guide?.moves).toEqual([{ step: 'b', after: null }]);
  });

  test('are moved once, and back again', () => {
    const twice = withMove(withMove(kit, steps, at('a'), 1), steps, at('a'), 1);
    expect(twice.guide?.moves).toHaveLength(1);
    expect(withoutMove(twice, at('a')).guide?.moves).toEqual([]);
  });
});

test('words of one’s own are kept at their step, changed, and taken away when empty', () => {
  const first = withNote(kit, at('a'), ' Breathe. ', false);
  expect(first.guide?.notes).toEqual([{ step: 'a', words: 'Breathe.', instead: false }]);
  const other = withNote(first, at('b'), 'Smile.', true);
  expect(withNote(other, at('a'), 'Rest.', true).guide?.notes).toEqual([
    { step: 'b', words: 'Smile.', instead: true },
    { step: 'a', words: 'Rest.', instead: true },
  ]);
  expect(withNote(other, at('a'), '  ', false).guide?.notes).toEqual([{ step: 'b', words: 'Smile.', instead: true }]);
});

test('the revision last printed goes by the time, not by its number', () => {
  const revisions = [{ number: 3 }, { number: 2, printedAt: '2026-01-01' }, { number: 1, printedAt: '2026-02-01' }];
  expect(lastPrinted(revisions)?.number).toBe(1);
  expect(lastPrinted([{ number: 1 }])).toBeUndefined();
});
