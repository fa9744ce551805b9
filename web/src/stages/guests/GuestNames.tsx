import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { GuestView, StandingView } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { hasAnswered } from './guestPhotos';
import { byTable, found, whos, type Who } from './roll';

/** With more guests than these they are searched, and stand by their tables. */
const manyGuests = 12;

/** So many names stand there at once. */
const atOnce = 36;

interface Props {
  guests: readonly GuestView[];
  standing: ReadonlyMap<number, StandingView>;
  chosen: number | null;
  onChoose: (guest: number) => void;
}

/** Who comes: few as they were written down, many by their tables, searched by name, table and need. */
export function GuestNames({ guests, standing, chosen, onChoose }: Props) {
  const { t } = useTranslation();
  const [find, setFind] = useState('');
  const [who, setWho] = useState<Who>('all');
  const [all, setAll] = useState(false);
  const isMany = guests.length > manyGuests;
  const looked = isMany ? found(guests, standing, find, who) : [...guests];
  const shown = all ? looked : looked.slice(0, atOnce);
  const tables = isMany ? byTable(shown) : [{ table: null, guests: shown }];
  const says = (guest: GuestView) =>
    guest.changes.length > 0
      ? t('names.changed', { count: guest.changes.length })
      : hasAnswered(guest)
        ? t('names.designed')
        : t('names.silent');
  return (
    <div className="border-b border-line pb-3">
      {isMany && (
        <p className="flex items-baseline gap-3 pb-2">
          <input
            type="search"
            aria-label={t('names.find')}
            placeholder={t('names.find')}
            className="field min-w-0 flex-1"
            value={find}
            onChange={(event) => setFind(event.currentTarget.value)}
          />
          <Choice
            label={t('names.who')}
            value={who}
            options={whos.map((value) => ({ value, name: t(`names.${value}`) }))}
            onChange={setWho}
          />
        </p>
      )}
      {isMany && looked.length === 0 && <p className="text-[15px] text-soft">{t('names.none')}</p>}
      {tables.map(({ table, guests: at }) => (
        <section key={table ?? ''} aria-label={table ?? undefined}>
          {tables.length > 1 && <h2 className="pt-1 text-[13px] text-soft">{table ?? t('names.noTable')}</h2>}
          <ul className="flex flex-wrap gap-x-4 gap-y-1">
            {at.map((g) => (
              <li key={g.id}>
                <button
                  type="button"
                  aria-current={g.id === chosen ? 'true' : undefined}
                  className={g.id === chosen ? 'font-semibold text-velvet' : 'text-ink hover:text-velvet'}
                  onClick={() => onChoose(g.id)}
                >
                  {g.name}
                </button>
                {standing.get(g.id)?.stands === 'needs-a-fit' ? (
                  <span className="text-[13px] text-rust"> {t('names.needsFit')}</span>
                ) : (
                  <span className="text-[13px] text-soft"> {says(g)}</span>
                )}
                {isMany && g.needs && <span className="text-[13px] text-soft">, {g.needs}</span>}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {looked.length > shown.length && (
        <button type="button" className="mt-2 text-[15px] text-velvet underline" onClick={() => setAll(true)}>
          {t('names.more', { count: looked.length - shown.length })}
        </button>
      )}
    </div>
  );
}
