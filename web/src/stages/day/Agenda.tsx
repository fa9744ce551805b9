import { useTranslation } from 'react-i18next';
import type { DayAgenda, DayView } from '../../api/client';
import { clockOf } from './clock';
import { rowsOf, type Span } from './spans';

interface Props {
  day: DayView;
  agenda: DayAgenda;
  spans: readonly Span[];
  /** The guest whose day is looked at; all where none is. */
  chosen: number | null;
  onChosen: (guest: number | null) => void;
  onLit: (guest: number | null) => void;
}

/** The agenda in clock time: what is done, and by whom; what would help; how each one's day is. */
export function Agenda({ day, agenda, spans, chosen, onChosen, onLit }: Props) {
  const { t } = useTranslation();
  const shown = chosen === null ? spans : spans.filter((s) => s.guest === chosen);
  const rows = rowsOf(agenda, shown);
  const name = (guest: number) => agenda.guests[guest]?.name ?? '';
  const layout = (kit: number, id: string) => day.kits[kit]?.layouts[id] ?? id;
  return (
    <div className="text-[15px]">
      {agenda.says.map((say) => (
        <p key={say}>{say}</p>
      ))}
      {agenda.options.length > 0 && (
        <section aria-label={t('day.helps')} className="pt-3">
          <h2 className="text-lg">{t('day.helps')}</h2>
          <ul>
            {agenda.options.map((option) => (
              <li key={option.says} className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1">
                <span className="flex-1 basis-56">{option.says}</span>
                <span className="shrink-0 text-right text-soft tabular-nums">
                  {option.saves > 0
                    ? t('day.endsSooner', { count: option.saves })
                    : option.saves < 0
                      ? t('day.endsLater', { count: -option.saves })
                      : t('day.endsSame')}
                  , {t('day.waitsThen', { count: option.lost })}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label={t('day.guests')} className="pt-4">
        <h2 className="text-lg">{t('day.guests')}</h2>
        <table className="w-full">
          <thead>
            <tr className="small-cap text-left">
              <th className="font-normal">{t('day.guest')}</th>
              <th className="font-normal">{t('day.table')}</th>
              <th className="text-right font-normal">{t('day.works')}</th>
              <th className="text-right font-normal">{t('day.waits')}</th>
              <th className="text-right font-normal">{t('day.done')}</th>
            </tr>
          </thead>
          <tbody>
            {agenda.guests.map((guest, i) => (
              <tr
                key={i}
                className={`border-b border-line ${chosen === i ? 'bg-lit' : ''}`}
                onPointerEnter={() => onLit(i)}
                onPointerLeave={() => onLit(null)}
              >
                <td>
                  <button
                    type="button"
                    aria-pressed={chosen === i}
                    className="py-0.5 text-left hover:text-velvet"
                    onClick={() => onChosen(chosen === i ? null : i)}
                  >
                    {guest.name}
                  </button>
                </td>
                <td className="text-soft">{guest.table}</td>
                <td className="text-right tabular-nums">{t('day.minutes', { count: guest.works })}</td>
                <td className="text-right tabular-nums">{guest.waits > 0 ? t('day.minutes', { count: guest.waits }) : '–'}</td>
                <td className="text-right tabular-nums">{clockOf(guest.ends)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label={t('day.agenda')} className="pt-4">
        <h2 className="flex items-baseline gap-3 text-lg">
          {chosen === null ? t('day.agenda') : t('day.agendaOf', { name: name(chosen) })}
          {chosen !== null && (
            <button type="button" className="quiet" onClick={() => onChosen(null)}>
              {t('day.all')}
            </button>
          )}
        </h2>
        <ol>
          {rows.map((r, i) => (
            <li key={i} className="flex gap-3 border-b border-line py-1" onPointerLeave={() => onLit(null)}>
              <time className="w-12 shrink-0 tabular-nums">{clockOf(r.from)}</time>
              <span className="min-w-0 flex-1">
                {t(`day.phase.${r.phase}`)}
                {r.layout && <span className="text-soft"> · {layout(r.kit, r.layout)}</span>}
                <span className="block text-soft">
                  {r.who.map((w, j) => (
                    <span key={w.guest} onPointerEnter={() => onLit(w.guest)}>
                      {j > 0 && '; '}
                      {chosen === null && `${name(w.guest)} `}
                      {t('day.until', { time: clockOf(w.to) })}
                      {w.tool !== null && ` (${w.tool})`}
                      {w.beside !== null && `, ${t('day.with', { name: name(w.beside) })}`}
                      {w.waits > 0 && <span className="text-rust">, {t('day.waited', { count: w.waits })}</span>}
                    </span>
                  ))}
                </span>
              </span>
            </li>
          ))}
        </ol>
      </section>
      {agenda.cautions.length > 0 && (
        <section aria-label={t('day.care')} className="pt-4 pb-6">
          <h2 className="text-lg">{t('day.care')}</h2>
          {agenda.cautions.map((caution) => (
            <p key={caution} className="pt-1">
              {caution}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}
