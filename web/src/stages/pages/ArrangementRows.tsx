import { useState } from 'react';
import type { Arrangement, AxisRule, Layout, LayoutAnswer } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { withLayout } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';
import { RuleEditor } from './RuleEditor';

const kinds: Record<Arrangement['kind'], string> = {
  evenly: 'spread evenly',
  row: 'in a row',
  column: 'in a column',
  grid: 'in a grid',
  honeycomb: 'in a honeycomb',
};

/** The arrangements of a layout: which pieces they keep together, how, and where. */
export function ArrangementRows({ layout, gaps }: { layout: Layout; gaps: LayoutAnswer['gaps'] }) {
  const [open, setOpen] = useState<string | null>(null);
  const arrangements = layout.arrangements ?? [];
  if (arrangements.length === 0) return null;
  return (
    <section aria-label="Arrangements" className="mb-3">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">Kept together</h2>
      <ul>
        {arrangements.map((a) => (
          <li key={a.id} className={`-mx-2 border-b border-line px-2 ${open === a.id ? 'bg-lit' : ''}`}>
            <button
              type="button"
              aria-expanded={open === a.id}
              className="flex min-h-9 w-full items-center gap-2 text-left"
              onClick={() => setOpen(open === a.id ? null : a.id)}
            >
              <span className="w-8 font-semibold">{a.id}</span>
              <span className="truncate">{a.members.join(', ')}</span>
              <span className="ml-auto shrink-0 text-[15px] text-soft">{kinds[a.kind]}</span>
            </button>
            {open === a.id && (
              <ArrangementEditor layout={layout} arrangement={a} gaps={gaps.find((g) => g.arrangement === a.id)?.gaps ?? []} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Equal gaps once, others one by one in order. */
const gapWords = (gaps: string[]) => {
  const alike = new Set(gaps).size === 1 ? gaps.slice(0, 1) : gaps;
  return alike.length === 0 ? '' : `, ${alike.length === 1 ? 'each gap' : 'gaps'} ${alike.map(readable).join(', ')}`;
};

function ArrangementEditor({ layout, arrangement, gaps }: { layout: Layout; arrangement: Arrangement; gaps: string[] }) {
  const { kit, change } = useKit();
  const zero = inUnit(kit, '0', '0');
  const { id, kind } = arrangement;
  const set = (next: Arrangement) =>
    change(
      withLayout(kit, layout.id, (l) => ({ ...l, arrangements: (l.arrangements ?? []).map((a) => (a.id === id ? next : a)) })),
    );
  // Its members stay where the kit would put a new piece, and can be placed one by one.
  const dissolve = () =>
    change(
      withLayout(kit, layout.id, (l) => {
        const freed = (rule: AxisRule): AxisRule => (rule.rule === 'member' && rule.of === id ? { rule: 'centred' } : rule);
        return {
          ...l,
          arrangements: (l.arrangements ?? []).filter((a) => a.id !== id),
          pieces: (l.pieces ?? []).map((p) => ({ ...p, across: freed(p.across), down: freed(p.down) })),
        };
      }),
    );
  const block = kind !== 'evenly';
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 pl-9 text-[15px]">
      {block ? (
        <>
          <span className="text-soft">Lie</span>
          <span className="flex flex-wrap items-baseline gap-2">
            <Choice
              label={`How ${id} lies`}
              value={kind}
              options={(Object.keys(kinds) as Arrangement['kind'][])
                .filter((k) => k !== 'evenly')
                .map((value) => ({ value, name: kinds[value] }))}
              onChange={(next) => set({ ...arrangement, kind: next })}
            />
            {(kind === 'grid' || kind === 'honeycomb') && (
              <span className="flex items-baseline gap-1">
                of
                <NumberField
                  align="left"
                  label={`How many of ${id} in a row`}
                  value={arrangement.columns ?? 1}
                  min={1}
                  max={200}
                  onChange={(columns) => columns !== null && set({ ...arrangement, columns })}
                />
              </span>
            )}
            <span className="flex items-baseline gap-1">
              gap
              <Measure
                align="left"
                label={`Gap of ${id}`}
                value={arrangement.gutter ?? zero}
                onChange={(gutter) => set({ ...arrangement, gutter })}
              />
            </span>
          </span>
          {kind === 'honeycomb' && (
            <>
              <span />
              <span className="flex flex-wrap gap-4">
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-velvet"
                    checked={arrangement.firstRowIn ?? false}
                    onChange={(event) => set({ ...arrangement, firstRowIn: event.currentTarget.checked })}
                  />
                  the first row stands in
                </label>
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-velvet"
                    checked={arrangement.trimmed ?? false}
                    onChange={(event) => set({ ...arrangement, trimmed: event.currentTarget.checked })}
                  />
                  trimmed at the edge of the page
                </label>
              </span>
            </>
          )}
          <RuleEditor
            axis="across"
            layout={layout}
            piece={{ id, across: arrangement.across ?? { rule: 'centred' }, down: arrangement.down ?? { rule: 'centred' } }}
            onChange={(across) => set({ ...arrangement, across })}
          />
          <RuleEditor
            axis="down"
            layout={layout}
            piece={{ id, across: arrangement.across ?? { rule: 'centred' }, down: arrangement.down ?? { rule: 'centred' } }}
            onChange={(down) => set({ ...arrangement, down })}
          />
        </>
      ) : (
        <>
          <span className="text-soft">From</span>
          <span className="flex flex-wrap items-baseline gap-1">
            <Measure
              align="left"
              label={`Start of ${id}`}
              value={arrangement.start ?? zero}
              onChange={(start) => set({ ...arrangement, start })}
            />
            {arrangement.axis === 'down' ? 'from the top to' : 'from the left to'}
            <Measure
              align="left"
              label={`End of ${id}`}
              value={arrangement.end ?? zero}
              onChange={(end) => set({ ...arrangement, end })}
            />
            {arrangement.axis === 'down' ? 'from the bottom' : 'from the right'}
            {arrangement.over ? ` of ${arrangement.over}` : ' of the page'}
            {gapWords(gaps)}
          </span>
        </>
      )}
      <span />
      <button type="button" className="press justify-self-start" onClick={dissolve}>
        Place them one by one
      </button>
    </div>
  );
}
