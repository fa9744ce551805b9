import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, unwrap } from '../api/client';
import type { components } from '../api/schema';
import type { KitSaver } from './saving/kitSaver';
import { withoutCounts } from './stock';

type KitNews = components['schemas']['KitNews'];

/** Who else has the kit open, and the last save that was not made here. */
export interface Live {
  others: readonly (string | null)[];
  saved: { by: string | null; at: Date } | null;
}

/**
 * Hears who else has the kit open, and takes over what they save as it happens, where nothing is under way here. It listens only
 * while the page is seen: a browser keeps few connections to one host.
 */
export function useLive(slug: string, saver: KitSaver | null): Live {
  const queries = useQueryClient();
  const [live, setLive] = useState<Live>({ others: [], saved: null });
  useEffect(() => {
    if (!saver || typeof EventSource === 'undefined') return;
    let source: EventSource | null = null;
    const hear = async ({ others, revision, by }: KitNews) => {
      setLive((before) => ({ ...before, others }));
      if (revision == null || revision <= saver.editing().revision || saver.editing().state !== 'saved') return;
      const view = unwrap(await api.GET('/api/kits/{slug}', { params: { path: { slug } } }));
      if (view.revision <= saver.editing().revision) return;
      saver.seen({ ...view, kit: withoutCounts(view.kit) });
      setLive((before) => ({ ...before, saved: { by: by ?? null, at: new Date() } }));
      void queries.invalidateQueries({ queryKey: ['stock', slug] });
    };
    const listen = () => {
      source?.close();
      source = document.visibilityState === 'visible' ? new EventSource(`/api/kits/${slug}/live`) : null;
      source?.addEventListener('message', (event) => {
        // Where the newest cannot be had, the next save here asks for it.
        hear(JSON.parse(event.data as string) as KitNews).catch(() => undefined);
      });
    };
    listen();
    document.addEventListener('visibilitychange', listen);
    return () => {
      document.removeEventListener('visibilitychange', listen);
      source?.close();
    };
  }, [slug, saver, queries]);
  return live;
}
