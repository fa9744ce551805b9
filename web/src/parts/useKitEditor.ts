import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { api, unwrap, type Kit, type KitView } from '../api/client';
import { KitSaver } from './saving/kitSaver';
import { withCounts, withoutCounts } from './stock';
import { mayDesign, useMe } from './useMe';

const plain = (view: KitView): KitView => ({ ...view, kit: withoutCounts(view.kit) });

const fetchKit = async (slug: string, signal?: AbortSignal) =>
  plain(unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } }, signal })));

const nothing = () => () => undefined;

/** The studio's stock as this kit uses it; asked anew after every booking. */
export const useKitStock = (slug: string) =>
  useQuery({
    queryKey: ['stock', slug],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/kits/{slug}/stock', { params: { path: { slug } }, signal })),
    staleTime: 0,
  });

/**
 * Holds one kit while it is edited: its document and who saves it, and the stock it uses beside it, which no edit, undo or
 * revision changes.
 */
export function useKitEditor(slug: string) {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ['kit', slug],
    queryFn: ({ signal }) => fetchKit(slug, signal),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const first = query.data;
  const saver = useMemo(() => {
    if (!first) return null;
    return new KitSaver(slug, first, {
      save: async (kit, revision) => {
        const view = unwrap(
          await api.PUT('/api/kits/{slug}', {
            params: { path: { slug } },
            body: kit,
            headers: { 'If-Match': `"${revision}"` },
          }),
        );
        void queries.invalidateQueries({ queryKey: ['stock', slug] });
        return plain(view);
      },
      newest: () => fetchKit(slug),
    });
  }, [slug, first, queries]);
  useEffect(() => saver?.leave, [saver]);

  const editing = useSyncExternalStore(saver?.subscribe ?? nothing, () => saver?.editing() ?? null);
  const stock = useKitStock(slug);
  const present = editing?.present;
  const kit = useMemo(() => (present ? withCounts(present, stock.data) : null), [present, stock.data]);
  // Who changes no kit can open, read and print it.
  const me = useMe();
  const isRead = !!me && !mayDesign(me);
  const change = useMemo(() => (next: Kit) => (isRead ? undefined : saver?.change(withoutCounts(next))), [saver, isRead]);
  const taken = useMemo(
    () => (view: KitView) => {
      saver?.seen(plain(view));
      void queries.invalidateQueries({ queryKey: ['stock', slug] });
      void queries.invalidateQueries({ queryKey: ['ledger'] });
    },
    [saver, queries, slug],
  );
  return { saver, editing, kit, stock: stock.data ?? null, error: query.error, change, taken };
}
