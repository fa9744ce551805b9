import { expect, test } from 'vitest';
import { hasAnswered, photoText } from './guestPhotos';

const picture = (layout: string, said: string) => ({
  id: 1,
  layout,
  name: 'a.jpg',
  said,
  pixelWidth: 3000,
  pixelHeight: 2000,
  version: 1,
});

test('what is said and what was given as files is one line', () => {
  const guest = { photos: { L1: '2 of 4 x 6', L2: ' ' }, pictures: [picture('L1', '6 x 4 whole'), picture('L2', '3 x 4')] };
  expect(photoText(guest, 'L1')).toBe('2 of 4 x 6, 6 x 4 whole');
  expect(photoText(guest, 'L2')).toBe('3 x 4');
  expect(photoText(guest, 'L3')).toBe('');
});

test('a guest has answered once there is a photo of any kind', () => {
  expect(hasAnswered({ photos: { L1: '  ' }, pictures: [] })).toBe(false);
  expect(hasAnswered({ photos: {}, pictures: [picture('L1', '3 x 4')] })).toBe(true);
});
