import { useEffect, useState } from 'react';

interface Props {
  children: string;
  /** What it asks before it does it. */
  asks: string;
  onConfirm: () => void;
}

/** A press that cannot be taken back: it asks first, and forgets the question after a few seconds. */
export function ConfirmButton({ children, asks, onConfirm }: Props) {
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    if (!asking) return;
    const timer = setTimeout(() => setAsking(false), 6000);
    return () => clearTimeout(timer);
  }, [asking]);
  return (
    <button
      type="button"
      className={`press ${asking ? 'border-rust font-semibold text-rust' : ''}`}
      onClick={() => {
        if (asking) onConfirm();
        setAsking(!asking);
      }}
    >
      {asking ? asks : children}
    </button>
  );
}
