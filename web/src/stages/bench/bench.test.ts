import { beforeEach, describe, expect, test } from 'vitest';
import { clock, keepProgress, progressOf, withDone } from './progress';

describe('what is done at the table', () => {
  beforeEach(() => {
    localStorage.clear();
  });

  test('is kept for each kit and person', () => {
    keepProgress('kite', 'Wren', { at: 'b', done: ['a'] });
    expect(progressOf('kite', ' wren')).toEqual({ at: 'b', done: ['a'] });
    expect(progressOf('kite', 'Ash')).toEqual({ at: null, done: [] });
    expect(progressOf('bread', 'Wren')).toEqual({ at: null, done: [] });
  });

  test('begins anew where what was kept cannot be read', () => {
    localStorage.setItem('velvet-fold-bench:kite:wren', '{"at":');
    expect(progressOf('kite', 'Wren')).toEqual({ at: null, done: [] });
  });

  test('is marked once, and can be taken back', () => {
    const done = withDone(withDone({ at: null, done: [] }, 'a', true), 'a', true);
    expect(done.done).toEqual(['a']);
    expect(withDone(done, 'a', false).done).toEqual([]);
  });
});

test.each([
  [0, '0:00'],
  [9.7, '0:09'],
  [65, '1:05'],
  [3600, '60:00'],
])('%d seconds are %s', (seconds, text) => expect(clock(seconds)).toBe(text));
