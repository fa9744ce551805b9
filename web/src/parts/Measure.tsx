import { useMutation } from '@tanstack/react-query';
import { useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { api, ApiError, unwrap } from '../api/client';
import { Keypad } from './Keypad';
import { useKit } from './kitContext';
import { readable } from './length';
import { byFinger, forFinger } from './touch';

interface Props {
  /** What is measured, for a screen reader: "Width of L1-B2". */
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** What two sides typed at once do, "9 x 1 1/2"; where it is left out only one length is taken. */
  onSides?: (value: string, other: string) => void;
  /** Whether it is asked for as soon as it appears. */
  asked?: boolean;
  /** Which way it leans against what stands beside it. */
  align?: 'left' | 'right';
}

/** A measurement that is edited where it stands: press it, type, Enter. The server reads what was typed. */
export function Measure({ label, value, onChange, onSides, asked = false, align = 'right' }: Props) {
  const { kit } = useKit();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [pad, setPad] = useState<HTMLInputElement | null>(null);
  const left = useRef(false);
  const faultId = useId();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!asked || !field.current) return;
    forFinger(field.current);
    field.current.focus();
  }, [asked]);
  const latest = useRef({ onChange, onSides });
  useLayoutEffect(() => {
    latest.current = { onChange, onSides };
  }, [onChange, onSides]);
  // What was asked for is told: its row has the focus, and keys are keys again.
  const told = () => {
    if (asked) field.current?.closest('li')?.querySelector<HTMLElement>('[data-row]')?.focus();
  };
  const read = useMutation({
    // One after the other, and each on the screen before the next is taken: of two measurements typed quickly neither is lost.
    scope: { id: 'measure' },
    mutationFn: async (text: string) =>
      unwrap(
        await api.POST('/api/compute/length', {
          body: { text, unit: kit.unit ?? 'in', ruler: kit.ruler, sides: onSides !== undefined },
        }),
      ),
    onSuccess: ({ exact, other }) => {
      setTyped(null);
      setFault(null);
      if (other) flushSync(() => latest.current.onSides?.(exact, other));
      else if (exact !== value) flushSync(() => latest.current.onChange(exact));
      if (document.activeElement === field.current) told();
    },
    onError: (error) => setFault(error instanceof ApiError ? (error.errors.text ?? error.message) : error.message),
  });

  const isAsItWas = () => typed === null || typed.trim() === readable(value);
  const take = () => {
    if (left.current) return;
    if (isAsItWas()) {
      setTyped(null);
      setFault(null);
    } else if (typed !== null && (!read.isPending || read.variables !== typed)) read.mutate(typed); // Enter and then leaving ask once
  };

  return (
    <span className="relative inline-block">
      <input
        ref={field}
        aria-label={label}
        aria-invalid={fault !== null}
        aria-describedby={fault ? faultId : undefined}
        className={`${kit.unit === 'mm' ? 'w-18' : 'w-15'} rounded border bg-transparent px-1 text-[15px] ${align === 'right' ? 'text-right' : 'text-left'} leading-6 text-brass hover:border-line focus:border-velvet focus:bg-sheet ${fault ? 'border-rust' : 'border-transparent'}`}
        value={typed ?? readable(value)}
        onPointerDown={(event) => forFinger(event.currentTarget)}
        onFocus={(event) => {
          left.current = false;
          event.currentTarget.select();
          if (byFinger()) setPad(event.currentTarget);
        }}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onBlur={() => {
          setPad(null);
          take();
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.stopPropagation();
            event.preventDefault(); // else the row, which may have the focus next, would be pressed by the same Enter
            take();
            if (isAsItWas()) told();
          } else if (event.key === 'Escape') {
            event.stopPropagation();
            left.current = true;
            setTyped(null);
            setFault(null);
            event.currentTarget.blur();
          }
        }}
      />
      {pad && <Keypad field={pad} sides={onSides !== undefined} onTyped={setTyped} onDone={() => pad.blur()} />}
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
