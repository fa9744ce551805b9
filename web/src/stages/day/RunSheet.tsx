import { Fragment } from 'react';
import { useTranslation } from 'react-i18next';
import { useParams } from 'react-router';
import { PrintFrame } from '../print/PrintFrame';
import { Band } from './Band';
import { clockOf, dayOf, minuteOf } from './clock';
import { spansOf } from './spans';
import { useAgenda, useDay } from './useDay';

/** The run sheet on one side of paper: the fixed points, who has which tool when, when each is done, and what to take care of. */
export function RunSheet() {
  const { t } = useTranslation();
  const { workshop = '' } = useParams();
  const day = useDay(workshop);
  const agenda = useAgenda(workshop, day.data);
  if (day.error) throw day.error;
  if (agenda.error) throw agenda.error;
  if (!day.data || !agenda.data)
    return <p className="p-12 text-soft">{day.data?.guests.length === 0 ? t('day.noGuests') : t('day.planning')}</p>;
  const spans = spansOf(agenda.data, day.data.starts);
  const { guests } = agenda.data;
  const points = [
    { at: day.data.starts, what: t('day.starts') },
    ...day.data.plan.breaks.map((b) => ({ at: b.at, what: `${b.name}, ${t('day.minutes', { count: b.minutes })}` })),
    { at: agenda.data.ends, what: t('day.lastDone') },
    { at: day.data.ends, what: t('day.end') },
  ].sort((a, b) => minuteOf(a.at) - minuteOf(b.at));
  const needs = day.data.guests.flatMap((g, i) => {
    const said = [
      // Their own words may say it already.
      g.seat.largePrint && !g.needs?.toLowerCase().includes(t('day.setting.large')) && t('day.setting.large'),
      g.seat.beside != null &&
        t('day.setting.childOf', { name: day.data.guests.find((other) => other.id === g.seat.beside)?.name ?? '' }),
      g.seat.moreTime > 0 && t('day.moreTime', { percent: g.seat.moreTime }),
      g.needs,
    ].filter(Boolean);
    return said.length > 0 ? [{ name: guests[i]?.name ?? g.name, said: said.join(', ') }] : [];
  });
  return (
    <PrintFrame title={t('day.runSheet')} back={`/kits/${day.data.kits[0]?.slug ?? ''}/day?workshop=${workshop}`}>
      <div className="text-[14px] leading-[18px]">
        <h1 className="text-2xl">{day.data.name}</h1>
        <p className="pb-2">
          {t('day.head', {
            day: dayOf(day.data.date),
            from: clockOf(day.data.starts),
            to: clockOf(day.data.ends),
            count: guests.length,
          })}
          {day.data.place && `, ${day.data.place}`}
        </p>
        <ul className="flex flex-wrap gap-x-8 border-y border-line py-1 text-[17px] leading-7">
          {points.map((p) => (
            <li key={`${p.at} ${p.what}`}>
              <strong className="tabular-nums">{clockOf(p.at)}</strong> {p.what}
            </li>
          ))}
        </ul>
        <div className="py-2">
          <Band day={day.data} agenda={agenda.data} spans={spans} lit={null} onLit={() => undefined} printed />
        </div>
        <div className="grid grid-cols-2 gap-x-8">
          <section>
            <h2 className="text-lg">{t('day.rota')}</h2>
            {agenda.data.tools.flatMap((tool) =>
              Array.from({ length: tool.count }, (_, i) => i + 1).map((number) => {
                // Who has it still is not named again.
                const goes = spans
                  .filter((s) => s.tool === tool.tool && s.toolNumber === number)
                  .filter((s, i, all) => s.guest !== all[i - 1]?.guest);
                return (
                  goes.length > 0 && (
                    <p key={`${tool.tool} ${number}`} className="pb-1">
                      <strong>
                        {t(`day.tool.${tool.tool}`)} {number}
                      </strong>{' '}
                      {goes.map((s, i) => (
                        <Fragment key={i}>
                          <span className="whitespace-nowrap">
                            {clockOf(s.from)} {guests[s.guest]?.name}
                            {i < goes.length - 1 && ','}
                          </span>{' '}
                        </Fragment>
                      ))}
                    </p>
                  )
                );
              }),
            )}
          </section>
          <section>
            <h2 className="text-lg">{t('day.done')}</h2>
            <p>
              {[...guests]
                .sort((a, b) => minuteOf(a.ends) - minuteOf(b.ends))
                .map((g) => `${clockOf(g.ends)} ${g.name}`)
                .join(', ')}
            </p>
            {needs.length > 0 && (
              <>
                <h2 className="pt-2 text-lg">{t('day.needs')}</h2>
                {needs.map((n) => (
                  <p key={n.name}>
                    <strong>{n.name}</strong> {n.said}
                  </p>
                ))}
              </>
            )}
            <h2 className="pt-2 text-lg">{t('day.care')}</h2>
            {agenda.data.cautions.map((c) => (
              <p key={c} className="pb-1 text-[13px] leading-4">
                {c}
              </p>
            ))}
          </section>
        </div>
      </div>
    </PrintFrame>
  );
}
