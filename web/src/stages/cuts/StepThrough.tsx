import { useTranslation } from 'react-i18next';
import type { Mark, PlanAnswer } from '../../api/client';
import { readable } from '../../parts/length';

type Pattern = PlanAnswer['plan']['bySheet'][number]['patterns'][number];

/** The marks of a sheet after so many cuts: the cuts made so far, and only the pieces that lie free in their colours. */
export function marksAfter(marks: readonly Mark[], pattern: Pattern, cuts: number): Mark[] {
  const free = pattern.placements.filter((p) => p.offAt <= cuts).map((p) => p.box);
  const isFree = (box: { x: string; y: string }) => free.some((f) => f.x === box.x && f.y === box.y);
  return marks
    .filter((mark) => mark.mark !== 'line' || mark.role !== 'cut' || (mark.number ?? 0) <= cuts)
    .map((mark) => (mark.mark === 'box' && mark.role === 'paper' && !isFree(mark.box) ? { ...mark, role: 'empty' } : mark));
}

/** What the cut in hand does, as an outline: the part that lies on the trimmer. */
export function partInHand(pattern: Pattern, cuts: number): Mark[] {
  const next = pattern.cuts[cuts];
  return next ? [{ mark: 'box', role: 'ghost', box: next.partBox } as Mark] : [];
}

interface Props {
  pattern: Pattern;
  /** How many cuts are made. */
  at: number;
  onAt: (cuts: number) => void;
}

/** Cuts the sheet piece by piece: a slider, and the next cut in words. */
export function StepThrough({ pattern, at, onAt }: Props) {
  const { t } = useTranslation();
  const last = pattern.cuts.length;
  const next = pattern.cuts[at];
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-6 pb-4 text-[15px]">
      <button type="button" className="press" title="←" disabled={at === 0} onClick={() => onAt(at - 1)}>
        {t('stepThrough.back')}
      </button>
      <button type="button" className="press" title="→" disabled={at === last} onClick={() => onAt(at + 1)}>
        {t('stepThrough.cut')}
      </button>
      <input
        type="range"
        aria-label={t('stepThrough.cutsMade')}
        aria-valuetext={t('stepThrough.ofCutsMade', { at, last })}
        className="min-w-24 flex-1 accent-velvet"
        min={0}
        max={last}
        value={at}
        onChange={(event) => onAt(Number(event.currentTarget.value))}
      />
      <p className="min-h-6 w-full" role="status">
        {next ? (
          <>
            {t('stepThrough.cutOfEdgeAt', { order: next.order, last, fence: t(`edges.edge.${next.fence}`) })}{' '}
            <span className="font-semibold text-brass">{readable(next.setting)}</span>{' '}
            {next.plunge
              ? t('stepThrough.plunge', { start: readable(next.plunge.start), end: readable(next.plunge.end) })
              : t('stepThrough.mark')}
          </>
        ) : (
          t('stepThrough.allIsCut')
        )}
      </p>
    </div>
  );
}
