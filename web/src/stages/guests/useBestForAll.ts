import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap, type GuestView, type Kit, type OpeningChange, type StandingView } from '../../api/client';
import { photoText } from './guestPhotos';

type Standings = ReadonlyMap<number, StandingView>;

/** The layouts that a guest's photos do not go onto, and where nothing was arranged for them yet. */
export const openLayouts = (guest: GuestView, standing: Standings): string[] =>
  (standing.get(guest.id)?.open ?? []).filter((layout) => !guest.changes.some((c) => c.layout === layout));

/** Takes the best fit for everybody whose photos do not go onto the pages yet, one guest after the other. */
export function useBestForAll(
  slug: string,
  kit: Kit,
  guests: readonly GuestView[],
  standing: Standings,
  onEach: () => Promise<void>,
) {
  const [done, setDone] = useState(0);
  const control = useRef(new AbortController());
  const waiting = guests.filter((g) => openLayouts(g, standing).length > 0);
  const take = useMutation({
    mutationFn: async () => {
      control.current = new AbortController();
      const { signal } = control.current;
      const left: string[] = [];
      for (const [i, guest] of waiting.entries()) {
        if (signal.aborted) break;
        setDone(i);
        const changes: OpeningChange[] = [...guest.changes];
        for (const layout of openLayouts(guest, standing)) {
          const body = { kit, layout, text: photoText(guest, layout), count: 1 };
          const found = unwrap(await api.POST('/api/compute/fits', { body })).fits[0];
          if (found) changes.push(...found.fit.changes);
          else left.push(`${guest.name} (${layout})`);
        }
        if (changes.length > guest.changes.length)
          unwrap(
            await api.PUT('/api/kits/{slug}/guests/{id}', {
              params: { path: { slug, id: guest.id } },
              body: { name: guest.name, changes },
              headers: { 'If-Match': `"${guest.version}"` },
            }),
          );
      }
      return left;
    },
    onSettled: onEach,
  });
  return {
    waiting: waiting.length,
    done,
    isRunning: take.isPending,
    left: take.data ?? [],
    error: take.error,
    start: () => take.mutate(),
    stop: () => control.current.abort(),
  };
}
