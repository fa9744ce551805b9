import type { PieceKind } from '../../api/client';

export const kindName: Record<PieceKind, string> = {
  base: 'base',
  panel: 'panel',
  strip: 'strip',
  photo: 'photo',
  title: 'title',
  journaling: 'journaling',
  'die-cut': 'die-cut',
  sticker: 'sticker',
  tie: 'tie',
  raised: 'raised part',
  printed: 'printed area',
  drawn: 'drawn, stitched, stamped',
};
