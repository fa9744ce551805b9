import { useMutation } from '@tanstack/react-query';
import i18next from 'i18next';
import { useState } from 'react';
import { ApiError, type KitView } from '../api/client';
import { useKit } from './kitContext';

/**
 * Books something, once for one press: every request of a press has the same key, minted when its button appears, and the server
 * books a key once. A new key comes with `again`, when something else is to be booked.
 */
export function useBooking<Entry>(send: (entry: Entry, key: string, revision: number) => Promise<KitView>) {
  const { taken, saveNow } = useKit();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const booking = useMutation({
    mutationFn: async (entry: Entry) => {
      const revision = await saveNow();
      if (revision === null) throw new ApiError(0, i18next.t('saving.notBooked'));
      return send(entry, key, revision);
    },
    // Where the answer got lost, the next press has the same key: what was booked after all is not booked again.
    onSuccess: (view) => taken(view),
  });
  const again = () => {
    setKey(crypto.randomUUID());
    booking.reset();
  };
  return { book: booking.mutate, again, isPending: booking.isPending, isBooked: booking.isSuccess, error: booking.error };
}
