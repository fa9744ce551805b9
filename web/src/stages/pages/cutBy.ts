import type { Piece } from '../../api/client';

/** Who may cut a piece; their names are the words' (`piece.by`). */
export const cutBy: readonly NonNullable<Piece['cutBy']>[] = ['either', 'host', 'guest'];
