import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';

/** What the tables have told, looked at again every few seconds. */
export const useTable = (slug: string) =>
  useQuery({
    queryKey: ['table', slug],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/kits/{slug}/table', { params: { path: { slug } }, signal })),
    refetchInterval: 4_000,
  });
