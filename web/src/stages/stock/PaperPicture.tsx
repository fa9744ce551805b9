import type { Face, Paper } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { FaceSheet } from '../../parts/FaceSheet';
import { readable } from '../../parts/length';

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
  const shown = face === 'A' ? paper.faceA : paper.faceB;
  const strip = paper.tearStrip;
  const words = `${shown?.print ?? 'solid'}, ${way[shown?.direction ?? 'free']}`;
  return (
    <figure className="w-[min(15rem,44%)]">
      <FaceSheet paper={paper} face={face} label={`Face ${face} of ${paper.name}: ${words}`} />
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
