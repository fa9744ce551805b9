import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type DayPlan, type DayView } from '../../api/client';
import { locale } from '../../words/words';
import type { DayChange } from './useDay';
import { dayOf, nowHere } from './clock';

type Task = DayView['before']['tasks'][number];
type Moved = NonNullable<DayPlan['moved']>;

interface Props {
  workshop: string;
  day: DayView;
  onSave: (change: DayChange) => void;
}

/** What must be done before the day, in the order in which it is due; what is late, and what that endangers. */
export function Before({ workshop, day, onSave }: Props) {
  const { t } = useTranslation();
  const { plan, before } = day;
  const done = plan.done ?? [];
  const move = (moved: Moved) => {
    const kinds = moved.map((m) => m.kind);
    onSave(({ plan }) => ({
      plan: { ...plan, moved: [...(plan.moved ?? []).filter((m) => !kinds.includes(m.kind)), ...moved] },
    }));
  };
  return (
    <div className="text-[15px]">
      <p>
        {before.says}
        {before.ready && before.ready < day.date && ` ${t('day.before.ready', { day: dayOf(before.ready) })}`}
      </p>
      <ol className="pt-2">
        {before.tasks.map((task) => (
          <Row
            key={task.kind}
            task={task}
            isMarked={done.includes(task.kind)}
            onDone={(yes) =>
              onSave(({ plan }) => {
                const others = (plan.done ?? []).filter((k) => k !== task.kind);
                return { plan: { ...plan, done: yes ? [...others, task.kind] : others } };
              })
            }
            onMove={(due) => move([{ kind: task.kind, due }])}
            onBack={() =>
              onSave(({ plan }) => ({ plan: { ...plan, moved: (plan.moved ?? []).filter((m) => m.kind !== task.kind) } }))
            }
          />
        ))}
      </ol>
      <Calendar workshop={workshop} onMove={move} />
    </div>
  );
}

interface RowProps {
  task: Task;
  /** Whether the host marked it, rather than the studio seeing it. */
  isMarked: boolean;
  onDone: (done: boolean) => void;
  onMove: (due: string) => void;
  onBack: () => void;
}

function Row({ task, isMarked, onDone, onMove, onBack }: RowProps) {
  const { t } = useTranslation();
  const name = t(`day.before.kind.${task.kind}`);
  return (
    <li className="flex gap-3 border-b border-line py-2">
      <input
        type="checkbox"
        aria-label={name}
        className="mt-1.5 size-4 shrink-0 accent-velvet"
        checked={task.done || isMarked}
        disabled={task.done && !isMarked}
        onChange={(event) => onDone(event.currentTarget.checked)}
      />
      <span className="min-w-0 flex-1">
        <span className={task.done ? 'text-soft' : ''}>{name}</span>
        <span className="text-soft">
          {task.minutes > 0 && !task.done && ` · ${t('day.minutes', { count: task.minutes })}`}
          {task.waitDays > 0 && !task.done && ` · ${t('day.before.waits', { count: task.waitDays })}`}
          {task.done && ` · ${isMarked ? t('day.before.marked') : t('day.before.seen')}`}
        </span>
        {task.open && <span className="block text-soft">{task.open}</span>}
        {task.lateDays > 0 && (
          <span className="block text-rust">
            {t('day.before.late', { count: task.lateDays })}
            {task.endangers.length > 0 &&
              ` ${t('day.before.endangers', { list: task.endangers.map((k) => t(`day.before.kind.${k}`)).join(', ') })}`}
          </span>
        )}
      </span>
      {!task.done && (
        <span className="shrink-0 text-right">
          <span className="block text-soft">{t('day.before.begin', { day: dayOf(task.begin) })}</span>
          <label className="flex items-baseline justify-end gap-1.5">
            <span className="text-soft">{t('day.before.by')}</span>
            <input
              type="date"
              aria-label={t('day.before.due', { what: name })}
              className="rounded border border-transparent bg-transparent text-right hover:border-line focus:border-velvet"
              value={task.due}
              onChange={(event) => event.currentTarget.value && onMove(event.currentTarget.value)}
            />
          </label>
          {task.moved && (
            <button type="button" className="quiet" onClick={onBack}>
              {t('day.before.back')}
            </button>
          )}
        </span>
      )}
    </li>
  );
}

/** The plan as a calendar, and what a calendar that is read back has otherwise. */
function Calendar({ workshop, onMove }: { workshop: string; onMove: (moved: Moved) => void }) {
  const { t } = useTranslation();
  const file = useRef<HTMLInputElement>(null);
  const [name, setName] = useState('');
  const read = useMutation({
    mutationFn: async (chosen: File) =>
      unwrap(
        await api.POST('/api/workshops/{slug}/day/calendar', {
          params: { path: { slug: workshop } },
          body: await chosen.text(),
          bodySerializer: (text) => text,
          headers: { 'Content-Type': 'text/calendar' },
        }),
      ),
  });
  const moved = read.data?.moved ?? [];
  return (
    <section aria-label={t('day.before.calendar')} className="py-4">
      <p className="flex flex-wrap items-baseline gap-3">
        <a className="press" href={`/api/workshops/${workshop}/day/calendar.ics`} download>
          {t('day.before.export')}
        </a>
        <button type="button" className="press" onClick={() => file.current?.click()}>
          {t('day.before.readBack')}
        </button>
        <input
          ref={file}
          type="file"
          accept=".ics,text/calendar"
          aria-label={t('day.before.readBack')}
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const chosen = event.currentTarget.files?.[0];
            if (!chosen) return;
            setName(chosen.name);
            read.mutate(chosen);
            event.currentTarget.value = '';
          }}
        />
      </p>
      {read.error && (
        <p role="alert" className="pt-2 text-rust">
          {name}: {read.error.message}
        </p>
      )}
      {read.data && (
        <div role="status" className="pt-2">
          {moved.length === 0 && <p>{t('day.before.same', { name })}</p>}
          {moved.length > 0 && (
            <>
              <p>{t('day.before.moved', { name })}</p>
              <ul className="list-disc pl-5">
                {moved.map((m) => (
                  <li key={m.kind}>
                    {t(`day.before.kind.${m.kind}`)}: {dayOf(m.due)}
                  </li>
                ))}
              </ul>
              <button
                type="button"
                className="press mt-2"
                onClick={() => {
                  onMove(moved);
                  read.reset();
                }}
              >
                {t('day.before.take')}
              </button>
            </>
          )}
          {read.data.day && <p className="text-rust">{t('day.before.dayMoved', { day: dayOf(read.data.day) })}</p>}
        </div>
      )}
    </section>
  );
}

/** The days before as a band: each thing from the last day it can be begun to the day it is due, its waits after it. */
export function BeforeBand({ day }: { day: DayView }) {
  const { t } = useTranslation();
  const { tasks } = day.before;
  const at = (date: string) => Math.round(new Date(`${date}T12:00`).getTime() / 86_400_000);
  const today = at(nowHere().date);
  const first = Math.min(today, ...tasks.map((task) => at(task.begin)));
  const last = Math.max(at(day.date), ...tasks.map((task) => at(task.due)));
  const [wide, left, row, head] = [540, 168, 40, 26];
  const each = (wide - left - 8) / (last - first + 1);
  const x = (n: number) => left + (n - first) * each;
  const every = Math.max(1, Math.ceil((last - first) / 8));
  const high = head + tasks.length * row + 12;
  return (
    <figure>
      <svg viewBox={`0 0 ${wide} ${high}`} className="w-full" role="img" aria-label={t('day.before.band')}>
        {Array.from({ length: last - first + 1 }, (_, i) => first + i).map((n) => (
          <g key={n}>
            {(n - at(day.date)) % every === 0 && (
              <text x={x(n) + each / 2} y={14} textAnchor="middle" fontSize="11.5" fill="var(--soft)">
                {new Date(n * 86_400_000).toLocaleDateString(locale(), { day: 'numeric', month: 'numeric' })}
              </text>
            )}
            <line x1={x(n)} x2={x(n)} y1={head - 6} y2={high - 6} stroke="var(--line)" strokeWidth={0.6} />
          </g>
        ))}
        <rect x={x(at(day.date))} y={head - 6} width={each} height={high - head} fill="var(--lit)" stroke="var(--velvet)" />
        {tasks.map((task, i) => {
          const y = head + i * row;
          const [from, to] = [at(task.begin), at(task.due)];
          const colour = task.lateDays > 0 ? 'var(--rust)' : task.done ? 'var(--moss)' : 'var(--velvet)';
          return (
            <g key={task.kind} opacity={task.done ? 0.45 : 1}>
              <text x={left - 8} y={y + 21} textAnchor="end" fontSize="13.5" fill="var(--ink)">
                {t(`day.before.kind.${task.kind}`)}
              </text>
              <rect x={x(from) + 1} y={y + 8} width={(to - from + 1) * each - 2} height={18} fill={colour} rx={2} />
              {task.waitDays > 0 && !task.done && (
                <line
                  x1={x(to + 1)}
                  x2={Math.min(x(last + 1), x(to + 1 + task.waitDays))}
                  y1={y + 17}
                  y2={y + 17}
                  stroke={colour}
                  strokeWidth="1.5"
                  strokeDasharray="2 3"
                />
              )}
            </g>
          );
        })}
        <line x1={x(today)} x2={x(today)} y1={16} y2={high - 6} stroke="var(--rust)" strokeWidth="1.5" />
      </svg>
      <figcaption className="flex flex-wrap gap-x-4 pt-2 text-[13px] text-soft">
        <span>{t('day.before.keyToday')}</span>
        <span>{t('day.before.keyWaits')}</span>
        <span>{t('day.before.keyDay', { day: dayOf(day.date) })}</span>
      </figcaption>
    </figure>
  );
}
