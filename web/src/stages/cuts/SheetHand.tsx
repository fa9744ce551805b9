import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { cutOf, keptOrNot, placeOf, withCut, type Mode, type Pattern } from './keeping';

interface Props {
  pattern: Pattern;
  mode: Mode;
  /** How the sheet is called here: sheet 2. */
  name: string;
}

/** What is done with a planned sheet: kept as it is, let go again, marked as cut. */
export function SheetHand({ pattern, mode, name }: Props) {
  const { kit, change } = useKit();
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
            onChange={(n) => n !== null && change(withCut(kit, pattern, mode, n))}
          />
          of {pattern.times}
          {cut < pattern.times && (
            <button type="button" className="press" onClick={() => change(withCut(kit, pattern, mode, pattern.times))}>
              All are cut
            </button>
          )}
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
