import { describe, expect, test } from 'vitest';
import { beside, lineOf, moved, parted, storiesOf } from './story';

const line = '2 of 4 x 6, 3 x 4 whole | 5 x 7 focal';
const stories = storiesOf(line);

test('a line read and written is the same line', () => {
  expect(stories).toEqual([['2 of 4 x 6', '3 x 4 whole'], ['5 x 7 focal']]);
  expect(lineOf(stories)).toBe(line);
  expect(lineOf(storiesOf(''))).toBe('');
});

describe('a photo that is dragged', () => {
  test('goes to where another stands, in its story or the next', () => {
    expect(lineOf(moved(stories, [0, 1], [0, 0]))).toBe('3 x 4 whole, 2 of 4 x 6 | 5 x 7 focal');
    expect(lineOf(moved(stories, [0, 0], [1, 1]))).toBe('3 x 4 whole | 5 x 7 focal, 2 of 4 x 6');
  });

  test('that was the last of its story takes the story with it', () =>
    expect(lineOf(moved(stories, [1, 0], [0, 0]))).toBe('5 x 7 focal, 2 of 4 x 6, 3 x 4 whole'));

  test('goes on by keys, over the bar at the end', () => {
    expect(beside(stories, [0, 0], 1)).toEqual([0, 1]);
    expect(beside(stories, [0, 1], 1)).toEqual([1, 0]);
    expect(beside(stories, [1, 0], -1)).toEqual([0, 2]);
    expect(beside(stories, [0, 0], -1)).toBeNull();
  });
});

test('a bar is put between two photos, and taken away', () => {
  expect(lineOf(parted(stories, [0, 1]))).toBe('2 of 4 x 6 | 3 x 4 whole | 5 x 7 focal');
  expect(lineOf(parted(stories, [1, 0]))).toBe('2 of 4 x 6, 3 x 4 whole, 5 x 7 focal');
  expect(parted(stories, [0, 0])).toEqual(stories);
});
