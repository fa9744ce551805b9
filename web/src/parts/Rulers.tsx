import { unitsPerInch } from './PaperDefs';

/** How much room a ruler takes beside a picture. */
export const rulerWidth = (text: number) => text * 1.9;

interface Props {
  unit: 'in' | 'mm';
  width: number;
  height: number;
  text: number;
}

/** Rulers in brass along the top and the left edge: inches with halves, or centimetres with every fifth numbered. */
export function Rulers({ unit, width, height, text }: Props) {
  const step = unit === 'in' ? unitsPerInch / 2 : unitsPerInch / 2.54;
  const every = unit === 'in' ? 2 : 5;
  const ticks = (extent: number) => Array.from({ length: Math.floor(extent / step + 1e-6) + 1 }, (_, i) => i);
  return (
    <g stroke="var(--brass)" fill="var(--brass)" aria-hidden>
      {ticks(width).map((i) => (
        <g key={`x${i}`}>
          <line
            x1={i * step}
            x2={i * step}
            y1={-text * 0.25}
            y2={-text * (i % every ? 0.5 : 0.8)}
            vectorEffect="non-scaling-stroke"
          />
          {i % every === 0 && (
            <text x={i * step} y={-text * 0.98} fontSize={text * 0.68} textAnchor="middle" stroke="none">
              {unit === 'in' ? i / 2 : i}
            </text>
          )}
        </g>
      ))}
      {ticks(height).map((i) => (
        <g key={`y${i}`}>
          <line
            y1={i * step}
            y2={i * step}
            x1={-text * 0.25}
            x2={-text * (i % every ? 0.5 : 0.8)}
            vectorEffect="non-scaling-stroke"
          />
          {i % every === 0 && (
            <text x={-text * 0.95} y={i * step + text * 0.24} fontSize={text * 0.68} textAnchor="end" stroke="none">
              {unit === 'in' ? i / 2 : i}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
