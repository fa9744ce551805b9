import type { DayAgenda } from '../../api/client';
import { minuteOf } from './clock';

export type AgendaLine = DayAgenda['lines'][number];

/** A line of the agenda in minutes after the start of the day. */
export interface Span extends AgendaLine {
  begin: number;
  end: number;
}

/** The agenda in minutes after the start: its lines come in order, so that what is past midnight goes on counting. */
export function spansOf(agenda: DayAgenda, starts: string): Span[] {
  const zero = minuteOf(starts);
  let last = 0;
  return agenda.lines.map((line) => {
    let begin = minuteOf(line.from) - zero;
    while (begin < last) begin += 1440;
    last = begin;
    let end = minuteOf(line.to) - zero;
    while (end < begin) end += 1440;
    return { ...line, begin, end };
  });
}

/** What several do at the same time, as one row. */
export interface AgendaRow {
  begin: number;
  from: string;
  phase: AgendaLine['phase'];
  layout: string | null;
  kit: number;
  who: { guest: number; to: string; tool: number | null; waits: number; beside: number | null }[];
}

/** The rows of the agenda in clock time. */
export function rowsOf(agenda: DayAgenda, spans: readonly Span[]): AgendaRow[] {
  const rows = new Map<string, AgendaRow>();
  for (const span of spans) {
    const kit = agenda.guests[span.guest]?.kit ?? 0;
    const key = `${span.begin} ${span.phase} ${kit} ${span.layout ?? ''}`;
    const row = rows.get(key) ?? {
      begin: span.begin,
      from: span.from,
      phase: span.phase,
      layout: span.layout ?? null,
      kit,
      who: [],
    };
    row.who.push({
      guest: span.guest,
      to: span.to,
      tool: span.tool ? (span.toolNumber ?? null) : null,
      waits: span.waits,
      beside: span.beside ?? null,
    });
    rows.set(key, row);
  }
  return [...rows.values()];
}

/** What a guest does at a minute, what comes next, and since when they wait; nothing where they are done. */
export function standOf(spans: readonly Span[], guest: number, minute: number) {
  const own = spans.filter((s) => s.guest === guest && s.phase !== 'dry');
  const now = own.find((s) => s.begin <= minute && minute < s.end) ?? null;
  const next = own.find((s) => s.begin > minute && s !== now) ?? null;
  return { now, next, waits: now === null && next !== null && next.waits > 0 && next.begin - next.waits <= minute };
}

/** The agenda with minutes lost at a minute, as far as a device without the network can move it: all that has not begun begins later, all
 * that goes on ends later. */
export const movedBy = (spans: readonly Span[], at: number, minutes: number): Span[] =>
  spans.map((s) => ({
    ...s,
    begin: s.begin > at ? s.begin + minutes : s.begin,
    end: s.end > at ? s.end + minutes : s.end,
  }));
