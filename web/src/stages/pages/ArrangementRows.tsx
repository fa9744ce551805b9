import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Arrangement, AxisRule, Layout, LayoutAnswer } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { withLayout } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { inUnit, readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { NumberField } from '../../parts/NumberField';
import { RuleEditor } from './RuleEditor';

const kinds: readonly Arrangement['kind'][] = ['evenly', 'row', 'column', 'grid', 'honeycomb'];

/** The arrangements of a layout: which pieces they keep together, how, and where. */
export function ArrangementRows({ layout, gaps }: { layout: Layout; gaps: LayoutAnswer['gaps'] }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState<string | null>(null);
  const arrangements = layout.arrangements ?? [];
  if (arrangements.length === 0) return null;
  return (
    <section aria-label={t('arrangementRows.arrangements')} className="mb-3">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">{t('arrangementRows.keptTogether')}</h2>
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
              <span className="ml-auto shrink-0 text-[15px] text-soft">{t(`arrangementRows.kind.${a.kind}`)}</span>
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
const gapsOf = (gaps: string[]) => (new Set(gaps).size === 1 ? gaps.slice(0, 1) : gaps);

function ArrangementEditor({ layout, arrangement, gaps }: { layout: Layout; arrangement: Arrangement; gaps: string[] }) {
  const { t } = useTranslation();
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
          <span className="text-soft">{t('arrangementRows.lie')}</span>
          <span className="flex flex-wrap items-baseline gap-2">
            <Choice
              label={t('arrangementRows.howLies', { id })}
              value={kind}
              options={kinds.filter((k) => k !== 'evenly').map((value) => ({ value, name: t(`arrangementRows.kind.${value}`) }))}
              onChange={(next) => set({ ...arrangement, kind: next })}
            />
            {(kind === 'grid' || kind === 'honeycomb') && (
              <span className="flex items-baseline gap-1">
                {t('arrangementRows.of')}
                <NumberField
                  align="left"
                  label={t('arrangementRows.howManyOfIn', { id })}
                  value={arrangement.columns ?? 1}
                  min={1}
                  max={200}
                  onChange={(columns) => columns !== null && set({ ...arrangement, columns })}
                />
              </span>
            )}
            <span className="flex items-baseline gap-1">
              {t('arrangementRows.gap')}
              <Measure
                align="left"
                label={t('arrangementRows.gapOf', { id })}
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
                  {t('arrangementRows.theFirstRowStands')}
                </label>
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-velvet"
                    checked={arrangement.trimmed ?? false}
                    onChange={(event) => set({ ...arrangement, trimmed: event.currentTarget.checked })}
                  />
                  {t('arrangementRows.trimmedAtTheEdge')}
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
          <span className="text-soft">{t('arrangementRows.from')}</span>
          <span className="flex flex-wrap items-baseline gap-1">
            <Measure
              align="left"
              label={t('arrangementRows.startOf', { id })}
              value={arrangement.start ?? zero}
              onChange={(start) => set({ ...arrangement, start })}
            />
            {arrangement.axis === 'down' ? t('arrangementRows.fromTheTopTo') : t('arrangementRows.fromTheLeftTo')}
            <Measure
              align="left"
              label={t('arrangementRows.endOf', { id })}
              value={arrangement.end ?? zero}
              onChange={(end) => set({ ...arrangement, end })}
            />
            {arrangement.axis === 'down' ? t('arrangementRows.fromTheBottom') : t('arrangementRows.fromTheRight')}{' '}
            {arrangement.over ? t('arrangementRows.of2', { over: arrangement.over }) : t('arrangementRows.ofThePage')}
            {gaps.length > 0 &&
              t('arrangementRows.gaps', { count: gapsOf(gaps).length, gaps: gapsOf(gaps).map(readable).join(', ') })}
          </span>
        </>
      )}
      <span />
      <button type="button" className="press justify-self-start" onClick={dissolve}>
        {t('arrangementRows.placeThemOneBy')}
      </button>
    </div>
  );
}
