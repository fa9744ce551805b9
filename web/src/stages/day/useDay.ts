import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, unwrap, type DayEntry, type DayView } from '../../api/client';

/** The day of a workshop as the studio keeps it. */
export const useDay = (workshop: string) =>
  useQuery({
    queryKey: ['day', workshop],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/workshops/{slug}/day', { params: { path: { slug: workshop } }, signal })),
    networkMode: 'always',
  });

/** Its agenda; planned anew whenever something of the day changes. */
export const useAgenda = (workshop: string, day: DayView | undefined) =>
  useQuery({
    queryKey: ['agenda', workshop, day?.version, day?.guests.map((g) => `${g.id} ${g.kit}`).join()],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/workshops/{slug}/day/agenda', { params: { path: { slug: workshop } }, signal })),
    enabled: day !== undefined && day.guests.length > 0,
    placeholderData: keepPreviousData,
    networkMode: 'always',
  });

/** What is changed of a day, as it stands on the screen. */
export type DayChange = (day: DayView) => Partial<DayEntry>;

const withEntry = (day: DayView, { plan, seats }: Partial<DayEntry>): DayView => ({
  ...day,
  plan: plan ?? day.plan,
  guests: day.guests.map((g) => ({ ...g, seat: seats?.find((s) => s.guest === g.id)?.seat ?? g.seat })),
});

/**
 * Shows what is changed of a day at once, and saves it, one change after the other: each holds those before it, so that what is typed
 * quickly is all kept.
 */
export function useSaveDay(workshop: string) {
  const queries = useQueryClient();
  const key = ['day', workshop];
  const mutationKey = ['save-day', workshop];
  const saving = useMutation({
    mutationKey,
    scope: { id: `day ${workshop}` },
    mutationFn: async (entry: DayEntry) => {
      const day = queries.getQueryData<DayView>(key);
      if (!day) return;
      unwrap(
        await api.PUT('/api/workshops/{slug}/day', {
          params: { path: { slug: workshop } },
          headers: { 'If-Match': `"${day.version}"` },
          body: entry,
        }),
      );
      queries.setQueryData<DayView>(key, (now) => now && { ...now, version: day.version + 1, isUsual: false });
    },
    // What follows from it is asked for when the last one is saved; where one was refused, what others saved meanwhile is shown.
    onSettled: (_, failed) => {
      if (failed || queries.isMutating({ mutationKey }) === 1) return queries.invalidateQueries({ queryKey: key });
      return undefined;
    },
  });
  return {
    error: saving.error,
    change: (change: DayChange) => {
      const day = queries.getQueryData<DayView>(key);
      if (!day) return;
      const entry = change(day);
      void queries.cancelQueries({ queryKey: key });
      queries.setQueryData<DayView>(key, withEntry(day, entry));
      saving.mutate({ plan: day.plan, ...entry });
    },
  };
}
