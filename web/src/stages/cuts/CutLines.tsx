import { useTranslation } from 'react-i18next';
import type { PlanAnswer } from '../../api/client';
import { readable } from '../../parts/length';
import { partName } from './partName';

type Pattern = PlanAnswer['plan']['bySheet'][number]['patterns'][number];

interface Props {
  pattern: Pattern;
  lit: string | null;
  onLit: (label: string | null) => void;
  /** How many cuts are made in the picture; null while it shows them all. */
  at: number | null;
  onAt: (cuts: number) => void;
  /** Whether insides are cut out with a knife and a ruler. */
  noPlunge: boolean;
  /** Told when a piece that comes off is pressed. */
  onChoose: (label: string) => void;
}

/** The settings of the trimmer in order, large enough for arm's length. */
export function CutLines({ pattern, lit, onLit, at, onAt, noPlunge, onChoose }: Props) {
  const { t } = useTranslation();
  const name = (part: string) =>
    pattern.placements.some((p) => p.piece === part) ? (
      <button type="button" className="font-semibold hover:text-velvet" onClick={() => onChoose(part)}>
        {part}
      </button>
    ) : (
      <strong>{partName(t, part)}</strong>
    );
  if (pattern.cuts.length === 0)
    return (
      <p className="py-2">
        {t('cutLines.nothing')} {name(pattern.placements[0]?.piece ?? '')}.
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
              aria-label={t('cutLines.showTheSheetAfter', { order: cut.order })}
              aria-current={at === cut.order ? 'step' : undefined}
              className={`text-right text-[15px] ${at === cut.order ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}`}
              onClick={() => onAt(cut.order)}
            >
              {at !== null && cut.order <= at ? '✓' : cut.order}
            </button>
            <span className="text-xl leading-7 font-semibold text-brass">
              {readable(cut.setting)}
              {same && <span className="text-[13px] font-normal text-soft"> {t('cutLines.same')}</span>}
            </span>
            <span className="text-[15px] leading-5">
              {cut.plunge ? (
                <>
                  {t(noPlunge ? 'cutLines.knife' : 'cutLines.plunge', {
                    part: partName(t, cut.part),
                    edge: t(`edges.edge.${cut.fence}`),
                    start: readable(cut.plunge.start),
                    end: readable(cut.plunge.end),
                  })}
                  {off && (
                    <>
                      ; <strong>{off}</strong> {t('cutLines.comesFree')}
                    </>
                  )}
                </>
              ) : (
                <>
                  {t('cutLines.at', { part: partName(t, cut.part), edge: t(`edges.edge.${cut.fence}`) })} {name(off)}{' '}
                  {t('cutLines.comesOff')} {name(cut.gives[1] ?? '')} {t('cutLines.stays')}
                </>
              )}
            </span>
          </li>
        );
      })}
    </ol>
  );
}
