import type { Face, Paper } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { ColourField } from '../../parts/ColourField';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { TextField } from '../../parts/TextField';
import { FacePicture } from './FacePicture';

const prints: readonly NonNullable<Face['print']>[] = ['solid', 'stripe', 'plaid', 'dot', 'floral', 'figures', 'lettering'];
const directions: Record<NonNullable<Face['direction']>, string> = {
  free: 'any way up',
  'half-turn': 'may be turned half',
  'one-way': 'one way up',
};

/** One face of a paper: its colours, its print, which way round that lies and how large its motif is. */
export function FaceEditor({
  paper,
  name,
  label,
  face,
  side,
  onChange,
}: {
  paper: Paper;
  name: 'A' | 'B';
  label: string;
  face: Face;
  /** What guides call it while it has no name; null where the sheet has one side only. */
  side: string | null;
  onChange: (face: Face) => void;
}) {
  const { kit } = useKit();
  const print = face.print ?? 'solid';
  return (
    <span className="flex flex-wrap items-baseline gap-2">
      {side !== null && (
        <TextField
          label={`Name of ${label}`}
          value={face.name ?? ''}
          placeholder={side.replace(/ side$/, '')}
          optional
          className="w-28"
          onChange={(name) => onChange({ ...face, name: name || undefined })}
        />
      )}
      <ColourField label={`Colour of ${label}`} value={face.colour} onChange={(colour) => onChange({ ...face, colour })} />
      <Choice
        label={`Print of ${label}`}
        value={print}
        options={prints.map((p) => ({ value: p, name: p }))}
        onChange={(next) => onChange({ ...face, print: next, ink: next === 'solid' ? undefined : (face.ink ?? '#8A5A10') })}
      />
      {print !== 'solid' && (
        <ColourField
          label={`Print colour of ${label}`}
          value={face.ink ?? '#8A5A10'}
          onChange={(ink) => onChange({ ...face, ink })}
        />
      )}
      {print !== 'solid' && (
        <Choice
          label={`Direction of ${label}`}
          value={face.direction ?? 'free'}
          options={(Object.keys(directions) as (keyof typeof directions)[]).map((value) => ({ value, name: directions[value] }))}
          onChange={(direction) => onChange({ ...face, direction })}
        />
      )}
      {print !== 'solid' && (
        <OptionalMeasure
          label={`Motif of ${label}`}
          value={face.motif ?? null}
          first={inUnit(kit, '1', '25')}
          offer="motif size"
          before="motif"
          onChange={(motif) => onChange({ ...face, motif })}
        />
      )}
      <FacePicture label={label} paper={paper} face={face} name={name} onChange={onChange} />
    </span>
  );
}
