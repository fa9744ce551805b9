import { useTranslation } from 'react-i18next';
import type { ReactNode } from 'react';
import type { Layout } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { sizeOf } from '../../parts/sizeOf';
import { Swatch } from '../../parts/Swatch';

interface Props {
  layout: Layout;
  /** The labels of the pieces that are spoken of; the rest of the picture is dimmed. */
  onShown: (labels: ReadonlySet<string> | null) => void;
}

interface Row {
  key: string;
  mark: ReactNode;
  name: string;
  /** Each piece by its label, with the size that is cut or printed of it. */
  pieces: { label: string; size: string }[];
}

/** What a layout takes, under its picture: of each paper what is cut, the photos, the ready-made parts. */
export function PageTakes({ layout, onShown }: Props) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const pieces = layout.pieces ?? [];
  const cut = (answer?.cutList ?? []).filter((c) => c.layout === layout.id);
  const labelOf = (piece: string) => `${layout.id}-${piece}`;
  const rows: Row[] = (kit.papers ?? [])
    .map((paper) => ({
      key: paper.id,
      mark: <Swatch paper={paper} face={cut.find((c) => c.paper === paper.id)?.face ?? 'A'} />,
      name: paper.name,
      pieces: cut.filter((c) => c.paper === paper.id).map((c) => ({ label: labelOf(c.piece), size: sizeOf(c.size) })),
    }))
    .concat([
      {
        key: 'photos',
        mark: <span className="block size-4.5 rounded-[2px] border border-line bg-[#D3DADD]" aria-hidden />,
        name: t('pages.photos'),
        pieces: pieces
          .filter((p) => p.kind === 'photo' && (p.opening?.use ?? 'photo') === 'photo')
          .map((p) => ({ label: labelOf(p.id), size: sizeOf(p.size) })),
      },
      {
        key: 'ready',
        mark: <span className="block size-4.5" aria-hidden />,
        name: t('pages.ready'),
        pieces: pieces
          .filter((p) => p.part)
          .map((p) => ({
            label: labelOf(p.id),
            size: p.part?.part ?? (kit.parts ?? []).find((s) => s.id === p.part?.sheet)?.name ?? p.id,
          })),
      },
    ])
    .filter((row) => row.pieces.length > 0);
  if (rows.length === 0) return null;
  return (
    <section aria-label={t('pages.takes')} className="min-h-0 flex-1 overflow-y-auto px-6 pb-4 text-[15px]">
      <h2 className="border-b border-line pb-1 text-[15px] text-soft">{t('pages.takes')}</h2>
      <ul>
        {rows.map((row) => (
          <li
            key={row.key}
            className="flex items-baseline gap-3 border-b border-line/60 py-1"
            onPointerEnter={() => onShown(new Set(row.pieces.map((p) => p.label)))}
            onPointerLeave={() => onShown(null)}
          >
            <span className="self-center">{row.mark}</span>
            <span className="w-40 shrink-0">{row.name}</span>
            <span className="min-w-0 text-brass">
              {alike(row.pieces.map((p) => p.size))
                .map(({ size, count }) => (count > 1 ? t('pages.nOf', { count, size }) : size))
                .join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const alike = (sizes: readonly string[]) => {
  const counts = new Map<string, number>();
  for (const size of sizes) counts.set(size, (counts.get(size) ?? 0) + 1);
  return [...counts].map(([size, count]) => ({ size, count }));
};
