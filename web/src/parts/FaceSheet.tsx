import { useId, type ReactNode } from 'react';
import type { Paper } from '../api/client';
import { toInches } from './length';
import { PaperDefs, patternId, unitsPerInch } from './PaperDefs';

interface Props {
  paper: Paper;
  face: 'A' | 'B';
  label: string;
  className?: string;
  /** What is drawn on it, in drawing units from its top left corner. */
  children?: ReactNode;
}

/** One face of a whole sheet as it is looked at, its tear strip where it is; to scale. */
export function FaceSheet({ paper, face, label, className = '', children }: Props) {
  const id = useId();
  const shown = face === 'A' ? paper.faceA : paper.faceB;
  const strip = paper.tearStrip;
  const beyond = strip?.extra ? toInches(strip.width) : 0;
  const across = strip?.edge === 'left' || strip?.edge === 'right';
  const width = (toInches(paper.size.width) + (across ? beyond : 0)) * unitsPerInch;
  const height = (toInches(paper.size.height) + (across ? 0 : beyond)) * unitsPerInch;
  return (
    <svg viewBox={`-6 -6 ${width + 12} ${height + 12}`} className={`w-full ${className}`} role="img" aria-label={label}>
      <PaperDefs picture={id} papers={[paper]} />
      <rect
        width={width}
        height={height}
        fill={`url(#${patternId(id, paper.id, face)})`}
        stroke="#a5968e"
        vectorEffect="non-scaling-stroke"
      />
      {strip && (
        <TearStrip
          edge={strip.edge}
          width={width}
          height={height}
          by={toInches(strip.width) * unitsPerInch}
          mirrored={face === 'B'}
        />
      )}
      {shown?.direction === 'one-way' && (
        <g fill="none" transform={`translate(${width - 90} ${height - 130})`}>
          <path d="M0 60V-60M-30-25 0-60 30-25" stroke="#fff" strokeWidth="26" />
          <path d="M0 60V-60M-30-25 0-60 30-25" stroke="#221a20" strokeWidth="9" />
        </g>
      )}
      {children}
    </svg>
  );
}

// Turned over sideways, left and right change places.
function TearStrip({
  edge,
  width,
  height,
  by,
  mirrored,
}: {
  edge: string;
  width: number;
  height: number;
  by: number;
  mirrored: boolean;
}) {
  const at = mirrored && edge === 'left' ? 'right' : mirrored && edge === 'right' ? 'left' : edge;
  const box =
    at === 'top'
      ? { x: 0, y: 0, width, height: by }
      : at === 'bottom'
        ? { x: 0, y: height - by, width, height: by }
        : at === 'left'
          ? { x: 0, y: 0, width: by, height }
          : { x: width - by, y: 0, width: by, height };
  return (
    <rect {...box} fill="#fffdf9" fillOpacity="0.85" stroke="#6a5e62" strokeDasharray="5 4" vectorEffect="non-scaling-stroke" />
  );
}
