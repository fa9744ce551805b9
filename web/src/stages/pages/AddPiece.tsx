import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useRef } from 'react';
import { useTranslation } from 'react-i18next';
import type { Layout, Piece, PieceKind } from '../../api/client';
import { useKeys } from '../../parts/useKeys';
import { kinds } from './kinds';

interface Props {
  layout: Layout;
  onAdd: (kind: PieceKind, side: NonNullable<Piece['side']>) => void;
}

/** A new piece of any kind, laid in front of the others. */
export function AddPiece({ layout, onAdd }: Props) {
  const { t } = useTranslation();
  const button = useRef<HTMLButtonElement>(null);
  useKeys([{ key: 'n', does: () => button.current?.click() }]);
  const sides = layout.kind === 'spread' ? (['left', 'right'] as const) : (['left'] as const);
  return (
    <Menu>
      <MenuButton ref={button} className="press-first shrink-0" title="N">
        {t('pieces.new')}
      </MenuButton>
      <MenuItems
        anchor={{ to: 'top start', gap: 6 }}
        className={`z-30 border border-line bg-chalk py-1 shadow-[0_8px_24px_rgb(0_0_0/0.14)] focus:outline-none ${sides.length > 1 ? 'grid grid-flow-col' : ''}`}
        style={{ gridTemplateRows: `repeat(${kinds.length}, auto)` }}
      >
        {sides.flatMap((side) =>
          kinds.map((kind) => (
            <MenuItem key={side + kind}>
              <button
                type="button"
                className="block w-full px-4 py-1 text-left text-[15px] data-focus:bg-lit data-focus:text-velvet max-md:min-h-11 pointer-coarse:min-h-11"
                onClick={() => onAdd(kind, side)}
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
  );
}
