import { useTranslation } from 'react-i18next';
import type { PartSheet } from '../../api/client';
import { ColourField } from '../../parts/ColourField';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { OptionalMeasure } from '../../parts/OptionalMeasure';

type Part = NonNullable<PartSheet['parts']>[number];

/** How large a part is, and the colour most of it has: what serves as a mat has a size, and the eye goes by the colour. */
export function PartLook({ part, onChange }: { part: Part; onChange: (look: Partial<Part>) => void }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const size = part.size;
  return (
    <>
      {size ? (
        <span className="flex items-baseline gap-1">
          <Measure
            align="right"
            label={t('partSizes.widthOf', { id: part.id })}
            value={size.width}
            onChange={(width) => onChange({ size: { ...size, width } })}
          />
          <span className="text-soft">x</span>
          <OptionalMeasure
            label={t('partSizes.heightOf', { id: part.id })}
            value={size.height}
            first={size.height}
            offer=""
            none={t('partSizes.noSize')}
            onChange={(height) => onChange({ size: height === undefined ? undefined : { ...size, height } })}
          />
        </span>
      ) : (
        <button
          type="button"
          className="quiet"
          aria-label={t('partSizes.sizeOf', { id: part.id })}
          onClick={() => onChange({ size: { width: inUnit(kit, '4', '100'), height: inUnit(kit, '6', '150') } })}
        >
          {t('partSizes.size')}
        </button>
      )}
      {part.colour ? (
        <span className="flex items-baseline gap-1">
          <ColourField
            label={t('partSizes.colourOf', { id: part.id })}
            value={part.colour}
            onChange={(colour) => onChange({ colour })}
          />
          <button
            type="button"
            className="quiet"
            aria-label={t('partSizes.colourOfNotKnown', { id: part.id })}
            onClick={() => onChange({ colour: undefined })}
          >
            {t('partSizes.noColour')}
          </button>
        </span>
      ) : (
        <button
          type="button"
          className="quiet"
          aria-label={t('partSizes.colourOf', { id: part.id })}
          onClick={() => onChange({ colour: '#E8DCC4' })}
        >
          {t('partSizes.colour')}
        </button>
      )}
    </>
  );
}

/** How large a letter is: by that a title is held against its ground. */
export function LetterSize({ sheet, onChange }: { sheet: PartSheet; onChange: (letter: PartSheet['letter']) => void }) {
  const { t } = useTranslation();
  const { kit } = useKit();
  const letter = sheet.letter;
  if (!letter)
    return (
      <button
        type="button"
        className="quiet justify-self-start"
        onClick={() => onChange({ width: inUnit(kit, '3/4', '20'), height: inUnit(kit, '1', '25') })}
      >
        {t('partSizes.sayHowLargeSo')}
      </button>
    );
  return (
    <span className="flex items-baseline gap-1">
      <Measure
        align="left"
        label={t('partSizes.widthOfALetter', { sheet: sheet.name })}
        value={letter.width}
        onChange={(width) => onChange({ ...letter, width })}
      />
      <span className="text-soft">{t('partSizes.wide')}</span>
      <Measure
        align="left"
        label={t('partSizes.heightOfALetter', { sheet: sheet.name })}
        value={letter.height}
        onChange={(height) => onChange({ ...letter, height })}
      />
      <span className="text-soft">{t('partSizes.high')}</span>
      <button
        type="button"
        className="quiet"
        aria-label={t('partSizes.lettersOfSizeNot', { sheet: sheet.name })}
        onClick={() => onChange(undefined)}
      >
        {t('partSizes.notKnown')}
      </button>
    </span>
  );
}
