import { useState } from 'react';
import { useTranslation } from 'react-i18next';

interface Props {
  label: string;
  value: number | null;
  /** What stands there while there is no number; without it, a number is needed. */
  none?: string;
  min?: number;
  max: number;
  onChange: (value: number | null) => void;
  align?: 'left' | 'right';
}

/** A whole number edited where it stands. */
export function NumberField({ label, value, none, min = 0, max, onChange, align = 'right' }: Props) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (value === null ? '' : String(value));
  const number = /^\d+$/.test(shown.trim()) ? Number(shown) : null;
  const good = shown.trim() === '' ? none !== undefined : number !== null && number >= min && number <= max;
  const take = () => {
    if (typed !== null && good && number !== value) onChange(number);
    if (good) setTyped(null);
  };
  return (
    <span className="relative inline-block">
      <input
        aria-label={label}
        aria-invalid={!good}
        inputMode="numeric"
        placeholder={none}
        className={`w-20 rounded border bg-transparent px-1 ${align === 'right' ? 'text-right' : 'text-left'} text-[15px] leading-6 hover:border-line focus:border-velvet focus:bg-sheet ${good ? 'border-transparent' : 'border-rust'}`}
        value={shown}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') setTyped(null);
        }}
      />
      {!good && (
        <span
          role="alert"
          className="absolute top-full right-0 z-10 mt-1 w-56 border border-rust bg-chalk px-3 py-2 text-left text-[14px] leading-5 text-rust"
        >
          {none ? t('field.numberOrNothing', { min, max }) : t('field.number', { min, max })}
        </span>
      )}
    </span>
  );
}
