import { useEffect, useState } from 'react';

interface Timer {
  /** Seconds since it was started, or 0. */
  elapsed: number;
  running: boolean;
  start: () => void;
  stop: () => void;
}

/** A timer that goes by the clock, so that a sleeping screen does not slow it. */
export function useTimer(): Timer {
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (since === null) return;
    const tick = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(tick);
  }, [since]);
  return {
    elapsed: since === null ? 0 : Math.max(0, (now - since) / 1000),
    running: since !== null,
    start: () => {
      setNow(Date.now());
      setSince(Date.now());
    },
    stop: () => setSince(null),
  };
}
