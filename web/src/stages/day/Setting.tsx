import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { DayPlan, DayView, GuestSeat } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { NumberField } from '../../parts/NumberField';
import { TextField } from '../../parts/TextField';
import { clockOf } from './clock';
import type { DayChange } from './useDay';

const tools = ['trimmer', 'punch', 'stamp', 'heat', 'rack'] as const;
const paces = ['beginner', 'practised', 'quick'] as const;

type SetPlan = (more: (plan: DayPlan) => Partial<DayPlan>) => void;

interface Props {
  day: DayView;
  onSave: (change: DayChange) => void;
}

/** The room: tools, breaks, the host's own hours, and how each guest sits. */
export function Setting({ day, onSave }: Props) {
  const { t } = useTranslation();
  const { plan } = day;
  const set: SetPlan = (more) => onSave((now) => ({ plan: { ...now.plan, ...more(now.plan) } }));
  return (
    <div className="text-[15px]">
      <Tools plan={plan} set={set} />
      <label className="flex items-baseline gap-2 pt-2">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={plan.preCut}
          onChange={(event) => {
            const preCut = event.currentTarget.checked;
            set(() => ({ preCut }));
          }}
        />
        {t('day.setting.preCut')}
      </label>
      <Breaks day={day} set={set} />
      <Seats day={day} onSave={onSave} />
      {plan.hours && <Hours plan={plan} hours={plan.hours} set={set} />}
    </div>
  );
}

function Tools({ plan, set }: { plan: DayPlan; set: SetPlan }) {
  const { t } = useTranslation();
  const count = (tool: (typeof tools)[number]) => plan.tools.find((o) => o.tool === tool)?.count ?? null;
  return (
    <section aria-label={t('day.tools')}>
      <h2 className="text-lg">{t('day.tools')}</h2>
      <ul>
        {tools.map((tool) => (
          <li key={tool} className="flex items-baseline gap-3 border-b border-line py-0.5">
            <span className="min-w-0 flex-1">
              {t(`day.setting.tool.${tool}`)}
              <span className="block text-[13px] leading-4 text-soft">{t(`day.setting.about.${tool}`)}</span>
            </span>
            <NumberField
              label={t(`day.setting.tool.${tool}`)}
              value={count(tool)}
              none={tool === 'heat' || tool === 'rack' ? t('day.setting.none') : '1'}
              min={1}
              max={50}
              onChange={(next) =>
                set((now) => ({
                  tools: [...now.tools.filter((o) => o.tool !== tool), ...(next === null ? [] : [{ tool, count: next }])],
                }))
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Breaks({ day, set }: { day: DayView; set: SetPlan }) {
  const { t } = useTranslation();
  const { breaks } = day.plan;
  const change = (at: number, more: Partial<(typeof breaks)[number]>) =>
    set((now) => ({ breaks: now.breaks.map((b, i) => (i === at ? { ...b, ...more } : b)) }));
  return (
    <section aria-label={t('day.setting.breaks')} className="pt-4">
      <h2 className="text-lg">{t('day.setting.breaks')}</h2>
      <p className="text-soft">{t('day.setting.hours', { from: clockOf(day.starts), to: clockOf(day.ends) })}</p>
      <ul>
        {breaks.map((pause, i) => (
          <li key={`${i} ${pause.at}`} className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-0.5">
            <TextField
              label={t('day.setting.breakName', { n: i + 1 })}
              value={pause.name}
              className="w-32"
              onChange={(name) => change(i, { name })}
            />
            <input
              type="time"
              aria-label={t('day.setting.breakAt', { n: i + 1 })}
              className="rounded border border-transparent bg-transparent hover:border-line focus:border-velvet"
              defaultValue={clockOf(pause.at)}
              onBlur={(event) =>
                event.currentTarget.value &&
                event.currentTarget.value !== clockOf(pause.at) &&
                change(i, { at: `${event.currentTarget.value}:00` })
              }
            />
            <span className="flex items-baseline">
              <NumberField
                label={t('day.setting.breakMinutes', { n: i + 1 })}
                value={pause.minutes}
                min={1}
                max={240}
                onChange={(minutes) => change(i, { minutes: minutes ?? 30 })}
              />
              {t('day.setting.minutes')}
            </span>
            <button
              type="button"
              className="quiet ml-auto"
              onClick={() => set((now) => ({ breaks: now.breaks.filter((_, j) => j !== i) }))}
            >
              {t('day.setting.remove')}
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="press mt-2"
        onClick={() =>
          set((now) => ({ breaks: [...now.breaks, { name: t('day.setting.newBreak'), at: day.starts, minutes: 15 }] }))
        }
      >
        {t('day.setting.addBreak')}
      </button>
    </section>
  );
}

function Seats({ day, onSave }: Props) {
  const { t } = useTranslation();
  const seat = (guest: number, more: Partial<GuestSeat>) =>
    onSave(({ guests }) => {
      const now = guests.find((g) => g.id === guest);
      return { seats: now ? [{ guest, seat: { ...now.seat, ...more } }] : [] };
    });
  const isGrownUp = (id: number) => day.guests.some((g) => g.seat.beside === id);
  return (
    <section aria-label={t('day.setting.seats')} className="pt-4">
      <h2 className="text-lg">{t('day.setting.seats')}</h2>
      <ul>
        {day.guests.map((guest) => (
          <li key={guest.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-0.5">
            <span className="w-20 shrink-0">{guest.name}</span>
            <TextField
              label={t('day.setting.tableOf', { name: guest.name })}
              value={guest.seat.table ?? ''}
              optional
              placeholder={t('day.table')}
              className="w-24"
              onChange={(table) => seat(guest.id, { table: table || null })}
            />
            <Choice
              label={t('day.setting.paceOf', { name: guest.name })}
              value={guest.seat.pace ?? 'practised'}
              options={paces.map((pace) => ({ value: pace, name: t(`day.setting.pace.${pace}`) }))}
              onChange={(pace) => seat(guest.id, { pace })}
            />
            <span className="flex items-baseline text-soft">
              +
              <NumberField
                label={t('day.setting.moreOf', { name: guest.name })}
                value={guest.seat.moreTime}
                max={200}
                align="left"
                onChange={(moreTime) => seat(guest.id, { moreTime: moreTime ?? 0 })}
              />
              <span className="-ml-12">%</span>
            </span>
            {!isGrownUp(guest.id) && (
              <Choice
                label={t('day.setting.besideOf', { name: guest.name })}
                value={String(guest.seat.beside ?? '')}
                options={[
                  { value: '', name: t('day.setting.alone') },
                  ...day.guests
                    .filter((g) => g.id !== guest.id && g.seat.beside == null)
                    .map((g) => ({ value: String(g.id), name: t('day.setting.childOf', { name: g.name }) })),
                ]}
                onChange={(id) => seat(guest.id, { beside: id ? Number(id) : null })}
              />
            )}
            <label className="ml-auto flex items-baseline gap-1.5">
              <input
                type="checkbox"
                className="accent-velvet"
                checked={guest.seat.largePrint}
                onChange={(event) => seat(guest.id, { largePrint: event.currentTarget.checked })}
              />
              {t('day.setting.large')}
            </label>
            {guest.needs && <span className="w-full pl-20 text-[13px] text-soft">{guest.needs}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

type HostHours = NonNullable<DayPlan['hours']>;

function Hours({ plan, hours, set }: { plan: DayPlan; hours: HostHours; set: SetPlan }) {
  const { t } = useTranslation();
  const setHours = (change: (hours: HostHours) => HostHours) => set((now) => ({ hours: change(now.hours ?? hours) }));
  const [address, setAddress] = useState(plan.remind ?? '');
  const days = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
  return (
    <section aria-label={t('day.setting.own')} className="py-4">
      <h2 className="text-lg">{t('day.setting.own')}</h2>
      <p className="text-soft">{t('day.setting.ownAbout')}</p>
      <div className="grid grid-cols-7 gap-1 pt-1 text-center">
        {days.map((name, i) => (
          <label key={name} className="block">
            <span className="small-cap">{t(`day.setting.week.${name}`)}</span>
            <input
              type="number"
              min={0}
              max={1440}
              step={10}
              className="field w-full px-1 text-right"
              aria-label={t('day.setting.minutesOn', { day: t(`day.setting.week.${name}`) })}
              defaultValue={hours.minutes[i] ?? 0}
              onBlur={(event) => {
                const next = event.currentTarget.valueAsNumber;
                if (Number.isFinite(next) && next !== hours.minutes[i])
                  setHours((now) => ({ ...now, minutes: now.minutes.map((m, j) => (j === i ? Math.round(next) : m)) }));
              }}
            />
          </label>
        ))}
      </div>
      <ul className="pt-2">
        {(['delivery', 'answer', 'prints'] as const).map((wait) => (
          <li key={wait} className="flex items-baseline gap-3 border-b border-line py-0.5">
            <span className="flex-1">{t(`day.setting.wait.${wait}`)}</span>
            <NumberField
              label={t(`day.setting.wait.${wait}`)}
              value={hours[wait]}
              max={90}
              onChange={(next) => setHours((now) => ({ ...now, [wait]: next ?? 0 }))}
            />
            <span className="w-12 text-soft">{t('day.setting.days')}</span>
          </li>
        ))}
        <li className="flex items-baseline gap-3 border-b border-line py-0.5">
          <span className="flex-1">{t('day.setting.longest')}</span>
          <NumberField
            label={t('day.setting.longest')}
            value={plan.longestWait}
            min={1}
            max={240}
            onChange={(next) => set(() => ({ longestWait: next ?? 15 }))}
          />
          <span className="w-12 text-soft">{t('day.setting.minutes')}</span>
        </li>
      </ul>
      <form
        className="flex flex-wrap items-baseline gap-3 pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          set(() => ({ remind: address.trim() || null }));
        }}
      >
        <label className="flex flex-1 items-baseline gap-2">
          {t('day.setting.remind')}
          <input
            type="email"
            className="field min-w-40 flex-1"
            value={address}
            maxLength={200}
            placeholder={t('day.setting.nobody')}
            onChange={(event) => setAddress(event.currentTarget.value)}
          />
        </label>
        <button type="submit" className="press" disabled={address.trim() === (plan.remind ?? '')}>
          {t('day.setting.keep')}
        </button>
      </form>
    </section>
  );
}
