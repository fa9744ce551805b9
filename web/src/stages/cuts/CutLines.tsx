import type { PlanAnswer } from '../../api/client';
import { readable } from '../../parts/length';

type Pattern = PlanAnswer['plan']['bySheet'][number]['patterns'][number];

interface Props {
  pattern: Pattern;
  lit: string | null;
  onLit: (label: string | null) => void;
  /** How many cuts are made in the picture; null while it shows them all. */
  at: number | null;
  onAt: (cuts: number) => void;
}

const partName = (part: string) => (/^[a-z]{1,2}$/.test(part) ? `part ${part}` : part);

/** The settings of the trimmer in order, large enough for arm's length. */
export function CutLines({ pattern, lit, onLit, at, onAt }: Props) {
  if (pattern.cuts.length === 0)
    return (
      <p className="py-2">
        Nothing is cut: the sheet is <strong>{pattern.placements[0]?.piece}</strong>.
      </p>
    );
  return (
    <ol className="pt-1">
      {pattern.cuts.map((cut, i) => {
        const off = cut.gives[0] ?? '';
        const isLabel = pattern.placements.some((p) => p.piece === off);
        const same = i > 0 && pattern.cuts[i - 1]?.setting === cut.setting;
        return (
          <li
            key={cut.order}
            className={`-mx-2 grid grid-cols-[1.5rem_5.5rem_1fr] items-baseline gap-2 px-2 py-1 ${isLabel && lit === off ? 'bg-lit' : ''}`}
            onPointerEnter={() => onLit(isLabel ? off : null)}
            onPointerLeave={() => onLit(null)}
          >
            <button
              type="button"
              aria-label={`Show the sheet after cut ${cut.order}`}
              aria-current={at === cut.order ? 'step' : undefined}
              className={`text-right text-[15px] ${at === cut.order ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}`}
              onClick={() => onAt(cut.order)}
            >
              {at !== null && cut.order <= at ? '✓' : cut.order}
            </button>
            <span className="text-xl leading-7 font-semibold text-brass">
              {readable(cut.setting)}
              {same && <span className="text-[13px] font-normal text-soft"> same</span>}
            </span>
            <span className="text-[15px] leading-5">
              {partName(cut.part)}, {cut.fence} edge to the fence: <strong>{partName(off)}</strong> comes off,{' '}
              {partName(cut.gives[1] ?? '')} stays
            </span>
          </li>
        );
      })}
    </ol>
  );
}
