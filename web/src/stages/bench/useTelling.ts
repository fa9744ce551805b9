import { useEffect, useRef, useState } from 'react';
import type { Step } from '../../api/client';
import { tell } from './tell';

const agreedKey = 'velvet-fold-bench-times';

/** What lasts shorter was looked through, and what lasts longer was a break; in seconds. */
const [shortest, longest] = [3, 3_600];

// Cuts of a sheet, lines of a run, pieces of a step: what one thing of it takes can be told of another kit.
const thingsIn = (step: Step): number => Math.max(1, step.lines.length || new Set(step.pieces).size);

interface Telling {
  /** Whether the person agrees that the studio learns how long steps take. */
  agreed: boolean;
  agree: (yes: boolean) => void;
  /** The step at hand is done. */
  took: () => void;
}

/** Tells the studio how long steps take, where that is agreed to, and what waits from when the network was away. */
export function useTelling(slug: string, step: Step | undefined): Telling {
  const [agreed, setAgreed] = useState(() => localStorage.getItem(agreedKey) === 'yes');
  const since = useRef(0);
  const current = step?.key;
  useEffect(() => {
    since.current = Date.now();
  }, [current]);
  useEffect(() => {
    const again = () => void tell(slug);
    again();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, [slug]);
  return {
    agreed,
    agree: (yes) => {
      localStorage.setItem(agreedKey, yes ? 'yes' : 'no');
      setAgreed(yes);
    },
    took: () => {
      const seconds = Math.round((Date.now() - since.current) / 1000);
      since.current = Date.now();
      // A wait is no work.
      if (agreed && step && !step.minutes && seconds >= shortest && seconds <= longest)
        void tell(slug, { what: 'timed', kind: step.kind, seconds, things: thingsIn(step) });
    },
  };
}
