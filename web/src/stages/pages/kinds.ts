import type { PieceKind } from '../../api/client';

/** What a piece can be, in the order in which they are laid; their names are the words' (`kind`). */
export const kinds = [
  'base',
  'panel',
  'strip',
  'photo',
  'title',
  'journaling',
  'die-cut',
  'sticker',
  'tie',
  'raised',
  'printed',
  'drawn',
] as const satisfies readonly PieceKind[];
