import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Face } from '../../api/client';
import { ColourField } from '../../parts/ColourField';

type Colours = NonNullable<Face['colours']>;

/** A print has so many colours at most. */
const most = 6;

/** The share that a colour which is said by hand begins with. */
const usual = 0.05;

/** The colours of a print with their shares: where a colour returns, they count. */
export function PrintColours({ label, face, onChange }: { label: string; face: Face; onChange: (colours: Colours) => void }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const colours = face.colours ?? [];
  return (
    <span className="flex basis-full flex-wrap items-center gap-3">
      {colours.length > 0 && (
        <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('face.colours', { count: colours.length })}
        </button>
      )}
      {open &&
        colours.map((one, i) => (
          <span key={i} className="flex items-center gap-1">
            <ColourField
              label={t('face.colourN', { n: i + 1, label })}
              value={one.colour}
              onChange={(colour) => onChange(colours.map((c, at) => (at === i ? { ...c, colour } : c)))}
            />
            <span className="text-soft">{t('face.percent', { n: Math.round(one.share * 100) })}</span>
            <button
              type="button"
              className="quiet"
              aria-label={t('face.colourOff', { n: i + 1, label })}
              onClick={() => onChange(colours.filter((_, at) => at !== i))}
            >
              {t('face.off')}
            </button>
          </span>
        ))}
      {colours.length < most && (
        <button
          type="button"
          className="quiet"
          onClick={() => {
            onChange([...colours, { colour: face.ink ?? face.colour, share: usual }]);
            setOpen(true);
          }}
        >
          {t('face.colourAdd')}
        </button>
      )}
    </span>
  );
}
