import { useQuery } from '@tanstack/react-query';
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
  const { kit } = useKit();
  const opening = piece.opening;
  if (!opening) return null;
  return (
    <>
      <span className="text-soft">Photo</span>
      <span className="flex flex-wrap items-baseline gap-3">
        <button
          type="button"
          className="press"
          onClick={() => onChange({ ...piece, size: { width: piece.size.height, height: piece.size.width } })}
        >
          Turn it
        </button>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-velvet"
            checked={opening.focal ?? false}
            onChange={(event) => onChange({ ...piece, opening: { ...opening, focal: event.currentTarget.checked } })}
          />
          the one the eye should meet first
        </label>
        <PrintSize label={label} piece={piece} onChange={onChange} />
        {opening.border ? (
          <span className="inline-flex items-baseline gap-1.5">
            white border
            <Measure
              align="left"
              label={`White border of ${label}`}
              value={opening.border}
              onChange={(border) => onChange({ ...piece, opening: { ...opening, border } })}
            />
            <button
              type="button"
              className="press"
              aria-label={`No white border on ${label}`}
              onClick={() => onChange({ ...piece, opening: { ...opening, border: null } })}
            >
              none
            </button>
          </span>
        ) : (
          <button
            type="button"
            className="press"
            onClick={() => onChange({ ...piece, opening: { ...opening, border: kit.unit === 'mm' ? '5 mm' : '1/4 in' } })}
          >
            Printed with a white border
          </button>
        )}
        <Choice
          label={`Where the faces of ${label} are`}
          value={opening.faces ?? 'any'}
          options={[
            { value: 'any', name: 'faces anywhere' },
            { value: 'left', name: 'faces left: not trimmed there' },
            { value: 'right', name: 'faces right: not trimmed there' },
            { value: 'top', name: 'faces above: not trimmed there' },
            { value: 'bottom', name: 'faces below: not trimmed there' },
          ]}
          onChange={(faces) => onChange({ ...piece, opening: { ...opening, faces: faces === 'any' ? null : faces } })}
        />
        <Choice
          label={`What ${label} holds`}
          value={opening.use ?? 'photo'}
          options={[
            { value: 'photo', name: 'holds a photo' },
            { value: 'placeholder', name: 'holds a placeholder card' },
            { value: 'empty', name: 'left empty' },
          ]}
          onChange={(use) => onChange({ ...piece, opening: { ...opening, use } })}
        />
      </span>
    </>
  );
}

/** The sizes prints come in: one is chosen, or the photo's own is added to them. */
function PrintSize({ label, piece, onChange }: Props) {
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
        label={`Print size of ${label}`}
        none="no usual print size"
        optional
        value={at < 0 ? null : String(at)}
        options={all.map((p, i) => ({ value: String(i), name: `print ${p.name}` }))}
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
          Add it to the print sizes
        </button>
      )}
      {at >= usual.length && (
        <button
          type="button"
          className="press"
          aria-label={`Take ${sizeOf(piece.size)} off the print sizes`}
          onClick={() => change({ ...kit, prints: own.filter((_, i) => i !== at - usual.length) })}
        >
          not one of them
        </button>
      )}
    </span>
  );
}
