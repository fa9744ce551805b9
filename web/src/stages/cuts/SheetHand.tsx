import { useTranslation } from 'react-i18next';
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
  const { t } = useTranslation();
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
            {t('sheetHand.keepThisSheet')}
          </button>
        ) : (
          <>
            <span className="text-moss">{t('sheetHand.keptAsItIs')}</span>
            {cut < pattern.times && (
              <button type="button" className="press" title="S" onClick={() => change(keptOrNot(kit, pattern, mode))}>
                {t('sheetHand.letItGo')}
              </button>
            )}
          </>
        ))}
      {!pattern.from && mode === 'batch' && (
        <span className="flex items-baseline gap-1.5 text-soft">
          {t('sheetHand.cut')}
          <NumberField
            align="left"
            label={t('sheetHand.sheetsCutOf', { name })}
            value={cut}
            max={pattern.times}
            onChange={(n) => n !== null && marking.mark(pattern, mode, n)}
          />
          {t('sheetHand.of', { times: pattern.times })}
          {cut < pattern.times && (
            <button
              type="button"
              className="press"
              disabled={marking.isPending}
              onClick={() => marking.mark(pattern, mode, pattern.times)}
            >
              {t('sheetHand.allAreCut')}
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
          {t('sheetHand.cutByKnifeAlong', { count: pattern.byKnife.length, value: pattern.byKnife.join(', ') })}
        </span>
      )}
      {stacks && <span className="text-soft">{t('sheetHand.sheetsAtOnceTime', { count: pattern.passes, atOnce })}</span>}
    </div>
  );
}
