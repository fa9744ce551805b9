import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Kit } from '../../api/client';
import { lastPrinted } from '../../parts/lastPrinted';

/** The kit as it was when its guide was last printed; null where it never was. */
export function usePrinted(slug: string): { number: number; kit: Kit } | null {
  const query = useQuery({
    queryKey: ['printed', slug],
    queryFn: async ({ signal }) => {
      const revisions = unwrap(await api.GET('/api/kits/{slug}/revisions', { params: { path: { slug } }, signal }));
      const printed = lastPrinted(revisions);
      if (!printed) return null;
      const view = unwrap(
        await api.GET('/api/kits/{slug}/revisions/{number}', { params: { path: { slug, number: printed.number } }, signal }),
      );
      return { number: printed.number, kit: view.kit };
    },
  });
  return query.data ?? null;
}
