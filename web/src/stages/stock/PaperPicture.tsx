import { useId } from 'react';
import type { Face, Paper } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { readable, toInches } from '../../parts/length';
import { PaperDefs, patternId, unitsPerInch } from '../../parts/PaperDefs';

interface Props {
  paper: Paper;
  takes: number;
  kits: number;
  used: readonly string[];
}

const way: Record<NonNullable<Face['direction']>, string> = {
  free: 'any way up',
  'half-turn': 'may be turned by a half',
  'one-way': 'one way up',
};

/** The chosen paper: both faces to one scale, the tear strip where it is, and what of it this kit takes. */
export function PaperPicture({ paper, takes, kits, used }: Props) {
  return (
    <>
      <LeafHead>
        <h2 className="text-[28px] leading-8">{paper.name}</h2>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {kits} {kits === 1 ? 'kit takes' : 'kits take'} {takes} {takes === 1 ? 'sheet' : 'sheets'}
        {paper.onHand != null && ` of ${paper.onHand} on hand`}
      </p>
      <div className="flex min-h-0 flex-1 flex-wrap content-center items-start justify-center gap-8 overflow-y-auto p-6">
        <FacePicture paper={paper} face="A" />
        {paper.faceB && <FacePicture paper={paper} face="B" />}
      </div>
      {used.length > 0 && <p className="px-6 pb-6 text-[15px] text-soft">Cut from it: {used.join(', ')}</p>}
    </>
  );
}

function FacePicture({ paper, face }: { paper: Paper; face: 'A' | 'B' }) {
  const id = useId();
  const shown = face === 'A' ? paper.faceA : paper.faceB;
  const strip = paper.tearStrip;
  const beyond = strip?.extra ? toInches(strip.width) : 0;
  const across = strip?.edge === 'left' || strip?.edge === 'right';
  const width = (toInches(paper.size.width) + (across ? beyond : 0)) * unitsPerInch;
  const height = (toInches(paper.size.height) + (across ? 0 : beyond)) * unitsPerInch;
  const words = `${shown?.print ?? 'solid'}, ${way[shown?.direction ?? 'free']}`;
  return (
    <figure className="w-[min(15rem,44%)]">
      <svg
        viewBox={`-6 -6 ${width + 12} ${height + 12}`}
        className="w-full"
        role="img"
        aria-label={`Face ${face} of ${paper.name}: ${words}`}
      >
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
      </svg>
      <figcaption className="mt-2 text-[15px] leading-5">
        <span className="font-semibold">Face {face}</span> · {words}
        <br />
        <span className="text-brass">
          {readable(paper.size.width)} x {readable(paper.size.height)}
        </span>
        {strip && (
          <span className="text-soft">
            {' '}
            · tear strip {readable(strip.width)}
            {strip.extra ? ' more' : ' of it'}
          </span>
        )}
      </figcaption>
    </figure>
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
