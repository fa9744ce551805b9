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
export function JoinEditor({ label, piece, offer = 'Join it from shorter paper', onChange }: Props) {
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
        {offer}
      </button>
    );
  return (
    <span className="flex flex-wrap items-baseline gap-1.5">
      joined
      {joins.map((join, i) => (
        <span key={i} className="flex items-baseline">
          <Measure
            align="left"
            label={`Join ${i + 1} of ${label}`}
            value={join}
            onChange={(next) =>
              onChange({ ...piece, joins: joins.map((j, n) => (n === i ? next : j)).sort((a, b) => toInches(a) - toInches(b)) })
            }
          />
          <button
            type="button"
            className="quiet"
            aria-label={`Remove join ${i + 1} of ${label}`}
            onClick={() => onChange({ ...piece, joins: joins.filter((_, n) => n !== i) })}
          >
            ×
          </button>
        </span>
      ))}
      <span className="text-soft">from its {end} end</span>
    </span>
  );
}
