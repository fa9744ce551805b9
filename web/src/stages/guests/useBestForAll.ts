import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap, type FitView, type GuestView, type Kit, type OpeningChange, type StandingView } from '../../api/client';
import { photoText } from './guestPhotos';

type Standings = ReadonlyMap<number, StandingView>;

/** The best fit of one layout for one guest; null where none was found. */
export interface BestFit {
  guest: GuestView;
  layout: string;
  view: FitView | null;
}

/** The layouts that a guest's photos do not go onto, and where nothing was arranged for them yet. */
export const openLayouts = (guest: GuestView, standing: Standings): string[] =>
  (standing.get(guest.id)?.open ?? []).filter((layout) => !guest.changes.some((c) => c.layout === layout));

/** Looks for the best fit for everybody whose photos do not go onto the pages yet, the same question once; then takes those chosen. */
export function useBestForAll(
  slug: string,
  kit: Kit,
  guests: readonly GuestView[],
  standing: Standings,
  onTaken: () => Promise<void>,
) {
  const [done, setDone] = useState(0);
  const control = useRef(new AbortController());
  const waiting = guests.filter((g) => openLayouts(g, standing).length > 0);
  const ask = useMutation({
    mutationFn: async () => {
      control.current = new AbortController();
      const { signal } = control.current;
      const [found, known] = [[] as BestFit[], new Map<string, FitView | null>()];
      for (const [i, guest] of waiting.entries()) {
        if (signal.aborted) break;
        setDone(i);
        for (const layout of openLayouts(guest, standing)) {
          const text = photoText(guest, layout);
          const question = `${layout} ${text}`;
          let view = known.get(question);
          if (view === undefined) {
            view = unwrap(await api.POST('/api/compute/fits', { body: { kit, layout, text, count: 1 } })).fits[0] ?? null;
            known.set(question, view);
          }
          found.push({ guest, layout, view });
        }
      }
      return found;
    },
  });
  const take = useMutation({
    mutationFn: async (chosen: readonly BestFit[]) => {
      for (const guest of new Set(chosen.map((c) => c.guest))) {
        const changes: OpeningChange[] = [
          ...guest.changes,
          ...chosen.filter((c) => c.guest === guest).flatMap((c) => c.view?.fit.changes ?? []),
        ];
        unwrap(
          await api.PUT('/api/kits/{slug}/guests/{id}', {
            params: { path: { slug, id: guest.id } },
            body: { name: guest.name, changes },
            headers: { 'If-Match': `"${guest.version}"` },
          }),
        );
      }
    },
    onSettled: async () => {
      await onTaken();
      ask.reset();
    },
  });
  return {
    waiting: waiting.length,
    done,
    isRunning: ask.isPending,
    isTaking: take.isPending,
    offers: ask.data ?? null,
    error: ask.error ?? take.error,
    start: () => ask.mutate(),
    stop: () => control.current.abort(),
    take: (chosen: readonly BestFit[]) => take.mutate(chosen),
    close: () => ask.reset(),
  };
}
