import type { Piece } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

/** What is done to a piece that has to dry before it is laid: stamped, painted, spattered. */
export function WetRow({ label, piece, onChange }: Props) {
  const wet = piece.wet;
  return (
    <>
      <span className="text-soft">Wet work</span>
      {wet ? (
        <span className="flex flex-wrap items-baseline gap-x-2">
          {piece.kind !== 'drawn' && (
            <TextField
              label={`Wet work on ${label}`}
              value={wet.words ?? ''}
              onChange={(words) => onChange({ ...piece, wet: { ...wet, words: words || null } })}
              className="w-44"
            />
          )}
          dries
          <NumberField
            align="left"
            label={`Minutes ${label} dries`}
            value={wet.minutes ?? 10}
            max={2880}
            onChange={(minutes) => minutes !== null && onChange({ ...piece, wet: { ...wet, minutes } })}
          />
          minutes
          <button type="button" className="quiet" onClick={() => onChange({ ...piece, wet: null })}>
            none
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() =>
            onChange({ ...piece, wet: piece.kind === 'drawn' ? { minutes: 10 } : { words: 'Stamp it', minutes: 10 } })
          }
        >
          {piece.kind === 'drawn' ? 'It has to dry before anything touches it' : 'It is stamped, painted or inked first'}
        </button>
      )}
    </>
  );
}
