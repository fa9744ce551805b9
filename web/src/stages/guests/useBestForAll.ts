import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, unwrap, type FitView, type GuestView, type Kit, type OpeningChange, type StandingView } from '../../api/client';
import { photoText } from './guestPhotos';

/** How many questions are under way at once. */
const atOnce = 4;

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
  const [progress, setProgress] = useState({ done: 0, of: 0 });
  const control = useRef(new AbortController());
  const waiting = guests.filter((g) => openLayouts(g, standing).length > 0);
  const ask = useMutation({
    mutationFn: async () => {
      control.current = new AbortController();
      const { signal } = control.current;
      const wanted = waiting.flatMap((guest) =>
        openLayouts(guest, standing).map((layout) => ({ guest, layout, text: photoText(guest, layout) })),
      );
      // Guests who say the same are answered once; several questions are under way at once, so that no core waits.
      const keyOf = (q: { layout: string; text: string }) => `${q.layout} ${q.text}`;
      const questions = [...new Map(wanted.map((q) => [keyOf(q), q])).values()];
      const known = new Map<string, FitView | null>();
      setProgress({ done: 0, of: questions.length });
      const left = [...questions];
      const worker = async () => {
        for (let q = left.shift(); q && !signal.aborted; q = left.shift()) {
          const { fits } = unwrap(
            await api.POST('/api/compute/fits', { body: { kit, layout: q.layout, text: q.text, count: 1 } }),
          );
          known.set(keyOf(q), fits[0] ?? null);
          setProgress({ done: known.size, of: questions.length });
        }
      };
      await Promise.all(Array.from({ length: atOnce }, worker));
      return wanted
        .filter((q) => known.has(keyOf(q)))
        .map(({ guest, layout, text }): BestFit => ({ guest, layout, view: known.get(keyOf({ layout, text })) ?? null }));
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
    progress,
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
