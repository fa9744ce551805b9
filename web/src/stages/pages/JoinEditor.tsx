import { useTranslation } from 'react-i18next';
import type { Piece } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { inUnit, toInches } from '../../parts/length';
import { Measure } from '../../parts/Measure';

interface Props {
  label: string;
  piece: Piece;
  /** What the press says that makes the first join. */
  offer?: string;
  onChange: (piece: Piece) => void;
}

/** Where a strip may be pieced together from shorter paper, from its left or top end. */
export function JoinEditor({ label, piece, offer, onChange }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const joins = piece.joins ?? [];
  const end = toInches(piece.size.width) >= toInches(piece.size.height) ? 'left' : 'top';
  if (joins.length === 0)
    return (
      <button
        type="button"
        className="quiet justify-self-start"
        onClick={() => onChange({ ...piece, joins: [inUnit(kit, '3', '75')] })}
      >
        {offer ?? t('joinEditor.offer')}
      </button>
    );
  return (
    <span className="flex flex-wrap items-baseline gap-1.5">
      {t('joinEditor.joined')}
      {joins.map((join, i) => (
        <span key={i} className="flex items-baseline">
          <Measure
            align="left"
            label={t('joinEditor.joinOf', { i: i + 1, label })}
            value={join}
            onChange={(next) =>
              onChange({ ...piece, joins: joins.map((j, n) => (n === i ? next : j)).sort((a, b) => toInches(a) - toInches(b)) })
            }
          />
          <button
            type="button"
            className="quiet"
            aria-label={t('joinEditor.removeJoinOf', { i: i + 1, label })}
            onClick={() => onChange({ ...piece, joins: joins.filter((_, n) => n !== i) })}
          >
            ×
          </button>
        </span>
      ))}
      <span className="text-soft">{t('joinEditor.fromItsEnd', { end: t(`edges.edge.${end}`) })}</span>
    </span>
  );
}
