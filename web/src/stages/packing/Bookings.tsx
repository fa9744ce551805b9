import { useState } from 'react';
import { api, unwrap, type CountsAnswer } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { useBooking } from '../../parts/useBooking';

const booked = (says: string, again: string, onAgain: () => void) => (
  <p className="flex items-baseline gap-x-3">
    <span role="status" className="text-moss">
      {says} The ledger has it, and can take it back.
    </span>
    <button type="button" className="quiet" onClick={onAgain}>
      {again}
    </button>
  </p>
);

/** What is booked when kits of the run are cut or packed. */
export function Booking({ kits }: { kits: number }) {
  const { slug } = useKit();
  const [count, setCount] = useState<number | null>(null);
  const booking = useBooking(async (what: 'cut' | 'packed', key, revision) =>
    unwrap(
      await api.POST('/api/kits/{slug}/stock/batch', {
        params: { path: { slug } },
        // The same kits are cut and packed: each of the two is a booking of its own.
        body: { what, kits: count ?? kits, key: `${what} ${count ?? kits} ${key}` },
        headers: { 'If-Match': `"${revision}"` },
      }),
    ),
  );
  const done = count ?? kits;
  const press = (what: 'cut' | 'packed', says: string) => (
    <button type="button" className="press" disabled={booking.isPending} onClick={() => booking.book(what)}>
      {says}
    </button>
  );
  return (
    <section className="pt-5 text-[15px]" aria-label="Booking">
      <h2 className="text-lg">When it is done</h2>
      {booking.isBooked ? (
        booked('Booked.', 'Book more', booking.again)
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-2">
          <NumberField label="Kits that are done" value={done} min={1} max={10_000} align="left" onChange={setCount} />
          {done === 1 ? 'kit is' : 'kits are'}
          {press('cut', 'cut: book the sheets out')}
          {press('packed', 'packed: book the parts out')}
        </p>
      )}
      <p className="text-[13px] text-soft">Offcuts of 2 in and more come back into stock. The ledger keeps every movement.</p>
      {booking.error && (
        <p role="alert" className="text-rust">
          {booking.error.message}
        </p>
      )}
    </section>
  );
}

/** What was bought: all of the list, or its table as it comes back from the shop. */
export function Bought({ counts }: { counts: CountsAnswer }) {
  const { slug } = useKit();
  const listed = counts.shopping.filter((s) => s.packs > 0);
  const booking = useBooking(async (text: string, key, revision) =>
    unwrap(
      await api.POST('/api/kits/{slug}/stock/bought', {
        params: { path: { slug } },
        body: { text, key },
        headers: { 'If-Match': `"${revision}"` },
      }),
    ),
  );
  const packs = listed.reduce((sum, s) => sum + s.packs, 0);
  return (
    <section className="pt-5 text-[15px]" aria-label="Bought">
      <h2 className="text-lg">When it is bought</h2>
      {booking.isBooked ? (
        booked('Booked in.', 'Book in more', booking.again)
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-3">
          {packs > 0 && (
            <button
              type="button"
              className="press"
              disabled={booking.isPending}
              onClick={() => booking.book(['Id,Packs', ...listed.map((s) => `${s.item},${s.packs}`)].join('\n'))}
            >
              book in {packs === 1 ? 'the pack' : `all ${packs} packs`} of the list
            </button>
          )}
          <TableInput label="The list as it comes back" disabled={booking.isPending} onText={booking.book}>
            read the list back in
          </TableInput>
        </p>
      )}
      <p className="text-[13px] text-soft">The table needs Name and Bought, in packs; what is left out was not bought.</p>
      {booking.error && (
        <p role="alert" className="text-rust">
          Nothing was booked. {tableFaults(booking.error)}
        </p>
      )}
    </section>
  );
}
