import i18next from 'i18next';
import { useMutation } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { useKit } from './kitContext';

/**
 * A count as somebody found it: of a paper’s sheets or of parts; of offcuts of one size, where one is said. Null where it is not
 * counted any more.
 */
export interface Found {
  id: string;
  onHand: number | null;
  offcut?: { width: string; height: string };
  face?: 'A' | 'B';
}

/** Puts a count right in the ledger. */
export function useCorrection() {
  const { slug, saveNow, revision, taken } = useKit();
  return useMutation({
    mutationFn: async ({ id, onHand, offcut, face }: Found) =>
      unwrap(
        await api.POST('/api/kits/{slug}/stock/corrections', {
          params: { path: { slug } },
          body: {
            reason: i18next.t('trouble.asItLies'),
            id,
            ...(onHand === null ? { limited: false } : { onHand }),
            offcut: offcut as never,
            face,
            key: crypto.randomUUID(),
          },
          headers: { 'If-Match': `"${(await saveNow()) ?? revision}"` },
        }),
      ),
    onSuccess: (view) => taken(view),
  });
}
