import type { Mark } from '../api/client';
import { toInches } from './length';
import type { Spot } from './numberPlaces';
import { unitsPerInch } from './PaperDefs';

const units = (length: string) => toInches(length) * unitsPerInch;
const thin = { vectorEffect: 'non-scaling-stroke' as const };

/** A cut, a seam or a line to write on, with the number of the cut. */
export function Cut({ mark, text }: { mark: Extract<Mark, { mark: 'line' }>; text: number }) {
  const [x1, y1, x2, y2] = [units(mark.x1), units(mark.y1), units(mark.x2), units(mark.y2)];
  if (mark.role === 'ruled')
    return <line {...{ x1, y1, x2, y2 }} {...thin} stroke="#a5968e" strokeWidth={0.75} style={{ pointerEvents: 'none' }} />;
  if (mark.role !== 'cut') return <line {...{ x1, y1, x2, y2 }} {...thin} stroke="#a5968e" strokeDasharray="2 3" />;
  const upright = x1 === x2;
  const [x, y] = upright ? [x1, y1 + Math.min(text * 1.2, (y2 - y1) / 2)] : [x1 + Math.min(text * 1.2, (x2 - x1) / 2), y1];
  return (
    <g style={{ pointerEvents: 'none' }}>
      <line {...{ x1, y1, x2, y2 }} {...thin} stroke="#221a20" strokeWidth={1.5} />
      <circle cx={x} cy={y} r={text * 0.62} fill="#fffdf9" stroke="#221a20" {...thin} />
      <text x={x} y={y} dy="0.34em" textAnchor="middle" fontSize={text * 0.8} fontWeight={600} fill="#221a20">
        {mark.number}
      </text>
    </g>
  );
}

/** A dimension line with its measure, at its place; without it where there is none. */
export function Dimension({
  mark,
  text,
  place,
}: {
  mark: Extract<Mark, { mark: 'dimension' }>;
  text: number;
  place?: Spot | null;
}) {
  const [at, from, to] = [units(mark.at), units(mark.from), units(mark.to)];
  const across = mark.axis === 'across';
  const [x1, y1, x2, y2] = across ? [from, at, to, at] : [at, from, at, to];
  const { x, y } = place ?? { x: (x1 + x2) / 2, y: (y1 + y2) / 2 };
  const tick = text * 0.35;
  return (
    <g style={{ pointerEvents: 'none' }} stroke="#8a5a10" fill="#8a5a10">
      <line {...{ x1, y1, x2, y2 }} {...thin} strokeWidth={1.5} />
      <path
        d={
          across
            ? `M${x1} ${at - tick}v${tick * 2}M${x2} ${at - tick}v${tick * 2}`
            : `M${at - tick} ${y1}h${tick * 2}M${at - tick} ${y2}h${tick * 2}`
        }
        {...thin}
        strokeWidth={1.5}
      />
      {place !== null && (
        <text
          x={x}
          y={y}
          dy="0.34em"
          textAnchor="middle"
          fontSize={text * 0.92}
          fontWeight={600}
          stroke="#fffdf9"
          strokeWidth={text * 0.3}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {mark.text}
        </text>
      )}
    </g>
  );
}
