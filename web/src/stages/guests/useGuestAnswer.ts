import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, unwrap, type Kit, type OpeningChange } from '../../api/client';
import type { WordsFor } from './words';

/** What follows from the kit as one guest will make it. */
export const useGuestAnswer = (kit: Kit | undefined, changes: OpeningChange[] | undefined, words?: WordsFor) =>
  useQuery({
    queryKey: ['guest-answer', kit, changes, words],
    queryFn: async ({ signal }) => {
      if (!kit || !changes) throw new Error('No guest.');
      return unwrap(
        await api.POST('/api/compute/guest', { body: { kit, changes, setAside: true, words: words ?? null }, signal }),
      );
    },
    enabled: kit !== undefined && changes !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 5_000,
  });
