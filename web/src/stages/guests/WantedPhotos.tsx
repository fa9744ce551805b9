import { useTranslation } from 'react-i18next';
import type { Layout, Piece } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { ScenePicture } from '../../parts/ScenePicture';

/** While nobody is on the roster: the photos that each layout asks for, to tell the guests beforehand. */
export function WantedPhotos({ openings }: { openings: readonly { layout: Layout; piece: Piece }[] }) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const wanted = (kit.layouts ?? [])
    .map((layout) => ({ layout, own: openings.filter((o) => o.layout.id === layout.id && o.piece.opening?.use !== 'empty') }))
    .filter(({ own }) => own.length > 0);
  if (!wanted.length) return null;
  return (
    <>
      <LeafHead>
        <p className="text-[15px] text-soft">{t('guests.asksFor')}</p>
      </LeafHead>
      <ul className="min-h-0 flex-1 overflow-y-auto px-6 pb-6">
        {wanted.map(({ layout, own }) => {
          const picture = answer?.layouts.find((l) => l.id === layout.id)?.picture;
          return (
            <li key={layout.id} className="grid grid-cols-[14rem_1fr] items-center gap-6 border-b border-line py-4 last:border-0">
              {picture && <ScenePicture scene={picture} papers={kit.papers ?? []} className="w-full" />}
              <div className="text-[15px] leading-6">
                <h2 className="text-lg">
                  {layout.id} {layout.name}
                </h2>
                <ul>
                  {own.map(({ piece }) => (
                    <li key={piece.id}>
                      <span className="inline-block w-10 font-semibold">{piece.id}</span>
                      <span className="text-brass">
                        {readable(piece.size.width)} x {readable(piece.size.height)}
                      </span>
                      {piece.opening?.focal && <span className="text-soft">{t('guests.focal')}</span>}
                    </li>
                  ))}
                </ul>
              </div>
            </li>
          );
        })}
      </ul>
    </>
  );
}
