import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type CountsAnswer } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { useBooking } from '../../parts/useBooking';

function Booked({ says, again, onAgain }: { says: string; again: string; onAgain: () => void }) {
  const { t } = useTranslation();
  return (
    <p className="flex items-baseline gap-x-3">
      <span role="status" className="text-moss">
        {t('bookings.theLedgerHasIt', { says })}
      </span>
      <button type="button" className="quiet" onClick={onAgain}>
        {again}
      </button>
    </p>
  );
}

/** What is booked when kits of the run are cut or packed. */
export function Booking({ kits }: { kits: number }) {
  const { t } = useTranslation();
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
    <section className="pt-5 text-[15px]" aria-label={t('bookings.booking')}>
      <h2 className="text-lg">{t('bookings.whenItIsDone')}</h2>
      {booking.isBooked ? (
        <Booked says={t('bookings.done')} again={t('bookings.again')} onAgain={booking.again} />
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-2">
          <NumberField label={t('bookings.kitsThatAreDone')} value={done} min={1} max={10_000} align="left" onChange={setCount} />
          {t('bookings.are', { count: done })}
          {press('cut', t('bookings.cut'))}
          {press('packed', t('bookings.packed'))}
        </p>
      )}
      <p className="text-[13px] text-soft">{t('bookings.offcutsOfInAnd')}</p>
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
  const { t } = useTranslation();
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
    <section className="pt-5 text-[15px]" aria-label={t('bookings.bought')}>
      <h2 className="text-lg">{t('bookings.whenItIsBought')}</h2>
      {booking.isBooked ? (
        <Booked says={t('bookings.doneIn')} again={t('bookings.againIn')} onAgain={booking.again} />
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-3">
          {packs > 0 && (
            <button
              type="button"
              className="press"
              disabled={booking.isPending}
              onClick={() => booking.book(['Id,Packs', ...listed.map((s) => `${s.item},${s.packs}`)].join('\n'))}
            >
              {t('bookings.bookIn', { count: packs })}
            </button>
          )}
          <TableInput label={t('bookings.theListAsIt')} disabled={booking.isPending} onText={booking.book}>
            {t('bookings.readTheListBack')}
          </TableInput>
        </p>
      )}
      <p className="text-[13px] text-soft">{t('bookings.theTableNeedsName')}</p>
      {booking.error && (
        <p role="alert" className="text-rust">
          {t('bookings.nothingWasBooked', { error: tableFaults(booking.error) })}
        </p>
      )}
    </section>
  );
}
