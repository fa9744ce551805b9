import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Kit } from '../../api/client';

/** How all kits are cut together; asked for only while it is looked at. */
export const useBatch = (kit: Kit | undefined, wanted: boolean) =>
  useQuery({
    queryKey: ['batch', kit],
    queryFn:
      kit && wanted
        ? async ({ signal }: { signal: AbortSignal }) => unwrap(await api.POST('/api/compute/batch', { body: { kit }, signal }))
        : skipToken,
    placeholderData: keepPreviousData,
    gcTime: 5_000,
  });
