import { skipToken, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Mark } from '../../api/client';
import { useKit } from '../../parts/kitContext';

/** The dimension lines between two pieces; null while there are not two. */
export function useDistances(layout: string, from: string | null, to: string | null): Mark[] | null {
  const { kit } = useKit();
  const query = useQuery({
    queryKey: ['distances', kit, layout, from, to],
    queryFn:
      from && to
        ? async ({ signal }: { signal: AbortSignal }) =>
            unwrap(await api.POST('/api/compute/distances', { body: { kit, layout, from, to }, signal })).lines
        : skipToken,
    gcTime: 1_000,
  });
  return from && to ? (query.data ?? null) : null;
}
