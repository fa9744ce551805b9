import { skipToken, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Kit } from '../../api/client';

/** How all kits of the run are cut together; asked for only while it is looked at. */
export function useBatch(kit: Kit | undefined, wanted: boolean) {
  const query = useQuery({
    queryKey: ['batch', kit],
    queryFn:
      kit && wanted
        ? async ({ signal }: { signal: AbortSignal }) =>
            unwrap(await api.POST('/api/compute/batch', { body: { kit, mode: 'batch' }, signal }))
        : skipToken,
    placeholderData: (before) => before,
    gcTime: 60_000,
    staleTime: Infinity,
    retry: false,
  });
  return { plan: query.data, error: query.error };
}
