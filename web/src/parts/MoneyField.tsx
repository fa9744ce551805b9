import { useState } from 'react';
import { useTranslation } from 'react-i18next';

interface Props {
  label: string;
  value: string | null;
  onChange: (value: string | null) => void;
  className?: string;
}

/** An amount edited where it stands, with a point or a comma; what is none is marked, and not taken. */
export function MoneyField({ label, value, onChange, className = '' }: Props) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const plain = (typed ?? value ?? '').trim().replace(',', '.');
  const good = plain === '' || /^\d{1,7}(\.\d{1,2})?$/.test(plain);
  const take = () => {
    if (!good) return;
    if (typed !== null && plain !== (value ?? '')) onChange(plain || null);
    setTyped(null);
  };
  return (
    <span className="inline-block">
      <input
        aria-label={label}
        aria-invalid={!good}
        inputMode="decimal"
        placeholder="0.00"
        className={`rounded border bg-transparent px-1 hover:border-line focus:border-velvet focus:bg-sheet ${good ? 'border-transparent' : 'border-rust'} ${className}`}
        value={typed ?? value ?? ''}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={take}
        onKeyDown={(event) => {
          // A good amount is done with, and the keys go to the screen again; a bad one keeps them.
          if (event.key === 'Enter' && good) event.currentTarget.blur();
          if (event.key === 'Escape') setTyped(null);
        }}
      />
      {!good && (
        <span role="alert" className="block text-left text-[13px] leading-4 text-rust">
          {t('field.amount')}
        </span>
      )}
    </span>
  );
}
