import { useTranslation } from 'react-i18next';
import { Measure } from './Measure';

interface Props {
  label: string;
  value: string | null;
  /** What it begins with. */
  first: string;
  offer: string;
  before?: string;
  /** What is pressed to take it away again. */
  none?: string;
  onChange: (value: string | undefined) => void;
}

/** A measurement that need not be known. */
export function OptionalMeasure({ label, value, first, offer, before, none, onChange }: Props) {
  const { t } = useTranslation();
  const off = none ?? t('partSizes.notKnown');
  if (value === null)
    return (
      <button type="button" className="quiet" onClick={() => onChange(first)}>
        {offer}
      </button>
    );
  return (
    <span className="flex items-baseline gap-1.5">
      {before && <span className="text-soft">{before}</span>}
      <Measure align="left" label={label} value={value} onChange={onChange} />
      <button type="button" className="quiet" aria-label={`${label}: ${off}`} onClick={() => onChange(undefined)}>
        {off}
      </button>
    </span>
  );
}
