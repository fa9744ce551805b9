import { useTranslation } from 'react-i18next';
import type { Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { TextField } from '../../parts/TextField';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

type Drawn = NonNullable<Piece['drawn']>;

const kinds: readonly NonNullable<Drawn['kind']>[] = ['dashes', 'stitches', 'doodle', 'stamp', 'stencil'];

/** What is drawn, stitched or stamped on what lies there already: how, with what, in which colour. */
export function DrawnRow({ label, piece, onChange }: Props) {
  const { t } = useTranslation();
  const drawn: Drawn = piece.drawn ?? { kind: 'dashes', tool: 'pen' };
  return (
    <>
      <span className="text-soft">{t('drawn.as')}</span>
      <span className="flex flex-wrap items-baseline gap-x-2">
        <Choice
          label={t('drawn.whatOf', { label })}
          value={drawn.kind ?? 'dashes'}
          options={kinds.map((value) => ({ value, name: t(`drawn.kind.${value}`) }))}
          onChange={(kind) => onChange({ ...piece, drawn: { ...drawn, kind } })}
        />
        {t('drawn.with')}
        <TextField
          label={t('drawn.toolOf', { label })}
          value={drawn.tool}
          onChange={(tool) => onChange({ ...piece, drawn: { ...drawn, tool } })}
          className="w-36"
        />
        {t('drawn.in')}
        <TextField
          label={t('drawn.colourOf', { label })}
          value={drawn.colour ?? ''}
          optional
          placeholder={t('drawn.own')}
          onChange={(colour) => onChange({ ...piece, drawn: { ...drawn, colour: colour || null } })}
          className="w-32"
        />
      </span>
    </>
  );
}
