import { useTranslation } from 'react-i18next';
import type { Face, Paper } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { ColourField } from '../../parts/ColourField';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { OptionalMeasure } from '../../parts/OptionalMeasure';
import { TextField } from '../../parts/TextField';
import { FacePicture } from './FacePicture';
import { PrintColours } from './PrintColours';
import { MotifPlaces } from './MotifPlaces';

const prints: readonly NonNullable<Face['print']>[] = ['solid', 'stripe', 'plaid', 'dot', 'floral', 'figures', 'lettering'];
const directions: readonly NonNullable<Face['direction']>[] = ['free', 'half-turn', 'one-way'];

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
  const { t } = useTranslation();
  const { kit } = useKit();
  const print = face.print ?? 'solid';
  return (
    <span className="flex flex-wrap items-baseline gap-2">
      {side !== null && (
        <TextField
          label={t('face.nameOf', { label })}
          value={face.name ?? ''}
          placeholder={side.replace(/ side$/, '')}
          optional
          className="w-28"
          onChange={(name) => onChange({ ...face, name: name || undefined })}
        />
      )}
      <ColourField
        label={t('face.colourOf', { label })}
        value={face.colour}
        onChange={(colour) => onChange({ ...face, colour })}
      />
      <Choice
        label={t('face.printOf', { label })}
        value={print}
        options={prints.map((p) => ({ value: p, name: t(`face.print.${p}`) }))}
        onChange={(next) => onChange({ ...face, print: next, ink: next === 'solid' ? undefined : (face.ink ?? '#8A5A10') })}
      />
      {print !== 'solid' && (
        <ColourField
          label={t('face.inkOf', { label })}
          value={face.ink ?? '#8A5A10'}
          onChange={(ink) => onChange({ ...face, ink })}
        />
      )}
      {print !== 'solid' && (
        <Choice
          label={t('face.directionOf', { label })}
          value={face.direction ?? 'free'}
          options={directions.map((value) => ({ value, name: t(`face.direction.${value}`) }))}
          onChange={(direction) => onChange({ ...face, direction })}
        />
      )}
      {print !== 'solid' && (
        <OptionalMeasure
          label={t('face.motifOf', { label })}
          value={face.motif ?? null}
          first={inUnit(kit, '1', '25')}
          offer={t('face.motifSize')}
          before={t('face.motif')}
          onChange={(motif) => onChange({ ...face, motif })}
        />
      )}
      {print !== 'solid' && <PrintColours label={label} face={face} onChange={(colours) => onChange({ ...face, colours })} />}
      {print !== 'solid' && print !== 'stripe' && print !== 'plaid' && (
        <MotifPlaces label={label} face={face} onChange={(motifs) => onChange({ ...face, motifs })} />
      )}
      <FacePicture label={label} paper={paper} face={face} name={name} onChange={onChange} />
    </span>
  );
}
