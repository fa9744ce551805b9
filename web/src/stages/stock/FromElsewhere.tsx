import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Paper, type PartSheet } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { freePaperId, freePartSheetId } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { Swatch } from '../../parts/Swatch';

/** Papers and parts of the studio's other kits, searched, and taken into this one. */
export function FromElsewhere({ onClose }: { onClose: () => void }) {
  const { t } = useTranslation();
  const { kit, slug, change } = useKit();
  const [find, setFind] = useState('');
  const found = useQuery({
    queryKey: ['stock-elsewhere', find],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/stock', { params: { query: { find } }, signal })),
    placeholderData: (before) => before,
  });
  const others = (found.data ?? []).filter((s) => s.slug !== slug);
  // The kit uses the same thing of the studio: its pile is one, whoever takes from it.
  const link = async (id: string, thing: number | undefined) => {
    if (thing === undefined) return;
    await api.POST('/api/kits/{slug}/stock/things', { params: { path: { slug } }, body: { id, thing } });
  };
  const takePaper = async (paper: Paper, thing: number | undefined) => {
    const id = freePaperId(kit, paper.name);
    await link(id, thing);
    change({ ...kit, papers: [...(kit.papers ?? []), { ...paper, id }] });
  };
  const takeParts = async (sheet: PartSheet, thing: number | undefined) => {
    const id = freePartSheetId(kit, sheet.name);
    await link(id, thing);
    change({
      ...kit,
      parts: [
        ...(kit.parts ?? []),
        {
          ...sheet,
          id,
          parts: (sheet.parts ?? []).map((p) => ({ ...p, layout: undefined })),
        },
      ],
    });
  };
  const row = (key: string, mark: React.ReactNode, name: string, has: boolean, take: () => void) => (
    <li key={key} className="flex items-center gap-2 border-b border-line py-1">
      {mark}
      <span className="flex-1 truncate">{name}</span>
      {has ? (
        <span className="text-[13px] text-soft">{t('fromElsewhere.isInThisKit')}</span>
      ) : (
        <button type="button" className="quiet" aria-label={t('fromElsewhere.take', { name })} onClick={take}>
          {t('fromElsewhere.takeIt')}
        </button>
      )}
    </li>
  );
  return (
    <Dialog open title={t('fromElsewhere.fromAnotherKit')} onClose={onClose}>
      <input
        type="search"
        aria-label={t('fromElsewhere.lookFor')}
        className="field w-full"
        placeholder={t('fromElsewhere.aPaperASheet')}
        value={find}
        onChange={(event) => setFind(event.currentTarget.value)}
        autoFocus
      />
      <div className="mt-3 max-h-80 overflow-y-auto">
        {found.error && (
          <p role="alert" className="text-rust">
            {found.error.message}
          </p>
        )}
        {found.data && others.length === 0 && (
          <p className="text-soft">{find ? t('fromElsewhere.noOtherKitHas', { find }) : t('fromElsewhere.thereIsNoOther')}</p>
        )}
        {others.map((s) => (
          <section key={s.slug} aria-label={s.kit} className="mb-3">
            <h3 className="text-[15px] text-soft">{s.kit}</h3>
            <ul>
              {s.papers.map((p) =>
                row(
                  p.id,
                  <Swatch paper={p} size={20} />,
                  p.name,
                  (kit.papers ?? []).some((q) => q.name === p.name),
                  () => void takePaper(p, s.things[p.id]),
                ),
              )}
              {s.parts.map((p) =>
                row(
                  p.id,
                  null,
                  p.name,
                  (kit.parts ?? []).some((q) => q.name === p.name),
                  () => void takeParts(p, s.things[p.id]),
                ),
              )}
            </ul>
          </section>
        ))}
      </div>
      <button type="button" className="press mt-3" onClick={onClose}>
        {t('fromElsewhere.done')}
      </button>
    </Dialog>
  );
}
