import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useSearchParams } from 'react-router';
import { api, unwrap, type DayAgenda, type DayView } from '../../api/client';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { mayDesign, useMe } from '../../parts/useMe';
import { useKeys } from '../../parts/useKeys';
import { WorkshopSwitch } from '../guests/WorkshopSwitch';
import { After } from './After';
import { Agenda } from './Agenda';
import { Band } from './Band';
import { Before, BeforeBand } from './Before';
import { clockOf, dayOf } from './clock';
import { Rehearsal } from './Rehearsal';
import { Setting } from './Setting';
import { spansOf } from './spans';
import { useAgenda, useDay, useSaveDay } from './useDay';

const views = ['agenda', 'before', 'setting', 'rehearsal', 'after'] as const;
type View = (typeof views)[number];

/** The workshop's day: planned, rehearsed, and what comes before and after it. */
export function Day() {
  const { t } = useTranslation();
  const { slug } = useKit();
  const [search, setSearch] = useSearchParams();
  const workshops = useQuery({ queryKey: ['workshops'], queryFn: async () => unwrap(await api.GET('/api/workshops')) });
  if (workshops.error) throw workshops.error;
  if (!workshops.data) return <p className="p-12 text-soft">{t('day.looking')}</p>;
  const here = workshops.data.filter((w) => w.kits.some((k) => k.slug === slug));
  const workshop = here.find((w) => w.slug === search.get('workshop')) ?? here[0] ?? null;
  const switching = (
    <WorkshopSwitch
      slug={slug}
      workshops={here}
      workshop={workshop}
      revision={workshop?.kits.find((k) => k.slug === slug)?.revision ?? null}
      onChange={(next) => {
        setSearch(next ? { workshop: next } : {}, { replace: true });
        void workshops.refetch();
      }}
    />
  );
  if (!workshop)
    return (
      <div className="p-12">
        <h1 className="text-2xl">{t('stages.day')}</h1>
        <p className="py-4">{t('day.noWorkshop')}</p>
        {switching}
      </div>
    );
  return <Leaves key={workshop.slug} workshop={workshop.slug} switching={switching} />;
}

function Leaves({ workshop, switching }: { workshop: string; switching: React.ReactNode }) {
  const { t } = useTranslation();
  const me = useMe();
  const designs = !me || mayDesign(me);
  const [view, setView] = useState<View>('agenda');
  const [lit, setLit] = useState<number | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const day = useDay(workshop);
  const agenda = useAgenda(workshop, day.data);
  const save = useSaveDay(workshop);
  const shown = designs ? views : views.filter((v) => v === 'agenda' || v === 'rehearsal');
  useKeys(shown.map((v, i) => ({ key: String(i + 1), does: () => setView(v) })));
  if (day.error) throw day.error;
  if (!day.data) return <p className="p-12 text-soft">{t('day.looking')}</p>;
  const spans = agenda.data ? spansOf(agenda.data, day.data.starts) : [];
  return (
    <Fold
      showing={view === 'before' ? t('day.before.band') : t('day.theBand')}
      says={
        <>
          <LeafHead
            aside={
              <span className="flex flex-wrap justify-end gap-x-3" role="group" aria-label={t('day.views')}>
                {shown.map((v, i) => (
                  <button
                    key={v}
                    type="button"
                    title={String(i + 1)}
                    aria-pressed={v === view}
                    className={`p-1 text-[15px] ${v === view ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}`}
                    onClick={() => setView(v)}
                  >
                    {t(`day.view.${v}`)}
                  </button>
                ))}
              </span>
            }
          >
            <h1 className="text-2xl leading-8">{t('stages.day')}</h1>
          </LeafHead>
          <div className="px-6 pb-1">{switching}</div>
          <p className="px-6 pb-2 text-[15px] text-soft">
            {t('day.head', {
              day: dayOf(day.data.date),
              from: clockOf(day.data.starts),
              to: clockOf(day.data.ends),
              count: day.data.guests.length,
            })}
          </p>
          {save.error && (
            <p role="alert" className="px-6 pb-2 text-[15px] text-rust">
              {save.error.message}
            </p>
          )}
          <div className="min-h-0 flex-1 overflow-y-auto px-6 pt-1">
            {view === 'agenda' && (
              <Planned day={day.data} agenda={agenda}>
                {(planned) => (
                  <Agenda day={day.data} agenda={planned} spans={spans} chosen={chosen} onChosen={setChosen} onLit={setLit} />
                )}
              </Planned>
            )}
            {view === 'before' && <Before workshop={workshop} day={day.data} onSave={save.change} />}
            {view === 'setting' && <Setting day={day.data} onSave={save.change} />}
            {view === 'rehearsal' && (
              <Planned day={day.data} agenda={agenda}>
                {() => <Rehearsal workshop={workshop} day={day.data} />}
              </Planned>
            )}
            {view === 'after' && <After key={day.data.version} day={day.data} onSave={save.change} />}
          </div>
        </>
      }
      shows={
        <>
          <LeafHead
            aside={
              <>
                <Link className="press" to={`/workshops/${workshop}/print/day`}>
                  {t('day.print')}
                </Link>
                <Link className="press-first" to={`/workshops/${workshop}/lead`}>
                  {t('day.leadIt')}
                </Link>
              </>
            }
          >
            <p className="text-[15px] text-soft">{view === 'before' ? t('day.before.band') : t('day.theBand')}</p>
          </LeafHead>
          <div className="min-h-0 flex-1 overflow-y-auto px-6 pt-2 pb-6">
            {view === 'before' ? (
              <BeforeBand day={day.data} />
            ) : agenda.data ? (
              <div className={agenda.isFetching ? 'opacity-60' : ''}>
                <Band day={day.data} agenda={agenda.data} spans={spans} lit={lit ?? chosen} onLit={setLit} />
              </div>
            ) : null}
          </div>
        </>
      }
    />
  );
}

interface PlannedProps {
  day: DayView;
  agenda: { data: DayAgenda | undefined; error: Error | null };
  children: (agenda: DayAgenda) => React.ReactNode;
}

// What needs an agenda, or why there is none.
function Planned({ day, agenda, children }: PlannedProps) {
  const { t } = useTranslation();
  const { slug } = useKit();
  if (day.guests.length === 0)
    return (
      <p>
        {t('day.noGuests')}{' '}
        <Link className="quiet" to={`/kits/${slug}/guests`}>
          {t('day.toGuests')}
        </Link>
      </p>
    );
  if (agenda.error)
    return (
      <p role="alert" className="text-rust">
        {agenda.error.message}
      </p>
    );
  return agenda.data ? children(agenda.data) : <p className="text-soft">{t('day.planning')}</p>;
}
