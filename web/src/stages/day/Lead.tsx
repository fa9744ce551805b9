import { useQueries, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import { api, unwrap, type DayAgenda, type DayView, type SpoiledView } from '../../api/client';
import { useKeys } from '../../parts/useKeys';
import { tableQuery, useSettle } from '../packing/useTable';
import { keepForOffline } from '../bench/offline';
import { Band } from './Band';
import { clockAt, clockOf, minuteOf, nowHere } from './clock';
import { movedBy, spansOf, standOf, type Span } from './spans';
import { useAgenda, useDay } from './useDay';
import { useLate } from './useLate';

/** The day is led from here: now, next, who waits, what dries, how far the tables are, and what was lost. */
export function Lead() {
  const { workshop = '' } = useParams();
  const { t } = useTranslation();
  const day = useDay(workshop);
  const agenda = useAgenda(workshop, day.data);
  const [kept, setKept] = useState(false);
  const isHere = agenda.data !== undefined;
  useEffect(() => {
    if (isHere)
      void keepForOffline([`/api/workshops/${workshop}/day`, `/api/workshops/${workshop}/day/agenda`]).then(
        () => setKept(true),
        () => setKept(false),
      );
  }, [isHere, workshop]);
  if (day.error && !day.data) throw day.error;
  if (agenda.error && !agenda.data) throw agenda.error;
  if (!day.data || !agenda.data)
    return <p className="p-12 text-soft">{day.data?.guests.length === 0 ? t('day.noGuests') : t('day.planning')}</p>;
  return <Table workshop={workshop} day={day.data} agenda={agenda.data} kept={kept} />;
}

// The minute by the clock of the device; on another day one may look around in it.
function useMinute(day: DayView) {
  const zero = minuteOf(day.starts);
  const read = () => {
    const now = nowHere();
    return now.date === day.date ? now.minute - zero : null;
  };
  const [today, setToday] = useState(read);
  const [looked, setLooked] = useState(0);
  useEffect(() => {
    const tick = setInterval(() => setToday(read()), 10_000);
    return () => clearInterval(tick);
  });
  return { minute: today ?? looked, isToday: today !== null, setLooked };
}

interface TableProps {
  workshop: string;
  day: DayView;
  agenda: DayAgenda;
  kept: boolean;
}

function Table({ workshop, day, agenda, kept }: TableProps) {
  const { t } = useTranslation();
  const zero = minuteOf(day.starts);
  const { minute, isToday, setLooked } = useMinute(day);
  const late = useLate(workshop);
  const [lit, setLit] = useState<number | null>(null);
  // What waits for the network moves what is shown here already.
  const spans = late.waiting.reduce<Span[]>(
    (all, delay) => movedBy(all, minuteOf(delay.at) - zero, delay.minutes),
    spansOf(agenda, day.starts),
  );
  const end = Math.max(...spans.map((s) => s.end));
  const layout = (guest: number, id: string | null | undefined) =>
    id ? (day.kits[agenda.guests[guest]?.kit ?? 0]?.layouts[id] ?? id) : '';
  const drying = spans.filter((s) => s.phase === 'dry' && s.begin <= minute && minute < s.end);
  const pause = day.plan.breaks.find((b) => minuteOf(b.at) - zero <= minute && minute < minuteOf(b.at) - zero + b.minutes);
  const tell = (minutes: number, table: string | null) => late.tell({ at: `${clockAt(zero + minute)}:00`, minutes, table });
  const tables = [...new Set(agenda.guests.map((g) => g.table).filter((name) => name != null))];
  useKeys([{ key: 'l', does: () => tell(5, null) }]);
  return (
    <main className="flex h-dvh flex-col overflow-y-auto bg-chalk">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line px-6 py-3 text-[15px]">
        <Link className="press" to={`/kits/${day.kits[0]?.slug ?? ''}/day?workshop=${workshop}`}>
          {t('day.lead.leave')}
        </Link>
        <h1 className="text-xl">{day.name}</h1>
        <span className="text-3xl font-semibold tabular-nums">{clockAt(zero + minute)}</span>
        <span className="text-soft" role="status">
          {late.waiting.length > 0 ? t('day.lead.waiting', { count: late.waiting.length }) : kept && t('day.lead.kept')}
        </span>
        <span className="ml-auto">{t('day.lead.ends', { time: clockAt(zero + end) })}</span>
      </header>
      {!isToday && (
        <label className="flex items-center gap-3 border-b border-line px-6 py-2 text-[15px] text-soft">
          {t('day.lead.look')}
          <input
            type="range"
            min={0}
            max={end}
            value={minute}
            className="flex-1 accent-velvet"
            onChange={(event) => setLooked(event.currentTarget.valueAsNumber)}
          />
        </label>
      )}
      <div className="flex flex-wrap items-baseline gap-3 border-b border-line px-6 py-3">
        <button type="button" className="press-first px-6 py-3 text-lg" title="L" onClick={() => tell(5, null)}>
          {t('day.lead.late')}
        </button>
        {tables.length > 1 &&
          tables.map((table) => (
            <button key={table} type="button" className="press px-4 py-3" onClick={() => tell(5, table)}>
              {t('day.lead.lateAt', { table })}
            </button>
          ))}
        {((day.plan.delays?.length ?? 0) > 0 || late.waiting.length > 0) && (
          <button type="button" className="quiet" onClick={late.back}>
            {t('day.lead.back')}
          </button>
        )}
        {late.error && (
          <span role="alert" className="text-rust">
            {late.error}
          </span>
        )}
      </div>
      {agenda.says.length > 0 && (
        <div className="px-6 pt-3 text-[15px]">
          <p>{agenda.says[0]}</p>
          {(day.plan.delays?.length ?? 0) > 0 &&
            agenda.options.map((option) => (
              <p key={option.says}>
                {option.says} <span className="text-soft">{t('day.endsSooner', { count: option.saves })}</span>
              </p>
            ))}
        </div>
      )}
      <div className="grid gap-6 p-6 lg:grid-cols-[3fr_2fr]">
        <section aria-label={t('day.lead.now')}>
          <h2 className="text-xl">{pause ? pause.name : t('day.lead.now')}</h2>
          <table className="w-full text-lg">
            <tbody>
              {agenda.guests.map((guest, i) => {
                const { now, next, waits } = standOf(spans, i, minute);
                return (
                  <tr key={i} className={`border-b border-line ${lit === i ? 'bg-lit' : ''}`} onPointerEnter={() => setLit(i)}>
                    <td className="py-1 pr-3">
                      {guest.name} <span className="text-[15px] text-soft">{guest.table}</span>
                    </td>
                    <td className="pr-3">
                      {now
                        ? `${t(`day.phase.${now.phase}`)}${now.layout ? `, ${layout(i, now.layout)}` : ''}`
                        : waits
                          ? ''
                          : next
                            ? t('day.lead.free')
                            : t('day.lead.doneNow')}
                      {waits && (
                        <span className="text-rust">{t('day.lead.waitsFor', { time: clockAt(zero + (next?.begin ?? 0)) })}</span>
                      )}
                      {now?.tool && (
                        <span className="text-soft">
                          {' '}
                          ({t(`day.tool.${now.tool}`)} {now.toolNumber})
                        </span>
                      )}
                    </td>
                    <td className="text-right text-soft">
                      {next &&
                        t('day.lead.next', {
                          time: clockAt(zero + next.begin),
                          what: t(`day.phase.${next.phase}`),
                        })}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        <div className="flex flex-col gap-6">
          {drying.length > 0 && (
            <section aria-label={t('day.lead.drying')}>
              <h2 className="text-xl">{t('day.lead.drying')}</h2>
              <ul className="text-lg">
                {drying.map((s, i) => (
                  <li key={i}>
                    {agenda.guests[s.guest]?.name}, {layout(s.guest, s.layout)}{' '}
                    <span className="text-soft">{t('day.until', { time: clockAt(zero + s.end) })}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <Told day={day} workshop={workshop} />
          {agenda.cautions.length > 0 && (
            <section aria-label={t('day.care')} className="text-[15px] text-soft">
              {agenda.cautions.map((caution) => (
                <p key={caution} className="pb-2">
                  {caution}
                </p>
              ))}
            </section>
          )}
        </div>
      </div>
      <div className="px-6 pb-8">
        <Band day={day} agenda={agenda} spans={spans} lit={lit} onLit={setLit} />
      </div>
    </main>
  );
}

/** How far the tables are, and what they told; asked anew while the network is there. */
function Told({ day, workshop }: { day: DayView; workshop: string }) {
  const { t } = useTranslation();
  const progress = useQuery({
    queryKey: ['day-progress', workshop],
    queryFn: async () => unwrap(await api.GET('/api/workshops/{slug}/day/progress', { params: { path: { slug: workshop } } })),
    refetchInterval: 10_000,
  });
  const tables = useQueries({
    queries: day.kits.map((kit) => tableQuery(kit.slug)),
  });
  const open = day.kits.flatMap((kit, i) =>
    (tables[i]?.data?.spoiled ?? []).filter((s) => !s.settled).map((s) => ({ kit, told: s })),
  );
  return (
    <>
      <section aria-label={t('day.lead.tables')}>
        <h2 className="text-xl">{t('day.lead.tables')}</h2>
        {(progress.data ?? []).length === 0 && <p className="text-[15px] text-soft">{t('day.lead.noTables')}</p>}
        <ul>
          {(progress.data ?? []).map((stand) => (
            <li key={`${stand.kit} ${stand.person}`} className="flex items-baseline gap-3 border-b border-line py-1 text-lg">
              <span className="flex-1">{stand.person}</span>
              <progress className="h-2 w-28 accent-velvet" max={stand.of} value={stand.done} aria-label={stand.person} />
              <span className="text-[15px] text-soft tabular-nums">
                {t('day.lead.step', { step: stand.step, of: stand.of })} · {clockOf(new Date(stand.at).toTimeString())}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label={t('day.lead.told')}>
        <h2 className="text-xl">{t('day.lead.told')}</h2>
        {open.length === 0 && <p className="text-[15px] text-soft">{t('day.lead.nothing')}</p>}
        <ul>
          {open.map(({ kit, told }) => (
            <OpenPiece key={told.id} slug={kit.slug} told={told} />
          ))}
        </ul>
      </section>
    </>
  );
}

/** A piece that a table called spoiled or missing, with what can be done. */
function OpenPiece({ slug, told }: { slug: string; told: SpoiledView }) {
  const { t } = useTranslation();
  const settle = useSettle(slug, told.id);
  return (
    <li className="border-b border-line py-2 text-[15px]">
      <strong>{told.piece}</strong> {told.missing ? t('day.lead.missing') : t('day.lead.spoiled')}
      {told.person && `, ${told.person}`}
      <ol className="list-decimal pl-6 text-soft">
        {told.again.map((way) => (
          <li key={way}>{way}</li>
        ))}
      </ol>
      <span className="flex gap-3 pt-1">
        <button
          type="button"
          className="press"
          disabled={told.spares === 0 || settle.isPending}
          onClick={() => settle.mutate('spare')}
        >
          {t('day.lead.spare', { count: told.spares })}
        </button>
        <Link className="press" to={`/kits/${slug}/packing/tables`}>
          {t('day.lead.otherwise')}
        </Link>
      </span>
      {settle.error && (
        <p role="alert" className="pt-1 text-rust">
          {settle.error.message}
        </p>
      )}
    </li>
  );
}
