import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { cutOf, keptOrNot, placeOf, type Mode, type Pattern } from './keeping';
import { useMarking } from './useMarking';

interface Props {
  pattern: Pattern;
  mode: Mode;
  /** How the sheet is called here: sheet 2. */
  name: string;
}

/** What is done with a planned sheet: kept as it is, let go again, marked as cut. */
export function SheetHand({ pattern, mode, name }: Props) {
  const { kit, change } = useKit();
  const marking = useMarking();
  const place = placeOf(kit, pattern, mode);
  const atOnce = pattern.atOnce ?? 1;
  const cut = cutOf(pattern);
  const stacks = atOnce > 1 && pattern.passes > 0;
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 pt-1 text-[15px]">
      {!pattern.from &&
        (place < 0 ? (
          <button type="button" className="press" title="S" onClick={() => change(keptOrNot(kit, pattern, mode))}>
            Keep this sheet
          </button>
        ) : (
          <>
            <span className="text-moss">kept as it is</span>
            {cut < pattern.times && (
              <button type="button" className="press" title="S" onClick={() => change(keptOrNot(kit, pattern, mode))}>
                Let it go
              </button>
            )}
          </>
        ))}
      {!pattern.from && mode === 'batch' && (
        <span className="flex items-baseline gap-1.5 text-soft">
          cut
          <NumberField
            align="left"
            label={`Sheets cut of ${name}`}
            value={cut}
            max={pattern.times}
            onChange={(n) => n !== null && marking.mark(pattern, mode, n)}
          />
          of {pattern.times}
          {cut < pattern.times && (
            <button
              type="button"
              className="press"
              disabled={marking.isPending}
              onClick={() => marking.mark(pattern, mode, pattern.times)}
            >
              All are cut
            </button>
          )}
        </span>
      )}
      {marking.error && (
        <span role="alert" className="text-rust">
          {marking.error.message}
        </span>
      )}
      {pattern.byKnife.length > 0 && (
        <span className="text-brass">
          {pattern.byKnife.length === 1 ? 'Cut' : 'Cuts'} {pattern.byKnife.join(', ')} by knife, along a ruler: longer than the
          trimmer’s
        </span>
      )}
      {stacks && (
        <span className="text-soft">
          {atOnce} sheets at once, {pattern.passes} {pattern.passes === 1 ? 'time' : 'times'}
        </span>
      )}
    </div>
  );
}
