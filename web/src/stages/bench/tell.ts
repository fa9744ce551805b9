import { api } from '../../api/client';

/** Something a table tells the host. */
export type Told =
  | { what: 'spoiled'; piece: string; missing: boolean; person: string | null }
  | { what: 'timed'; kind: string; seconds: number; things: number };

const keyOf = (slug: string) => `velvet-fold-told:${slug}`;

/** What waits on this device for the network to come back. */
export function waiting(slug: string): readonly Told[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(keyOf(slug)) ?? '[]');
    return Array.isArray(read) ? (read as Told[]) : [];
  } catch {
    return [];
  }
}

const keep = (slug: string, told: readonly Told[]): void =>
  told.length > 0 ? localStorage.setItem(keyOf(slug), JSON.stringify(told)) : localStorage.removeItem(keyOf(slug));

async function send(slug: string, told: Told): Promise<void> {
  const params = { path: { slug } };
  if (told.what === 'spoiled')
    await api.POST('/api/kits/{slug}/table', {
      params,
      body: { piece: told.piece, missing: told.missing, person: told.person },
    });
  else
    await api.POST('/api/kits/{slug}/table/times', {
      params,
      body: { kind: told.kind, seconds: told.seconds, things: told.things },
    });
}

// One at a time: what is on its way is neither sent again nor forgotten by another that begins meanwhile.
let line: Promise<unknown> = Promise.resolve();

async function flush(slug: string): Promise<boolean> {
  for (let first = waiting(slug)[0]; first; first = waiting(slug)[0]) {
    try {
      await send(slug, first);
    } catch {
      return false;
    }
    keep(slug, waiting(slug).slice(1));
  }
  return true;
}

/**
 * Tells the host, in the order things were said; what the network does not take waits on this device. What the host's studio refuses is
 * not sent again: only a network that is not there rejects.
 *
 * @returns whether all of it is told.
 */
export function tell(slug: string, ...more: readonly Told[]): Promise<boolean> {
  keep(slug, [...waiting(slug), ...more]);
  const told = line.then(() => flush(slug));
  line = told;
  return told;
}
