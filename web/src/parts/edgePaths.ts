import type { Mark } from '../api/client';
import { unitsPerInch } from './PaperDefs';

export interface PlainBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

type WorkedEdge = NonNullable<Extract<Mark, { mark: 'box' }>['edges']>[number];
type Point = readonly [number, number];

/** How far a worked edge goes in and out, in drawing units: 1/12 in. */
const depth = unitsPerInch / 12;

// A number between 0 and 1 that is the same for the same place, so that a torn edge does not move while the page is redrawn.
const rough = (n: number) => {
  const x = Math.sin(n * 12.9898) * 43758.5453;
  return x - Math.floor(x);
};

/** The points of one edge, walked from its start; `t` is how far along and `inward` how far into the piece. */
function walk(work: string | undefined, length: number): [t: number, inward: number][] {
  switch (work) {
    case 'torn': {
      const n = Math.max(6, Math.round(length / (depth * 1.4)));
      return Array.from({ length: n + 1 }, (_, i) => [(i / n) * length, depth * (0.1 + 0.9 * rough(i + length))]);
    }
    case 'scalloped':
    case 'punched': {
      const n = Math.max(2, Math.round(length / (depth * 3)));
      const fine = 6;
      const inward = (i: number) => depth * (1 - Math.abs(Math.sin((i / fine) * Math.PI)));
      return Array.from({ length: n * fine + 1 }, (_, i) => [
        (i / (n * fine)) * length,
        work === 'scalloped' ? inward(i) : depth - inward(i),
      ]);
    }
    case 'dovetailed':
      return [
        [0, 0],
        [length / 2, Math.min(length / 2, depth * 6)],
        [length, 0],
      ];
    case 'rounded': {
      const r = Math.min(depth * 2.5, length / 2);
      const bend = [0, 0.07, 0.29, 0.62, 1] as const;
      return [
        ...bend.map((b, i): [number, number] => [r * (1 - (bend[4 - i] ?? 0)), r * (1 - b)]),
        ...bend.map((b, i): [number, number] => [length - r * (1 - b), r * (1 - (bend[4 - i] ?? 0))]),
      ];
    }
    default:
      return [
        [0, 0],
        [length, 0],
      ];
  }
}

/** The outline of a box whose edges are torn, scalloped, punched, rounded, mitred or dovetailed; drawn, not measured. */
export function workedOutline({ x, y, width, height }: PlainBox, edges: readonly WorkedEdge[]): string {
  const work = (edge: WorkedEdge['edge']) => edges.find((e) => e.edge === edge)?.work;
  const mitre = (edge: WorkedEdge['edge'], across: number) => (work(edge) === 'mitred' ? across : 0);
  const top = walk(work('top'), width).map(([t, d]): Point => [x + t, y + d]);
  const right = walk(work('right'), height).map(([t, d]): Point => [x + width - d, y + t]);
  const bottom = walk(work('bottom'), width).map(([t, d]): Point => [x + width - t, y + height - d]);
  const left = walk(work('left'), height).map(([t, d]): Point => [x + d, y + height - t]);
  // A mitred end runs off at 45 degrees, as far as the strip is wide.
  const lean = Math.min(width, height);
  const cut = ([px, py]: Point): Point => [
    px + (py > y + height / 2 ? 0 : px < x + width / 2 ? mitre('left', lean) : -mitre('right', lean)),
    py + (px > x + width / 2 ? 0 : py < y + height / 2 ? mitre('top', lean) : -mitre('bottom', lean)),
  ];
  const mitred = edges.some((e) => e.work === 'mitred');
  const points = [...top, ...right, ...bottom, ...left].map((p) => (mitred ? cut(p) : p));
  return `M${points.map(([px, py]) => `${px.toFixed(2)} ${py.toFixed(2)}`).join('L')}Z`;
}

/** What is cut out of the middle, as a path of its own. */
export const holeOf = ({ x, y, width, height }: PlainBox) => `M${x} ${y}h${width}v${height}h${-width}Z`;
