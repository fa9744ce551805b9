import { api, unwrap } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { useBooking } from '../../parts/useBooking';
import { kept, type Mode, type Pattern } from './keeping';

/** Marks sheets of a pattern as cut, or as whole again: the ledger knows from then on. */
export function useMarking() {
  const { slug } = useKit();
  const booking = useBooking(async ({ pattern, mode, cut }: { pattern: Pattern; mode: Mode; cut: number }, key, revision) =>
    unwrap(
      await api.POST('/api/kits/{slug}/stock/sheets', {
        params: { path: { slug } },
        body: { sheet: kept(pattern, mode), cut, key },
        headers: { 'If-Match': `"${revision}"` },
      }),
    ),
  );
  return {
    mark: (pattern: Pattern, mode: Mode, cut: number) => {
      booking.again();
      booking.book({ pattern, mode, cut });
    },
    isPending: booking.isPending,
    error: booking.error,
  };
}
