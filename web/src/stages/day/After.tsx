import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { DayView } from '../../api/client';
import { tableQuery } from '../packing/useTable';
import { dayOf } from './clock';
import type { DayChange } from './useDay';

/** After the day: what was told at the tables, what still has to be put right, and notes that stay with the workshop and its kits. */
export function After({ day, onSave }: { day: DayView; onSave: (change: DayChange) => void }) {
  const { t } = useTranslation();
  const [notes, setNotes] = useState(day.plan.notes ?? '');
  const tables = useQueries({
    queries: day.kits.map((kit) => tableQuery(kit.slug)),
  });
  return (
    <div className="text-[15px]">
      <p>{t('day.after.about')}</p>
      <ul className="pt-2">
        {day.kits.map((kit, i) => {
          const told = tables[i]?.data?.spoiled ?? [];
          const open = told.filter((s) => !s.settled).length;
          const times = tables[i]?.data?.times.reduce((sum, time) => sum + time.times, 0) ?? 0;
          return (
            <li key={kit.slug} className="border-b border-line py-1">
              <span className="font-semibold">{kit.name}</span>
              <span className="block">
                {t('day.after.told', { count: told.length })}
                {open > 0 && <span className="text-rust"> {t('day.after.open', { count: open })}</span>}{' '}
                {t('day.after.sheets', { count: told.filter((s) => s.settled === 'sheet').length })}{' '}
                {t('day.after.times', { count: times })}
              </span>
              <span className="flex gap-4">
                <Link className="quiet" to={`/kits/${kit.slug}/packing/tables`}>
                  {t('day.after.toTables')}
                </Link>
                <Link className="quiet" to={`/kits/${kit.slug}/ledger`}>
                  {t('day.after.toLedger')}
                </Link>
              </span>
            </li>
          );
        })}
      </ul>
      <label className="block pt-4">
        <span className="font-serif text-lg">{t('day.after.notes')}</span>
        <textarea
          className="field mt-1 block h-40 w-full"
          maxLength={4_000}
          value={notes}
          placeholder={t('day.after.notesHere')}
          onChange={(event) => setNotes(event.currentTarget.value)}
          onBlur={() => notes !== (day.plan.notes ?? '') && onSave(({ plan }) => ({ plan: { ...plan, notes: notes || null } }))}
        />
      </label>
      {day.earlier.length > 0 && (
        <section aria-label={t('day.after.earlier')} className="pt-4">
          <h2 className="text-lg">{t('day.after.earlier')}</h2>
          {day.earlier.map((note) => (
            <p key={`${note.workshop} ${note.date}`} className="pt-1 whitespace-pre-line">
              <span className="text-soft">
                {note.workshop}, {dayOf(note.date)}:{' '}
              </span>
              {note.notes}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}
