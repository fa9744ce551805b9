import { expect, test } from '@playwright/test';
import { differenceCiede2000, formatHex } from 'culori';
import { freshKit } from './studio';

// The reference is culori, a general colour library: CIEDE2000 in CIELAB with the white point D65.
test('what is nearest in colour is as far away as a general colour library says', async ({ request }) => {
  await freshKit(request);
  const away = differenceCiede2000();
  let seed = 16;
  // A plain generator (Park and Miller, 1988), so that a run repeats itself.
  const chance = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  let compared = 0;
  for (let round = 0; round < 40; round++) {
    const colour = formatHex({ mode: 'rgb', r: chance(), g: chance(), b: chance() });
    const answer = await request.get(`/api/stock/alike?colour=${encodeURIComponent(colour)}`);
    for (const paper of (await answer.json()) as { colour: string; difference: number }[]) {
      // Told to a tenth; the two take the white point and the steps of sRGB to other places behind the point.
      expect(Math.abs(paper.difference - away(colour, paper.colour)), `${colour} and ${paper.colour}`).toBeLessThanOrEqual(0.06);
      compared++;
    }
  }
  expect(compared).toBeGreaterThan(300);
});
