import type { Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { TextField } from '../../parts/TextField';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

type Drawn = NonNullable<Piece['drawn']>;

const kinds: Record<NonNullable<Drawn['kind']>, string> = {
  dashes: 'dashes',
  stitches: 'stitches',
  doodle: 'a doodle',
  stamp: 'stamped',
  stencil: 'through a stencil',
};

/** What is drawn, stitched or stamped on what lies there already: how, with what, in which colour. */
export function DrawnRow({ label, piece, onChange }: Props) {
  const drawn: Drawn = piece.drawn ?? { kind: 'dashes', tool: 'pen' };
  return (
    <>
      <span className="text-soft">Done as</span>
      <span className="flex flex-wrap items-baseline gap-x-2">
        <Choice
          label={`What ${label} is`}
          value={drawn.kind ?? 'dashes'}
          options={(Object.keys(kinds) as (keyof typeof kinds)[]).map((value) => ({ value, name: kinds[value] }))}
          onChange={(kind) => onChange({ ...piece, drawn: { ...drawn, kind } })}
        />
        with
        <TextField
          label={`Tool of ${label}`}
          value={drawn.tool}
          onChange={(tool) => onChange({ ...piece, drawn: { ...drawn, tool } })}
          className="w-36"
        />
        in
        <TextField
          label={`Colour of ${label}`}
          value={drawn.colour ?? ''}
          optional
          placeholder="its own colour"
          onChange={(colour) => onChange({ ...piece, drawn: { ...drawn, colour: colour || null } })}
          className="w-32"
        />
      </span>
    </>
  );
}
