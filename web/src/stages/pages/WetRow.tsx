import { useTranslation } from 'react-i18next';
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
  const { t } = useTranslation();
  const wet = piece.wet;
  return (
    <>
      <span className="text-soft">{t('wet.is')}</span>
      {wet ? (
        <span className="flex flex-wrap items-baseline gap-x-2">
          {piece.kind !== 'drawn' && (
            <TextField
              label={t('wet.of', { label })}
              value={wet.words ?? ''}
              onChange={(words) => onChange({ ...piece, wet: { ...wet, words: words || null } })}
              className="w-44"
            />
          )}
          {t('wet.dries')}
          <NumberField
            align="left"
            label={t('wet.minutesOf', { label })}
            value={wet.minutes ?? 10}
            max={2880}
            onChange={(minutes) => minutes !== null && onChange({ ...piece, wet: { ...wet, minutes } })}
          />
          {t('wet.minutes')}
          <button type="button" className="quiet" onClick={() => onChange({ ...piece, wet: null })}>
            {t('wet.none')}
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet justify-self-start"
          onClick={() =>
            onChange({ ...piece, wet: piece.kind === 'drawn' ? { minutes: 10 } : { words: t('wet.stamp'), minutes: 10 } })
          }
        >
          {t(piece.kind === 'drawn' ? 'wet.drawn' : 'wet.first')}
        </button>
      )}
    </>
  );
}
