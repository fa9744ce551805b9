import type { PartSheet } from '../../api/client';
import { ColourField } from '../../parts/ColourField';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { OptionalMeasure } from '../../parts/OptionalMeasure';

type Part = NonNullable<PartSheet['parts']>[number];

/** How large a part is, and the colour most of it has: what serves as a mat has a size, and the eye goes by the colour. */
export function PartLook({ part, onChange }: { part: Part; onChange: (look: Partial<Part>) => void }) {
  const { kit } = useKit();
  const size = part.size;
  return (
    <>
      {size ? (
        <span className="flex items-baseline gap-1">
          <Measure
            align="right"
            label={`Width of ${part.id}`}
            value={size.width}
            onChange={(width) => onChange({ size: { ...size, width } })}
          />
          <span className="text-soft">x</span>
          <OptionalMeasure
            label={`Height of ${part.id}`}
            value={size.height}
            first={size.height}
            offer=""
            none="no size"
            onChange={(height) => onChange({ size: height === undefined ? undefined : { ...size, height } })}
          />
        </span>
      ) : (
        <button
          type="button"
          className="quiet"
          aria-label={`Size of ${part.id}`}
          onClick={() => onChange({ size: { width: inUnit(kit, '4', '100'), height: inUnit(kit, '6', '150') } })}
        >
          size
        </button>
      )}
      {part.colour ? (
        <span className="flex items-baseline gap-1">
          <ColourField label={`Colour of ${part.id}`} value={part.colour} onChange={(colour) => onChange({ colour })} />
          <button
            type="button"
            className="quiet"
            aria-label={`Colour of ${part.id}: not known`}
            onClick={() => onChange({ colour: undefined })}
          >
            no colour
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet"
          aria-label={`Colour of ${part.id}`}
          onClick={() => onChange({ colour: '#E8DCC4' })}
        >
          colour
        </button>
      )}
    </>
  );
}

/** How large a letter is: by that a title is held against its ground. */
export function LetterSize({ sheet, onChange }: { sheet: PartSheet; onChange: (letter: PartSheet['letter']) => void }) {
  const { kit } = useKit();
  const letter = sheet.letter;
  if (!letter)
    return (
      <button
        type="button"
        className="quiet justify-self-start"
        onClick={() => onChange({ width: inUnit(kit, '3/4', '20'), height: inUnit(kit, '1', '25') })}
      >
        say how large, so that titles are measured
      </button>
    );
  return (
    <span className="flex items-baseline gap-1">
      <Measure
        align="left"
        label={`Width of a letter of ${sheet.name}`}
        value={letter.width}
        onChange={(width) => onChange({ ...letter, width })}
      />
      <span className="text-soft">wide</span>
      <Measure
        align="left"
        label={`Height of a letter of ${sheet.name}`}
        value={letter.height}
        onChange={(height) => onChange({ ...letter, height })}
      />
      <span className="text-soft">high</span>
      <button
        type="button"
        className="quiet"
        aria-label={`Letters of ${sheet.name}: size not known`}
        onClick={() => onChange(undefined)}
      >
        not known
      </button>
    </span>
  );
}
