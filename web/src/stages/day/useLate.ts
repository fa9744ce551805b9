import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { api, unwrap, ApiError } from '../../api/client';

/** So many minutes lost. */
export interface Delay {
  /** A time of day, as the server writes it. */
  at: string;
  minutes: number;
  table: string | null;
}

const keyOf = (workshop: string) => `velvet-fold-late:${workshop}`;

function read(workshop: string): Delay[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(workshop)) ?? '[]');
    return Array.isArray(kept) ? (kept as Delay[]) : [];
  } catch {
    return [];
  }
}

// One at a time, in the order they were said.
let line: Promise<unknown> = Promise.resolve();

/** Minutes lost on the day: told to the studio, and kept on the device while the network is away. */
export function useLate(workshop: string) {
  const queries = useQueryClient();
  const [waiting, setWaiting] = useState(() => read(workshop));
  const [error, setError] = useState<string | null>(null);
  const keep = (delays: Delay[]) => {
    localStorage.setItem(keyOf(workshop), JSON.stringify(delays));
    setWaiting(delays);
  };
  const send = async () => {
    for (let first = read(workshop)[0]; first; first = read(workshop)[0]) {
      try {
        unwrap(await api.POST('/api/workshops/{slug}/day/late', { params: { path: { slug: workshop } }, body: first }));
        setError(null);
      } catch (failed) {
        // Somebody saved the day at the same moment: said again. What the studio refuses is not sent again; without a network it waits.
        if (failed instanceof ApiError && failed.status === 412) continue;
        if (!(failed instanceof ApiError)) return;
        setError(failed.message);
      }
      keep(read(workshop).slice(1));
      await queries.invalidateQueries({ queryKey: ['day', workshop] });
    }
  };
  const again = () => {
    line = line.then(send);
  };
  const onLine = useEffectEvent(again);
  useEffect(() => {
    onLine();
    window.addEventListener('online', onLine);
    return () => window.removeEventListener('online', onLine);
  }, [workshop]);
  return {
    waiting,
    error,
    tell: (delay: Delay) => {
      keep([...read(workshop), delay]);
      again();
    },
    back: () => {
      const own = read(workshop);
      if (own.length > 0) {
        keep(own.slice(0, -1));
        return;
      }
      line = line.then(async () => {
        try {
          unwrap(await api.DELETE('/api/workshops/{slug}/day/late', { params: { path: { slug: workshop } } }));
          await queries.invalidateQueries({ queryKey: ['day', workshop] });
        } catch (failed) {
          setError(failed instanceof Error ? failed.message : String(failed));
        }
      });
    },
  };
}
