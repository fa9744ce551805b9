import { expect, test } from 'vitest';
import type { Mark } from '../api/client';
import { placeNumbers } from './numberPlaces';
import { unitsPerInch } from './PaperDefs';

// A small generator of its own, so that a failing case can be met again (Park and Miller, 1988).
function chance(seed: number) {
  let state = seed;
  return (below: number) => (state = (state * 48271) % 2147483647) % below;
}

const inches = (sixteenths: number) => `${sixteenths}/16 in`;

test('no two numbers or names touch, whatever lies on the page', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const next = chance(seed);
    const dimensions: Mark[] = [];
    const names: Mark[] = [];
    for (let i = 0; i < 6; i++) {
      const [x, y, w, h] = [next(150), next(150), 4 + next(60), 4 + next(60)] as const;
      const measure = { mark: 'dimension', role: 'dimension', piece: `L1-B${i}` } as const;
      dimensions.push(
        { ...measure, axis: 'across', at: inches(y), from: inches(x), to: inches(x + w), text: `${w} ¹⁄₁₆` },
        { ...measure, axis: 'down', at: inches(x + w), from: inches(y), to: inches(y + h), text: `${h}` },
      );
      const within = { x: inches(x), y: inches(y), width: inches(w), height: inches(h) };
      names.push({ mark: 'text', role: 'label', piece: `L1-B${i}`, within, text: `B${i}` });
    }
    const text = 0.25 * unitsPerInch;
    const places = placeNumbers(dimensions as never, names as never, text, {
      width: 12 * unitsPerInch,
      height: 12 * unitsPerInch,
    });
    expect(places.size).toBe(dimensions.length + names.length);
    const boxes = [...places].flatMap(([mark, spot]) =>
      spot && (mark.mark === 'dimension' || mark.mark === 'text')
        ? [{ ...spot, half: (mark.text.length * 0.5 * text) / 2, tall: text / 2 }]
        : [],
    );
    expect(boxes.length).toBeGreaterThan(places.size / 2);
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1))
        expect(Math.abs(a.x - b.x) >= a.half + b.half || Math.abs(a.y - b.y) >= a.tall + b.tall).toBe(true);
  }
});

test('a number stands on its line where there is room', () => {
  const line = { mark: 'dimension', role: 'dimension', axis: 'across', at: '2 in', from: '1 in', to: '5 in', text: '4' } as const;
  const places = placeNumbers([line as never], [], 0.2 * unitsPerInch, { width: 12 * unitsPerInch, height: 12 * unitsPerInch });
  expect([...places.values()]).toEqual([{ x: 3 * unitsPerInch, y: 2 * unitsPerInch }]);
});
