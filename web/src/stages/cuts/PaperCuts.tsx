import { useTranslation } from 'react-i18next';
import type { PlanAnswer } from '../../api/client';
import { withPiece } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { Swatch } from '../../parts/Swatch';
import { CutLines } from './CutLines';
import { cutOf, withoutStale, type Mode, type Pattern } from './keeping';
import { PieceHand } from './PieceHand';
import { proof } from './proof';
import type { useReach } from './Reach';
import { SheetHand } from './SheetHand';

type Saving = NonNullable<ReturnType<typeof useReach>>['savings'][number];

interface Props {
  sheet: PlanAnswer['plan']['bySheet'][number];
  mode: Mode;
  /** The place of the pattern that is looked at; null where it is another paper's. */
  at: number | null;
  onAt: (pattern: number) => void;
  /** How many cuts are made in the picture; null while it shows them all. */
  made: number | null;
  onMade: (cuts: number) => void;
  /** The piece that is chosen on the sheet. */
  chosen: string | null;
  onChosen: (label: string | null) => void;
  /** Told what came of a piece that was moved. */
  onTold: (says: string) => void;
  /** What cutting out hidden middles would save. */
  saving: Saving | undefined;
}

/** One paper: its sheets and how good the plan is, what to buy, and the sheet that is looked at cut by cut. */
export function PaperCuts({ sheet, mode, at, onAt, made, onMade, chosen, onChosen, onTold, saving }: Props) {
  const { t } = useTranslation();
  const state = (pattern: Pattern) => {
    const made = cutOf(pattern);
    return [
      pattern.times > 1 && t('paperCuts.times', { n: pattern.times }),
      made > 0
        ? made === pattern.times
          ? t('paperCuts.cut')
          : t('paperCuts.cutOf', { n: made })
        : pattern.isKept && t('paperCuts.kept'),
    ].filter(Boolean);
  };
  const { kit, answer, change, lit, setLit } = useKit();
  const paper = kit.papers?.find((p) => p.id === sheet.sheet);
  const name = paper?.name ?? sheet.sheet;
  const pattern = at === null ? undefined : sheet.patterns[at];
  const count = mode === 'batch' ? answer?.counts.sheets.find((s) => s.paper === sheet.sheet) : undefined;
  return (
    <section aria-label={name} className="border-b border-line py-2">
      <div className="flex items-center gap-2">
        {paper && <Swatch paper={paper} />}
        <h2 className="text-lg">{name}</h2>
        <span className="ml-auto text-[15px] text-soft">
          {t('many.sheet', { count: sheet.sheetsUsed })};{' '}
          <span className={sheet.proved ? 'text-moss' : ''}>{proof(t, sheet)}</span>
        </span>
      </div>
      {count && (count.missing > 0 || count.cut > 0) && (
        <p className="text-[15px]">
          {count.cut > 0 && (
            <span className="text-soft">{t('paperCuts.cutAlready', { cut: t('many.sheet', { count: count.cut }) })} </span>
          )}
          {count.missing > 0 && (
            <span className="text-rust">{t('paperCuts.moreToBuy', { missing: t('many.sheet', { count: count.missing }) })}</span>
          )}
        </p>
      )}
      {(sheet.stale ?? []).map((stale) => (
        <p key={stale.place} className="flex flex-wrap items-baseline gap-x-3 text-[15px]">
          <span className="text-rust">
            {t('paperCuts.aKeptSheetCannot', { value: stale.pieces.join(', ') || t('paperCuts.whatLiesOnIt') })}
          </span>
          <button type="button" className="press" onClick={() => change(withoutStale(kit, sheet.sheet, mode, stale.place))}>
            {t('paperCuts.letItGo')}
          </button>
        </p>
      ))}
      {saving && (
        <p className="flex items-baseline gap-x-3 text-[15px]">
          <span className="min-w-0 flex-1">
            {t('paperCuts.lessWithTheHidden', {
              sheets: t('many.sheet', { count: saving.sheets }),
              value: saving.pieces.map(({ layout, piece }) => `${layout}-${piece.id}`).join(', '),
            })}
          </span>
          <button
            type="button"
            className="press"
            onClick={() => change(saving.pieces.reduce((k, { layout, piece }) => withPiece(k, layout, piece.id, piece), kit))}
          >
            {t('paperCuts.cutItOut')}
          </button>
        </p>
      )}
      <div className="flex flex-wrap gap-x-3 gap-y-1 pt-1">
        {sheet.patterns.map((p, i) => (
          <button
            key={i}
            type="button"
            aria-pressed={at === i}
            className={`text-[15px] underline-offset-4 ${at === i ? 'font-semibold text-velvet' : 'text-soft underline decoration-line hover:text-velvet'}`}
            onClick={() => onAt(i)}
          >
            {[p.from ?? t('paperCuts.sheet', { i: i + 1 }), ...state(p)].join(', ')}
          </button>
        ))}
      </div>
      {pattern && at !== null && (
        <>
          {chosen && pattern.placements.some((p) => p.piece === chosen) && (
            <PieceHand
              key={chosen}
              label={chosen}
              pattern={pattern}
              sheet={sheet}
              mode={mode}
              onMoved={(says) => {
                onChosen(null);
                onTold(says);
              }}
            />
          )}
          <SheetHand pattern={pattern} mode={mode} name={`sheet ${at + 1} of ${name}`} />
          <CutLines
            pattern={pattern}
            noPlunge={kit.noPlunge ?? false}
            at={made}
            lit={lit}
            onLit={setLit}
            onAt={onMade}
            onChoose={onChosen}
          />
          {pattern.offcuts.length > 0 && (
            <p className="pt-1 text-[15px] text-soft">
              {t('paperCuts.leftOfIt', {
                value: pattern.offcuts.map((o) => `${o.name} (${readable(o.box.width)} x ${readable(o.box.height)})`).join(', '),
              })}
            </p>
          )}
        </>
      )}
    </section>
  );
}
