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

/** What is changed of a day, as it is when its turn comes. */
export type DayChange = (day: DayView) => Partial<DayEntry>;

/** Saves what is changed of a day, one after the other, so that what is typed quickly is all kept. */
export function useSaveDay(workshop: string) {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: `day ${workshop}` },
    mutationFn: async (change: DayChange) => {
      const day = queries.getQueryData<DayView>(['day', workshop]);
      if (!day) return;
      unwrap(
        await api.PUT('/api/workshops/{slug}/day', {
          params: { path: { slug: workshop } },
          headers: { 'If-Match': `"${day.version}"` },
          body: { plan: day.plan, ...change(day) },
        }),
      );
    },
    // Also where it was refused: somebody else saved meanwhile, and that is shown.
    onSettled: () => queries.invalidateQueries({ queryKey: ['day', workshop] }),
  });
}
