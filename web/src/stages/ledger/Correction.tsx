import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { NumberField } from '../../parts/NumberField';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { useBooking } from '../../parts/useBooking';

/** A count put right, with the reason, or many at once from a table. */
export function Correction() {
  const { t } = useTranslation();
  const { slug, kit } = useKit();
  const items = [...(kit.papers ?? []), ...(kit.parts ?? [])];
  const [id, setId] = useState<string | null>(null);
  const [onHand, setOnHand] = useState<number | null>(null);
  const [reason, setReason] = useState('');
  const chosen = items.find((i) => i.id === id);
  const correct = useBooking(async (text: string | null, key, revision) =>
    unwrap(
      await api.POST('/api/kits/{slug}/stock/corrections', {
        params: { path: { slug } },
        body:
          text === null
            ? { reason, id, onHand: onHand ?? chosen?.onHand ?? 0, key }
            : { reason: reason || t('correction.table'), text, key },
        headers: { 'If-Match': `"${revision}"` },
      }),
    ),
  );
  const book = (text: string | null) =>
    correct.book(text, {
      onSuccess: () => {
        setOnHand(null);
        setReason('');
        correct.again();
      },
    });
  return (
    <section className="pt-6" aria-label={t('correction.putACountRight')}>
      <h2 className="text-lg">{t('correction.putACountRight')}</h2>
      <form
        className="flex flex-wrap items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          book(null);
        }}
      >
        <Choice
          label={t('correction.whatWasCounted')}
          value={id}
          none={t('correction.choose')}
          optional
          options={items.map((i) => ({ value: i.id, name: i.name }))}
          onChange={setId}
        />
        {t('correction.thereAre')}
        <NumberField
          label={t('correction.howManyThereAre')}
          value={onHand ?? chosen?.onHand ?? null}
          none="0"
          max={100_000}
          onChange={setOnHand}
        />
        {t('correction.because')}
        <input
          aria-label={t('correction.whyTheCountDiffers')}
          className="field w-48"
          placeholder={t('correction.twoWereDamp')}
          maxLength={180}
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
        />
        <button type="submit" className="press" disabled={!chosen || !reason.trim() || correct.isPending}>
          {t('correction.bookIt')}
        </button>
        <TableInput label={t('correction.stockTable')} disabled={correct.isPending} onText={book}>
          {t('correction.readATableIn')}
        </TableInput>
      </form>
      {correct.error && (
        <p role="alert" className="text-rust">
          {t('correction.nothingWasBooked', { error: tableFaults(correct.error) })}
        </p>
      )}
    </section>
  );
}
