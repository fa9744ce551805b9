import i18next from 'i18next';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, test, vi } from 'vitest';
import type { Mark, PlanAnswer } from '../../api/client';
import { proof } from './proof';
import { marksAfter, partInHand, StepThrough } from './StepThrough';
import { linesOf } from './useSearch';

type Pattern = PlanAnswer['plan']['bySheet'][number]['patterns'][number];

const box = (x: string, width: string) => ({ x, y: '0 in', width, height: '12 in' });
const pattern: Pattern = {
  sheet: 'S',
  times: 1,
  passes: 1,
  byKnife: [],
  placements: [
    { piece: 'A', box: box('0 in', '4 in'), turned: false, face: 'A', offAt: 1, labels: ['A'] },
    { piece: 'B', box: box('4 in', '3 in'), turned: false, face: 'A', offAt: 2, labels: ['B'] },
  ],
  cuts: [
    { order: 1, part: 'sheet', fence: 'left', setting: '4 in', gives: ['A', 'a'], partBox: box('0 in', '12 in') },
    { order: 2, part: 'a', fence: 'left', setting: '3 in', gives: ['B', 'offcut 1'], partBox: box('4 in', '8 in') },
  ],
  offcuts: [],
};
const marks: Mark[] = [
  { mark: 'box', role: 'paper', piece: 'A', box: box('0 in', '4 in') },
  { mark: 'box', role: 'paper', piece: 'B', box: box('4 in', '3 in') },
  { mark: 'line', role: 'cut', piece: null, x1: '4 in', y1: '0 in', x2: '4 in', y2: '12 in', number: 1 },
  { mark: 'line', role: 'cut', piece: null, x1: '7 in', y1: '0 in', x2: '7 in', y2: '12 in', number: 2 },
];

describe('a sheet cut piece by piece', () => {
  const looks = (cuts: number) => marksAfter(marks, pattern, cuts).map((m) => m.role);

  test('begins whole', () => expect(looks(0)).toEqual(['empty', 'empty']));
  test('shows what has come off', () => expect(looks(1)).toEqual(['paper', 'empty', 'cut']));
  test('ends as planned', () => expect(looks(2)).toEqual(['paper', 'paper', 'cut', 'cut']));
  test('outlines the part in hand', () => {
    expect(partInHand(pattern, 0)).toMatchObject([{ role: 'ghost', box: { width: '12 in' } }]);
    expect(partInHand(pattern, 2)).toEqual([]);
  });

  test('says the next setting and goes on by a press', async () => {
    const at = vi.fn();
    render(<StepThrough pattern={pattern} at={1} onAt={at} />);
    expect(screen.getByRole('status')).toHaveTextContent('Cut 2 of 2: left edge at the 3 mark.');
    await userEvent.click(screen.getByRole('button', { name: 'Cut' }));
    expect(at).toHaveBeenLastCalledWith(2);
    await userEvent.click(screen.getByRole('button', { name: 'Back' }));
    expect(at).toHaveBeenLastCalledWith(0);
  });

  test('stops when all is cut', () => {
    render(<StepThrough pattern={pattern} at={2} onAt={() => {}} />);
    expect(screen.getByText('All is cut.')).toBeVisible();
    expect(screen.getByRole('button', { name: 'Cut' })).toBeDisabled();
  });
});

test.each([
  [4, 4, 'proved fewest'],
  [5, 4, 'at most 1 sheet more than the least possible'],
  [7, 4, 'at most 3 sheets more than the least possible'],
])('%i sheets, %i at least: %s', (sheetsUsed, lowerBound, says) =>
  expect(proof(i18next.t, { sheetsUsed, lowerBound })).toBe(says),
);

test('lines of JSON are read however they are cut up', async () => {
  const bytes = new TextEncoder().encode('{"a":"½"}\n{"a":2}\n\n{"a":3}');
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      for (let i = 0; i < bytes.length; i += 3) controller.enqueue(bytes.slice(i, i + 3));
      controller.close();
    },
  });
  const seen: unknown[] = [];
  for await (const line of linesOf(stream)) seen.push(line);
  expect(seen).toEqual([{ a: '½' }, { a: 2 }, { a: 3 }]);
});
