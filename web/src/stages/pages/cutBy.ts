import type { Piece } from '../../api/client';

/** Who cuts a piece, as it is offered. */
export const cutBy: readonly { value: NonNullable<Piece['cutBy']>; name: string }[] = [
  { value: 'either', name: 'host or guest' },
  { value: 'host', name: 'the host, for all kits' },
  { value: 'guest', name: 'the guest, by the guide' },
];
