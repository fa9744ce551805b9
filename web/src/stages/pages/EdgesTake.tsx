import { useTranslation } from 'react-i18next';
import type { Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { sizeOf } from '../../parts/sizeOf';

interface Props {
  label: string;
  piece: Piece;
  /** Its edges that lose paper when they are worked. */
  worn: NonNullable<Piece['finishes']>;
  onChange: (piece: Piece) => void;
}

/** How much its worked edges take off a piece, and whether its size is meant before or after that. */
export function EdgesTake({ label, piece, worn, onChange }: Props) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const placed = answer?.layouts.flatMap((l) => l.pieces).find((p) => p.label === label)?.placed;
  const usual = (work: string | undefined) => (work === 'scalloped' ? inUnit(kit, '1/8', '3') : inUnit(kit, '1/4', '6'));
  return (
    <>
      <span className="text-soft">{t('edges.take')}</span>
      <span className="flex flex-wrap items-baseline gap-x-3">
        {worn.map((finish) => (
          <span key={finish.edge} className="flex items-baseline gap-1">
            <span className="text-soft">{t(`edges.edge.${finish.edge}`)}</span>
            <OptionalMeasure
              label={t('edges.takesOf', { edge: t(`edges.edge.${finish.edge}`), label })}
              value={finish.allowance ?? null}
              first={usual(finish.work)}
              offer={readable(usual(finish.work))}
              none={t('edges.usual')}
              onChange={(allowance) =>
                onChange({ ...piece, finishes: piece.finishes?.map((f) => (f.edge === finish.edge ? { ...f, allowance } : f)) })
              }
            />
          </span>
        ))}
      </span>
      <span className="text-soft">{t('edges.size')}</span>
      <span className="flex flex-wrap items-baseline gap-x-3">
        <Choice
          label={t('edges.sizeOf', { label })}
          value={piece.stated ?? 'kit'}
          options={[
            { value: 'kit', name: t('edges.asKit', { means: t(`edges.means.${kit.stated ?? 'finished'}`) }) },
            { value: 'cut', name: t('edges.means.cut') },
            { value: 'finished', name: t('edges.means.finished') },
          ]}
          onChange={(stated) => onChange({ ...piece, stated: stated === 'kit' ? null : stated })}
        />
        {placed && (
          <span className="text-soft">{t('edges.shows', { cut: sizeOf(placed.cutSize), shown: sizeOf(placed.box) })}</span>
        )}
      </span>
    </>
  );
}
