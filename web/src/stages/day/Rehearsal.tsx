import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type DayRehearsed, type DayView } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { locale } from '../../words/words';
import { clockAt, minuteOf } from './clock';

type Spread = DayRehearsed['ends'];

const percent = (share: number) => share.toLocaleString(locale(), { style: 'percent', maximumFractionDigits: 1 });

/** The day, played many times: when it ends, who waits, and what should lie ready besides. */
export function Rehearsal({ workshop, day }: { workshop: string; day: DayView }) {
  const { t } = useTranslation();
  const [seed, setSeed] = useState(1);
  const played = useQuery({
    queryKey: ['rehearsal', workshop, day.version, seed],
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET('/api/workshops/{slug}/day/rehearsal', {
          params: { path: { slug: workshop }, query: { seed } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  if (played.error) return <p role="alert">{played.error.message}</p>;
  if (!played.data) return <p className="text-soft">{t('day.rehearsal.playing')}</p>;
  const { ends, inTime, guests, tools, spares, days } = played.data;
  const zero = minuteOf(day.starts);
  const length = Math.max(minuteOf(day.ends) - zero, ends.high) + 10;
  const at = (minutes: number) => clockAt(zero + Math.round(minutes));
  return (
    <div className={`text-[15px] ${played.isFetching ? 'opacity-60' : ''}`}>
      <p>
        {t('day.rehearsal.ends', {
          days: days.toLocaleString(locale()),
          from: at(ends.low),
          middle: at(ends.middle),
          to: at(ends.high),
        })}
      </p>
      <p>{t('day.rehearsal.inTime', { share: percent(inTime.share), from: percent(inTime.from), to: percent(inTime.to) })}</p>
      <section aria-label={t('day.rehearsal.spares')} className="pt-4">
        <h2 className="text-lg">{t('day.rehearsal.spares')}</h2>
        {spares.items.length === 0 && <p>{t('day.rehearsal.noSpares')}</p>}
        <ul>
          {spares.items.map((item) => (
            <li key={`${item.kind} ${item.id}`} className="flex items-baseline gap-3 border-b border-line py-0.5">
              <span className="w-8 text-right tabular-nums">{item.sheets}</span>
              <span className="flex-1">{item.kind === 'print' ? t('day.rehearsal.print', { size: item.name }) : item.name}</span>
              <span className="text-soft">{t(`day.rehearsal.kind.${item.kind}`)}</span>
              <span className="w-16 text-right text-soft tabular-nums">
                {item.cost == null
                  ? ''
                  : item.cost.toLocaleString(locale(), { minimumFractionDigits: 2, maximumFractionDigits: 2 })}
              </span>
            </li>
          ))}
        </ul>
        <p className="pt-1 text-soft">
          {t(spares.isProved ? 'day.rehearsal.sureProved' : 'day.rehearsal.sure', {
            chosen: percent(spares.chosen),
            verified: percent(spares.verified.share),
            from: percent(spares.verified.from),
            to: percent(spares.verified.to),
          })}
        </p>
      </section>
      <Wishes workshop={workshop} day={day} />
      <section aria-label={t('day.rehearsal.guests')} className="py-4">
        <h2 className="text-lg">{t('day.rehearsal.guests')}</h2>
        <table className="w-full">
          <thead>
            <tr className="small-cap text-left">
              <th className="font-normal">{t('day.guest')}</th>
              <th className="font-normal">{t('day.rehearsal.done')}</th>
              <th className="text-right font-normal">{t('day.waits')}</th>
            </tr>
          </thead>
          <tbody>
            {guests.map((guest, i) => (
              <tr key={i} className="border-b border-line">
                <td className="pr-3">{guest.name}</td>
                <td className="w-3/5">
                  <Range
                    spread={guest.ends}
                    length={length}
                    label={`${at(guest.ends.low)}–${at(guest.ends.middle)}–${at(guest.ends.high)}`}
                  />
                </td>
                <td className="text-right text-soft tabular-nums">{range(guest.waits)}</td>
              </tr>
            ))}
            {tools.map((tool) => (
              <tr key={tool.tool}>
                <td className="pr-3 text-soft" colSpan={2}>
                  {t('day.rehearsal.allWait', { tool: t(`day.tool.${tool.tool}`) })}
                </td>
                <td className="text-right text-soft tabular-nums">{range(tool.waits)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="pt-2 text-[13px] text-soft">{t('day.rehearsal.key')}</p>
      </section>
      <p className="flex items-baseline gap-2 pb-6 text-soft">
        {t('day.rehearsal.seed')}
        <NumberField label={t('day.rehearsal.seed')} value={seed} max={999_999} onChange={(next) => setSeed(next ?? 1)} />
      </p>
    </div>
  );
}

const range = (s: Spread) => (s.high < 0.5 ? '–' : `${Math.round(s.low)} · ${Math.round(s.middle)} · ${Math.round(s.high)}`);

// One day in twenty before its left end, one in twenty after its right end; the dot is the middle.
function Range({ spread, length, label }: { spread: Spread; length: number; label: string }) {
  const x = (minute: number) => (200 * minute) / length;
  return (
    <svg viewBox="0 0 200 16" className="h-4 w-full" preserveAspectRatio="none" role="img" aria-label={label}>
      <line x1="0" x2="200" y1="8" y2="8" stroke="var(--line)" />
      <rect
        x={x(spread.low)}
        y="5"
        width={Math.max(1, x(spread.high) - x(spread.low))}
        height="6"
        fill="var(--velvet)"
        opacity="0.55"
      />
      <rect x={x(spread.middle) - 1} y="2" width="2" height="12" fill="var(--velvet)" />
      <title>{label}</title>
    </svg>
  );
}

/** How many of each tool bring the waiting under what is let pass, and what else is brought. */
function Wishes({ workshop, day }: { workshop: string; day: DayView }) {
  const { t } = useTranslation();
  const wishes = useQuery({
    queryKey: ['tool-wishes', workshop, day.version],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/workshops/{slug}/day/tools', { params: { path: { slug: workshop } }, signal })),
    staleTime: Infinity,
  });
  const { longestWait } = day.plan;
  return (
    <section aria-label={t('day.rehearsal.pack')} className="pt-4">
      <h2 className="text-lg">{t('day.rehearsal.pack')}</h2>
      <ul>
        {(wishes.data ?? []).map((wish) => (
          <li key={wish.tool} className="border-b border-line py-0.5">
            {wish.waits <= longestWait
              ? t('day.rehearsal.enough', { count: wish.count, tool: t(`day.tool.${wish.tool}`), minutes: wish.waits })
              : t('day.rehearsal.never', { count: wish.count, tool: t(`day.tool.${wish.tool}`), minutes: wish.waits })}
          </li>
        ))}
        {day.supplies.flatMap((source) =>
          source.supplies.map((supply) => (
            <li key={`${source.source ?? ''} ${supply.name}`} className="flex items-baseline gap-3 border-b border-line py-0.5">
              <span className="min-w-0 flex-1">
                {supply.count != null && <span className="tabular-nums">{supply.count} × </span>}
                {supply.name}
                {supply.amount && <span className="text-soft">, {supply.amount}</span>}
                {supply.gone && <span className="text-rust"> {t('day.rehearsal.gone', { take: supply.take ?? '–' })}</span>}
              </span>
              <span className="text-soft">{source.source}</span>
            </li>
          )),
        )}
      </ul>
      {day.bring.length > 0 && <p className="pt-1 text-soft">{t('day.rehearsal.bring', { list: day.bring.join(', ') })}</p>}
    </section>
  );
}
