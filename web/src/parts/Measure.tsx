import { useMutation } from '@tanstack/react-query';
import { useId, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { api, ApiError, unwrap } from '../api/client';
import { useKit } from './kitContext';
import { readable } from './length';

interface Props {
  /** What is measured, for a screen reader: "Width of L1-B2". */
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Which way it leans against what stands beside it. */
  align?: 'left' | 'right';
}

/** A measurement that is edited where it stands: press it, type, Enter. The server reads what was typed. */
export function Measure({ label, value, onChange, align = 'right' }: Props) {
  const { kit } = useKit();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const left = useRef(false);
  const faultId = useId();
  const latest = useRef(onChange);
  useLayoutEffect(() => {
    latest.current = onChange;
  }, [onChange]);
  const read = useMutation({
    // One after the other, and each on the screen before the next is taken: of two measurements typed quickly neither is lost.
    scope: { id: 'measure' },
    mutationFn: async (text: string) =>
      unwrap(await api.POST('/api/compute/length', { body: { text, unit: kit.unit ?? 'in', ruler: kit.ruler } })),
    onSuccess: ({ exact }) => {
      setTyped(null);
      setFault(null);
      if (exact !== value) flushSync(() => latest.current(exact));
    },
    onError: (error) => setFault(error instanceof ApiError ? (error.errors.text ?? error.message) : error.message),
  });

  const take = () => {
    if (left.current) return;
    if (typed === null || typed.trim() === readable(value)) {
      setTyped(null);
      setFault(null);
    } else if (!read.isPending || read.variables !== typed) read.mutate(typed); // Enter and then leaving ask once
  };

  return (
    <span className="relative inline-block">
      <input
        aria-label={label}
        aria-invalid={fault !== null}
        aria-describedby={fault ? faultId : undefined}
        className={`${kit.unit === 'mm' ? 'w-18' : 'w-15'} rounded border bg-transparent px-1 text-[15px] ${align === 'right' ? 'text-right' : 'text-left'} leading-6 text-brass hover:border-line focus:border-velvet focus:bg-sheet ${fault ? 'border-rust' : 'border-transparent'}`}
        value={typed ?? readable(value)}
        onFocus={(event) => {
          left.current = false;
          event.currentTarget.select();
        }}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.stopPropagation();
            take();
          } else if (event.key === 'Escape') {
            event.stopPropagation();
            left.current = true;
            setTyped(null);
            setFault(null);
            event.currentTarget.blur();
          }
        }}
      />
      {fault && (
        <span
          id={faultId}
          role="alert"
          className="absolute top-full left-0 z-10 mt-1 w-72 border border-rust bg-chalk px-3 py-2 text-left text-[14px] leading-5 text-rust"
        >
          {fault}
        </span>
      )}
    </span>
  );
}
