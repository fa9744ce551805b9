import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { PartKind, PartSheet } from '../../api/client';
import { freePartSheetId, usedFrom } from '../../parts/edits';
import { FindingNote } from '../../parts/FindingNote';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { OnHand, SharedWith } from './OnHand';
import { PartEditor } from './PartEditor';

/** The sheets, packs and rolls of ready-made parts: what is on them, what a kit takes, and what is on hand. */
export function PartSheets({ find }: { find: (name: string, id: string) => boolean }) {
  const { t } = useTranslation();
  const { kit, answer, change } = useKit();
  const [open, setOpen] = useState<string | null>(null);
  const sheets = kit.parts ?? [];
  const shown = sheets.filter((s) => find(s.name, s.id));
  const counts = answer?.counts;
  const short = answer?.stockFindings ?? [];
  const exchange = (id: string, next: PartSheet) => change({ ...kit, parts: sheets.map((s) => (s.id === id ? next : s)) });
  const add = () => {
    const id = freePartSheetId(kit);
    const kind: PartKind = 'stickers';
    change({ ...kit, parts: [...sheets, { id, name: t('partSheets.newSheetOfParts'), kind, parts: [] }] });
    setOpen(id);
  };
  return (
    <section aria-label={t('partSheets.readyMadeParts')} className="mt-6">
      <div className="flex items-baseline border-b border-line pb-1 text-[13px] text-soft">
        <h2 className="flex-1 text-[15px]">{t('partSheets.readyMadeParts')}</h2>
        {shown.length > 0 && (
          <>
            <span className="w-20 text-right">{t('partSheets.oneKit')}</span>
            <span className="w-20 text-right">{t('many.kit', { count: counts?.kits ?? kit.kits ?? 1 })}</span>
            <span className="w-24 pr-1 text-right">{t('partSheets.onHand')}</span>
          </>
        )}
      </div>
      {sheets.length === 0 && <p className="mt-2 max-w-md text-[15px] text-soft">{t('partSheets.stickerAndDieCut')}</p>}
      <ul>
        {shown.map((sheet) => {
          const count = counts?.parts.find((p) => p.sheet === sheet.id);
          const isOpen = open === sheet.id;
          return (
            <li key={sheet.id} className={`-mx-2 border-b border-line px-2 ${isOpen ? 'bg-lit' : ''}`}>
              <div className="flex min-h-10 items-center">
                <button
                  type="button"
                  aria-expanded={isOpen}
                  className="flex min-w-0 flex-1 items-baseline gap-2 py-1 text-left max-md:items-center pointer-coarse:items-center"
                  onClick={() => setOpen(isOpen ? null : sheet.id)}
                >
                  <span className="truncate">{sheet.name}</span>
                  <span className="shrink-0 text-[13px] text-soft">{t(`partKind.one.${sheet.kind ?? 'stickers'}`)}</span>
                </button>
                <span className="w-20 text-right">
                  {count?.lengthPerKit ? readable(count.lengthPerKit) : (count?.perKit ?? t('partSheets.shared'))}
                </span>
                <span className={`w-20 text-right ${count?.missing ? 'font-semibold text-rust' : ''}`}>{count?.total ?? 0}</span>
                <span className="w-24 text-right">
                  <OnHand id={sheet.id} label={t('partSheets.onHand2', { sheet: sheet.name })} value={sheet.onHand ?? null} />
                </span>
              </div>
              {short
                .filter((f) => f.code === 'short-parts' && f.pieces[0] === sheet.id)
                .map((f) => (
                  <div key={f.says} className="pb-2">
                    <FindingNote finding={f} />
                  </div>
                ))}
              <SharedWith id={sheet.id} isPaper={false} />
              {isOpen && (
                <PartEditor
                  sheet={sheet}
                  count={count}
                  used={usedFrom(kit, sheet.id)}
                  onChange={(next) => exchange(sheet.id, next)}
                  onRemove={() => change({ ...kit, parts: sheets.filter((s) => s.id !== sheet.id) })}
                />
              )}
            </li>
          );
        })}
      </ul>
      <button type="button" className="press mt-3" onClick={add}>
        {t('partSheets.newSheetOfParts')}
      </button>
    </section>
  );
}
