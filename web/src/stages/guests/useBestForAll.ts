import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap, type GuestView, type Kit, type OpeningChange } from '../../api/client';
import { photoText } from './guestPhotos';

/** The layouts of a guest that have photos, and nothing done about them yet. */
export const openLayouts = (guest: GuestView, kit: Kit): string[] =>
  (kit.layouts ?? [])
    .map((layout) => layout.id)
    .filter((layout) => photoText(guest, layout) && !guest.changes.some((c) => c.layout === layout));

/** Takes the best fit for everybody who has said their photos and has none yet, one guest after the other. */
export function useBestForAll(slug: string, kit: Kit, guests: readonly GuestView[], onEach: () => Promise<void>) {
  const [done, setDone] = useState(0);
  const control = useRef(new AbortController());
  const waiting = guests.filter((g) => openLayouts(g, kit).length > 0);
  const take = useMutation({
    mutationFn: async () => {
      control.current = new AbortController();
      const { signal } = control.current;
      const left: string[] = [];
      for (const [i, guest] of waiting.entries()) {
        if (signal.aborted) break;
        setDone(i);
        const changes: OpeningChange[] = [...guest.changes];
        for (const layout of openLayouts(guest, kit)) {
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
