import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';

/** What the tables have told, looked at again every few seconds. */
export const tableQuery = (slug: string) =>
  queryOptions({
    queryKey: ['table', slug],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/kits/{slug}/table', { params: { path: { slug } }, signal })),
    refetchInterval: 4_000,
  });

export const useTable = (slug: string) => useQuery(tableQuery(slug));

/** Says how a piece was put right, or that it is open again. */
export function useSettle(slug: string, id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (how: string | null) =>
      unwrap(await api.PUT('/api/kits/{slug}/table/{id}', { params: { path: { slug, id } }, body: { how } })),
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['table', slug] }),
        // A sheet that was cut is out of stock.
        queries.invalidateQueries({ queryKey: ['kit', slug] }),
      ]),
  });
}
