import type { GuestView } from '../../api/client';

/** All photos of a guest for a layout in one line: those they say, then those they gave as files. */
export const photoText = (guest: Pick<GuestView, 'photos' | 'pictures'>, layout: string): string =>
  [guest.photos[layout] ?? '', ...guest.pictures.filter((p) => p.layout === layout).map((p) => p.said)]
    .map((text) => text.trim())
    .filter(Boolean)
    .join(', ');

/** Whether a guest has said anything of their photos. */
export const hasAnswered = (guest: Pick<GuestView, 'photos' | 'pictures'>): boolean =>
  guest.pictures.length > 0 || Object.values(guest.photos).some((text) => text.trim() !== '');
