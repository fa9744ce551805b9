import type { LayoutAnswer } from '../../api/client';
import { toInches } from '../../parts/length';
import { unitsPerInch } from '../../parts/PaperDefs';

/** A colour, and the labels of the pieces between whose middles its figure is drawn. */
export interface Figure {
  colour: string;
  corners: readonly string[];
}

/** The triangle, or the line, between the places of a colour. */
export function ReturnsFigure({ figure, computed }: { figure: Figure; computed: LayoutAnswer }) {
  const points = figure.corners
    .map((label) => computed.pieces.find((p) => p.label === label)?.placed?.box)
    .filter((box) => box != null)
    .map(({ x, y, width, height }) => {
      const middle = (start: string, size: string) => (toInches(start) + toInches(size) / 2) * unitsPerInch;
      return `${middle(x, width)},${middle(y, height)}`;
    });
  if (points.length < 2) return null;
  return (
    <g fill="none" strokeLinejoin="round" style={{ pointerEvents: 'none' }}>
      <polygon points={points.join(' ')} stroke="#fffefc" strokeWidth={5} vectorEffect="non-scaling-stroke" />
      <polygon points={points.join(' ')} stroke={figure.colour} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
    </g>
  );
}
