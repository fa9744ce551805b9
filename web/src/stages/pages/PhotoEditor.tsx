import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { toInches } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { sizeOf } from '../../parts/sizeOf';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

type Size = Piece['size'];

const turned = (size: Size): Size => ({ width: size.height, height: size.width });

/** Sizes are written alike wherever they come from, so that they are equal where they read alike. */
const isSame = (a: Size, b: Size) => a.width === b.width && a.height === b.height;

/** How the photo itself is printed, and what is known of it. */
export function PhotoEditor({ label, piece, onChange }: Props) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const opening = piece.opening;
  if (!opening) return null;
  return (
    <>
      <span className="text-soft">{t('photo.is')}</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <button
          type="button"
          className="press"
          onClick={() => onChange({ ...piece, size: { width: piece.size.height, height: piece.size.width } })}
        >
          {t('photo.turn')}
        </button>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={opening.focal ?? false}
            onChange={(event) => onChange({ ...piece, opening: { ...opening, focal: event.currentTarget.checked } })}
          />
          {t('photo.focal')}
        </label>
        <PrintSize label={label} piece={piece} onChange={onChange} />
        {opening.border ? (
          <span className="inline-flex items-baseline gap-1.5">
            {t('photo.border')}
            <Measure
              align="left"
              label={t('photo.borderOf', { label })}
              value={opening.border}
              onChange={(border) => onChange({ ...piece, opening: { ...opening, border } })}
            />
            <button
              type="button"
              className="press"
              aria-label={t('photo.noBorder', { label })}
              onClick={() => onChange({ ...piece, opening: { ...opening, border: null } })}
            >
              {t('photo.none')}
            </button>
          </span>
        ) : (
          <button
            type="button"
            className="press"
            onClick={() => onChange({ ...piece, opening: { ...opening, border: kit.unit === 'mm' ? '5 mm' : '1/4 in' } })}
          >
            {t('photo.withBorder')}
          </button>
        )}
        <Choice
          label={t('photo.facesOf', { label })}
          value={opening.faces ?? 'any'}
          options={(['any', 'left', 'right', 'top', 'bottom'] as const).map((value) => ({
            value,
            name: t(`photo.faces.${value}`),
          }))}
          onChange={(faces) => onChange({ ...piece, opening: { ...opening, faces: faces === 'any' ? null : faces } })}
        />
        <Choice
          label={t('photo.looksOf', { label })}
          value={opening.looks ?? 'straight'}
          options={(['straight', 'left', 'right'] as const).map((value) => ({ value, name: t(`photo.looks.${value}`) }))}
          onChange={(looks) => onChange({ ...piece, opening: { ...opening, looks } })}
        />
        <Choice
          label={t('photo.toneOf', { label })}
          value={opening.tone ?? 'colour'}
          options={(['colour', 'black-and-white', 'faded'] as const).map((value) => ({ value, name: t(`photo.tone.${value}`) }))}
          onChange={(tone) => onChange({ ...piece, opening: { ...opening, tone } })}
        />
        <Choice
          label={t('photo.holdsOf', { label })}
          value={opening.use ?? 'photo'}
          options={(['photo', 'placeholder', 'empty'] as const).map((value) => ({ value, name: t(`photo.holds.${value}`) }))}
          onChange={(use) => onChange({ ...piece, opening: { ...opening, use } })}
        />
      </span>
    </>
  );
}

/** The sizes prints come in: one is chosen, or the photo's own is added to them. */
function PrintSize({ label, piece, onChange }: Props) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const sizes = useQuery({ queryKey: ['sizes'], queryFn: async () => unwrap(await api.GET('/api/sizes')), staleTime: Infinity });
  if (!sizes.data) return null;
  const own = kit.prints ?? [];
  const usual = kit.unit === 'mm' ? sizes.data.metricPrints : sizes.data.prints;
  const all = [...usual, ...own];
  const at = all.findIndex((p) => isSame(p.size, piece.size) || isSame(turned(p.size), piece.size));
  // Named upright, as the trade does; it lies as the photo lies.
  const isWide = (size: Size) => toInches(size.width) > toInches(size.height);
  return (
    <span className="inline-flex flex-wrap items-baseline gap-1.5">
      <Choice
        label={t('photo.sizeOf', { label })}
        none={t('photo.noSize')}
        optional
        value={at < 0 ? null : String(at)}
        options={all.map((p, i) => ({ value: String(i), name: t('photo.print', { name: p.name }) }))}
        onChange={(chosen) => {
          const size = all[Number(chosen)]?.size;
          if (size) onChange({ ...piece, size: isWide(size) === isWide(piece.size) ? size : turned(size) });
        }}
      />
      {at < 0 && (
        <button
          type="button"
          className="press"
          onClick={() => change({ ...kit, prints: [...own, { name: sizeOf(piece.size), size: piece.size }] })}
        >
          {t('photo.addSize')}
        </button>
      )}
      {at >= usual.length && (
        <button
          type="button"
          className="press"
          aria-label={t('photo.offSize', { size: sizeOf(piece.size) })}
          onClick={() => change({ ...kit, prints: own.filter((_, i) => i !== at - usual.length) })}
        >
          {t('photo.notOne')}
        </button>
      )}
    </span>
  );
}
