import { useState } from 'react';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Whether an empty text may be taken. */
  optional?: boolean;
  placeholder?: string;
  className?: string;
  /** Whether the cursor goes there as it comes up, over what stands there. */
  first?: boolean;
}

/** A text edited where it stands: Enter or leaving takes it, Escape leaves it as it was. */
export function TextField({ label, value, onChange, optional = false, placeholder, className = '', first = false }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const text = (typed ?? value).trim();
    if (text !== value && (optional || text !== '')) onChange(text);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      autoFocus={first}
      onFocus={(event) => first && event.currentTarget.select()}
      placeholder={placeholder}
      maxLength={120}
      className={`rounded border border-transparent bg-transparent px-1 hover:border-line focus:border-velvet focus:bg-sheet ${className}`}
      value={typed ?? value}
      onChange={(event) => setTyped(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          event.stopPropagation();
          setTyped(null);
        }
      }}
    />
  );
}
