import { useTranslation } from 'react-i18next';
import type { DayAgenda, DayView } from '../../api/client';
import { clockAt, minuteOf, nowHere } from './clock';
import type { Span } from './spans';

const [wide, left, head] = [540, 80, 24];

// A colour for what hands do, so that the band is read from afar; its name stands in the key below and in the agenda.
const colours: Partial<Record<Span['phase'], string>> = {
  cut: 'var(--velvet)',
  'hand-work': 'var(--velvet)',
  heat: 'var(--rust)',
  wet: 'var(--rust)',
  mat: 'var(--brass)',
  lay: 'var(--moss)',
  'lay-dry': 'var(--moss)',
};

const fillOf = (phase: Span['phase']) => (phase === 'dry' ? 'url(#drying)' : (colours[phase] ?? 'var(--soft)'));
const opacityOf = (phase: Span['phase']) => (phase === 'hand-work' || phase === 'lay-dry' ? 0.5 : 0.88);

interface Props {
  day: DayView;
  agenda: DayAgenda;
  spans: readonly Span[];
  /** The guest who is looked at. */
  lit: number | null;
  onLit: (guest: number | null) => void;
  printed?: boolean;
}

/** The guests in the order of the band: table by table. */
export const seated = (agenda: DayAgenda): number[] =>
  agenda.guests
    .map((_, i) => i)
    .sort((a, b) => (agenda.guests[a]?.table ?? '~').localeCompare(agenda.guests[b]?.table ?? '~') || a - b);

// Where each guest's row lies, with the name of their table over its first one where there are several.
function placesOf(agenda: DayAgenda, guests: readonly number[], row: number) {
  const table = (guest: number) => agenda.guests[guest]?.table ?? '';
  const isOne = new Set(guests.map(table)).size < 2;
  let y = head;
  const places = guests.map((guest, i) => {
    const isFirst = !isOne && (i === 0 || table(guests[i - 1] ?? 0) !== table(guest));
    if (isFirst) y += 18;
    y += row;
    return { guest, y: y - row, table: isFirst ? table(guest) : null };
  });
  return { places, y };
}

/** The day as one band of time: a row for each guest, table by table, then one for each tool. */
export function Band({ day, agenda, spans, lit, onLit, printed = false }: Props) {
  const { t } = useTranslation();
  const zero = minuteOf(day.starts);
  const length = Math.max(minuteOf(day.ends) - zero, ...spans.map((s) => s.end), 60);
  const x = (minute: number) => left + ((wide - left - 8) * minute) / length;
  const guests = seated(agenda);
  const tools = agenda.tools.flatMap((tool) =>
    Array.from({ length: tool.count }, (_, i) => ({ tool: tool.tool, number: i + 1 })),
  );
  // On paper all of them go onto one side.
  const row = printed ? Math.max(11, Math.min(18, Math.floor(330 / guests.length))) : 24;
  const inset = Math.round(row / 6);
  const { places, y } = placesOf(agenda, guests, row);
  const toolsFrom = y + 26;
  const high = toolsFrom + tools.length * row + 8;
  const hours = Array.from({ length: Math.floor(length / 60) + 1 }, (_, i) => i * 60);
  const now = nowHere();
  const at = now.date === day.date ? now.minute - zero : -1;
  // What has the same colour stands together in the key.
  const looks = [...new Set(spans.map((s) => s.phase))].reduce<Span['phase'][][]>((all, phase) => {
    const same = all.find(([first]) => first && fillOf(first) === fillOf(phase) && opacityOf(first) === opacityOf(phase));
    if (same) same.push(phase);
    else all.push([phase]);
    return all;
  }, []);
  return (
    <figure className="flex min-h-0 flex-col">
      <svg
        viewBox={`0 0 ${wide} ${high}`}
        className="w-full"
        role="img"
        aria-label={t('day.band', { count: agenda.guests.length, from: clockAt(zero), to: agenda.ends.slice(0, 5) })}
        onPointerLeave={() => onLit(null)}
      >
        <defs>
          <pattern id="drying" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="5" height="5" fill="var(--chalk)" />
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--soft)" strokeWidth="1.5" />
          </pattern>
        </defs>
        {day.plan.breaks.map((pause) => {
          const from = minuteOf(pause.at) - zero;
          return (
            <g key={`${pause.name} ${pause.at}`}>
              <rect x={x(from)} y={head - 4} width={x(from + pause.minutes) - x(from)} height={high - head} fill="var(--linen)" />
              <text x={x(from + pause.minutes / 2)} y={high - 2} textAnchor="middle" fontSize="12" fill="var(--soft)">
                {pause.name}
              </text>
            </g>
          );
        })}
        {hours.map((h) => (
          <g key={h}>
            <line x1={x(h)} x2={x(h)} y1={head - 4} y2={high - 12} stroke="var(--line)" strokeWidth="1" />
            <text x={x(h)} y={13} textAnchor={x(h) > wide - 18 ? 'end' : 'middle'} fontSize="12.5" fill="var(--soft)">
              {clockAt(zero + h)}
            </text>
          </g>
        ))}
        {places.map(({ guest, y: top, table: name }) => (
          <g
            key={guest}
            opacity={lit === null || lit === guest ? 1 : 0.28}
            onPointerEnter={() => onLit(guest)}
            className={printed ? '' : 'transition-opacity'}
          >
            {name !== null && (
              <text x={0} y={top - 3} fontSize="12" fill="var(--soft)">
                {name || t('day.noTable')}
              </text>
            )}
            <rect x={0} y={top} width={wide} height={row} fill="transparent" />
            <text x={left - 6} y={top + row / 2 + 4.5} textAnchor="end" fontSize={Math.min(13, row - 1)} fill="var(--ink)">
              {agenda.guests[guest]?.name}
            </text>
            {spans
              .filter((s) => s.guest === guest)
              .map((s, i) => (
                <g key={i}>
                  {s.waits > 0 && (
                    <line
                      x1={x(s.begin - s.waits)}
                      x2={x(s.begin)}
                      y1={top + row / 2}
                      y2={top + row / 2}
                      stroke="var(--rust)"
                      strokeWidth="1.5"
                      strokeDasharray="1.5 3"
                    />
                  )}
                  <rect
                    x={x(s.begin)}
                    y={s.phase === 'dry' ? top + row - inset - 5 : top + inset}
                    width={Math.max(0.8, x(s.end) - x(s.begin) - 0.6)}
                    height={s.phase === 'dry' ? 5 : row - 2 * inset - 1}
                    fill={fillOf(s.phase)}
                    fillOpacity={opacityOf(s.phase)}
                  >
                    <title>{`${clockAt(zero + s.begin)}–${clockAt(zero + s.end)} ${t(`day.phase.${s.phase}`)} ${s.layout ?? ''}`}</title>
                  </rect>
                </g>
              ))}
          </g>
        ))}
        {tools.length > 0 && (
          <text x={0} y={toolsFrom - 5} fontSize="12" fill="var(--soft)">
            {t('day.tools')}
          </text>
        )}
        {tools.map(({ tool, number }, i) => (
          <g key={`${tool} ${number}`}>
            <text
              x={left - 6}
              y={toolsFrom + i * row + row / 2 + 4.5}
              textAnchor="end"
              fontSize={Math.min(13, row - 1)}
              fill="var(--ink)"
            >
              {t(`day.tool.${tool}`)} {number}
            </text>
            {spans
              .filter((s) => s.tool === tool && s.toolNumber === number)
              .map((s, j) => {
                const width = Math.max(0.8, x(s.end) - x(s.begin) - 0.6);
                const name = agenda.guests[s.guest]?.name ?? '';
                return (
                  <g key={j} opacity={lit === null || lit === s.guest ? 1 : 0.28} onPointerEnter={() => onLit(s.guest)}>
                    <rect
                      x={x(s.begin)}
                      y={toolsFrom + i * row + 3}
                      width={width}
                      height={row - 6}
                      fill="var(--sheet)"
                      stroke="var(--brass)"
                    />
                    {width > 18 && (
                      <text
                        x={x(s.begin) + 3}
                        y={toolsFrom + i * row + row / 2 + 4}
                        fontSize={Math.min(11.5, row - 4)}
                        fill="var(--ink)"
                      >
                        {name.slice(0, Math.max(1, Math.floor((width - 5) / 6.2)))}
                      </text>
                    )}
                    <title>{`${clockAt(zero + s.begin)}–${clockAt(zero + s.end)} ${name}`}</title>
                  </g>
                );
              })}
          </g>
        ))}
        {at >= 0 && at <= length && (
          <line x1={x(at)} x2={x(at)} y1={14} y2={high - 12} stroke="var(--rust)" strokeWidth="1.5" data-now>
            <title>{t('day.now')}</title>
          </line>
        )}
      </svg>
      <figcaption className="flex flex-wrap gap-x-4 gap-y-1 pt-2 text-[13px] leading-5 text-soft">
        {looks.map((alike) => {
          const [first = 'lay'] = alike;
          return (
            <span key={first} className="flex items-center gap-1.5">
              <svg aria-hidden viewBox="0 0 10 10" className="size-2.5">
                <rect width="10" height="10" fill={fillOf(first)} fillOpacity={opacityOf(first)} />
              </svg>
              {alike.map((phase) => t(`day.phase.${phase}`)).join(', ')}
            </span>
          );
        })}
        {agenda.waits > 0 && (
          <span className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block w-4 border-t-2 border-dotted border-rust" />
            {t('day.waits')}
          </span>
        )}
      </figcaption>
    </figure>
  );
}
