import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useRef } from 'react';
import { useTranslation } from 'react-i18next';
import type { Kit, Layout, Piece, PieceKind } from '../../api/client';
import { freeLabel, withLayout } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { useKeys } from '../../parts/useKeys';
import { kinds } from './kinds';

// The sizes a new piece begins with, in inches and millimetres; common practice, no source.
const sizes: Record<PieceKind, [string, string, string, string]> = {
  base: ['', '', '', ''],
  panel: ['6', '8', '150', '200'],
  strip: ['9', '1 1/2', '230', '40'],
  photo: ['4', '6', '102', '152'],
  title: ['5', '1', '130', '25'],
  journaling: ['3', '4', '76', '102'],
  'die-cut': ['2', '2', '50', '50'],
  sticker: ['1', '1', '25', '25'],
  tie: ['6', '1/4', '150', '6'],
  raised: ['1', '1', '25', '25'],
  printed: ['4', '4', '100', '100'],
  drawn: ['6', '1/4', '150', '6'],
};

// What is not cut from the kit's paper.
const ready: ReadonlySet<PieceKind> = new Set<PieceKind>(['photo', 'die-cut', 'sticker', 'tie', 'raised', 'printed', 'drawn']);

function newPiece(kit: Kit, layout: Layout, kind: PieceKind, side: Piece['side']): Piece {
  const [w, h, wMetric, hMetric] = sizes[kind];
  const paper = kit.papers?.[0]?.id;
  const zero = inUnit(kit, '0', '0');
  const base = kind === 'base';
  return {
    id: freeLabel(layout, kind),
    kind,
    side,
    size: base ? layout.page : { width: inUnit(kit, w, wMetric), height: inUnit(kit, h, hMetric) },
    paper: ready.has(kind) ? undefined : paper,
    face: 'A',
    across: base ? { rule: 'from', edge: 'left', distance: zero } : { rule: 'centred' },
    down: base ? { rule: 'from', edge: 'top', distance: zero } : { rule: 'centred' },
    drawn: kind === 'drawn' ? { kind: 'dashes', tool: 'pen' } : undefined,
    opening:
      kind === 'photo' ? { mats: paper ? [{ paper, face: 'A', reveal: kit.matting.reveal }] : [], use: 'photo' } : undefined,
  };
}

/** A new piece of any kind, laid in front of the others. */
export function AddPiece({ layout, onAdded }: { layout: Layout; onAdded: (id: string) => void }) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const button = useRef<HTMLButtonElement>(null);
  useKeys([{ key: 'n', does: () => button.current?.click() }]);
  const add = (kind: PieceKind, side: Piece['side']) => {
    const piece = newPiece(kit, layout, kind, side);
    change(withLayout(kit, layout.id, (l) => ({ ...l, pieces: [...(l.pieces ?? []), piece] })));
    onAdded(piece.id);
  };
  const sides = layout.kind === 'spread' ? (['left', 'right'] as const) : (['left'] as const);
  return (
    <>
      <Menu>
        <MenuButton ref={button} className="press-first shrink-0" title="N">
          {t('pieces.new')}
        </MenuButton>
        <MenuItems
          anchor={{ to: 'top start', gap: 6 }}
          className="z-30 border border-line bg-chalk py-1 shadow-[0_8px_24px_rgb(0_0_0/0.14)] focus:outline-none"
        >
          {sides.flatMap((side) =>
            kinds.map((kind) => (
              <MenuItem key={side + kind}>
                <button
                  type="button"
                  className="block w-full px-4 py-1 text-left text-[15px] data-focus:bg-lit data-focus:text-velvet"
                  onClick={() => add(kind, side)}
                >
                  {t(`kind.${kind}`)}
                  {sides.length > 1 && (
                    <span className="text-soft"> {t(side === 'left' ? 'pieces.onLeft' : 'pieces.onRight')}</span>
                  )}
                </button>
              </MenuItem>
            )),
          )}
        </MenuItems>
      </Menu>
    </>
  );
}
