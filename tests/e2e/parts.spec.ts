import { expect, test } from '@playwright/test';
import { freshKit, measure, saved } from './studio';

test('ready-made parts are counted, used by a piece, and short ones are seen', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/stock`);
  const parts = page.getByRole('region', { name: 'Ready-made parts' });
  await parts.getByRole('button', { name: /^Weather stickers/ }).click();
  await expect(parts.getByText('1 used: L3-D1')).toBeVisible();
  await page.getByLabel('Weather stickers on hand').fill('9');
  await page.getByLabel('Weather stickers on hand').press('Enter');
  await expect(
    page.getByText('Weather stickers is short: 14 kits with their spares take 15 sheets, 9 are on hand.'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('button', { name: 'L3 Four tails' }).click();
  await page.getByRole('button', { name: 'D1, Sun' }).click();
  await page.getByLabel('Part L3-D1 is').click();
  await page.getByRole('option', { name: 'gull, for L2' }).click();
  await expect(page.getByText('gull on Weather stickers is labelled for L2')).toBeVisible();
});

test('a part is used in half, and what is left of it is said', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L3`);
  await page.getByRole('button', { name: 'D4, Cloud, going' }).click();
  await page.getByLabel('How much of it L3-D4 is').click();
  await page.getByRole('option', { name: 'whole' }).click();
  await expect(page.getByText('L3-D4 is 1 x ¾ on the page, but cloud is 2 x ¾, as it is cut.')).toBeVisible();
  await page.getByRole('button', { name: 'Give it that size' }).click();
  await page.getByRole('button', { name: 'cut a slice off' }).click();
  await expect(page.getByText('but cloud is 2 x ½, as it is cut')).toBeVisible();
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText('Cut cloud from Weather stickers in half from top to bottom')).toBeVisible();
  await page.getByRole('link', { name: 'Stock' }).click();
  await page
    .getByRole('region', { name: 'Ready-made parts' })
    .getByRole('button', { name: /^Weather stickers/ })
    .click();
  await expect(page.getByText('2 used: L3-D3, L3-D4; its left half is left')).toBeVisible();
});

test('a ready-made card lies under a photo, as large as it is', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/stock`);
  const parts = page.getByRole('region', { name: 'Ready-made parts' });
  await parts.getByRole('button', { name: /^Brass dots/ }).click();
  await page.getByRole('button', { name: 'Size of dot' }).click();
  await page.getByRole('button', { name: 'Colour of dot' }).click();
  await page.getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('button', { name: 'P2, photo' }).click();
  await page.getByLabel('Ready-made card as mat of L1-P2').click();
  await page.getByRole('option', { name: 'dot, Brass dots' }).click();
  // 4 x 3 lies on a card of 4 x 6 turned: it is not smaller all round.
  await measure(page, 'Width of L1-P2', '5');
  await measure(page, 'Height of L1-P2', '3 1/2');
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText('(6 x 4, dot from Brass dots): ½ shows left and right, ¼ above and below')).toBeVisible();
});

test('a mat is cut as a frame of four strips, and whole again', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'P2, photo' }).click();
  await page.getByRole('button', { name: 'Frame of strips instead of mat of L2-P2' }).click();
  await expect(page.getByLabel('Width of the strips of mat of L2-P2')).toHaveValue('½');
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText('Followed step by step, it works')).toBeVisible();
  await expect(page.getByText(/L2-P2 mat/).first()).toBeVisible();
  await saved(page);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'P2, photo' }).click();
  await page.getByRole('button', { name: 'Leave mat of L2-P2 whole' }).click();
  await expect(page.getByRole('button', { name: 'Frame of strips instead of mat of L2-P2' })).toBeVisible();
});

test('what can still be made is looked up, and made by a press', async ({ page, request }) => {
  await freshKit(request);
  await page.goto('/');
  await page.getByRole('link', { name: 'What can still be made' }).click();
  await expect(page.getByText(/layouts looked at/)).toBeVisible();
  await page
    .getByRole('button', { name: /Four tails/ })
    .first()
    .click();
  await page.getByLabel('Size of the cards').fill('3 x 4');
  await page.keyboard.press('Enter');
  await expect(page.getByText('High Wind, front').first()).toBeVisible();
  await page.getByRole('button', { name: 'Make a kit of it' }).click();
  await expect(page.getByRole('heading', { name: 'Four tails' })).toBeVisible();
  await expect(page).toHaveURL(/four-tails-from-what-is-there/);
});

test('a page is laid out of sizes and of what is left, and made by a press', async ({ page, request }) => {
  await freshKit(request);
  await page.goto('/still');
  await page.getByLabel('Sizes of the pieces').fill('9 x 9, 5 x 7, 4 x 6 photo');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: /Page 1: / })).toBeChecked();
  await page.getByRole('radio', { name: /Page 1: / }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: /Page 2: / })).toBeChecked();
  await page.getByRole('button', { name: 'Make a kit of it' }).click();
  await expect(page).toHaveURL(/from-what-is-there.*\/pages/);
  // Sizes of which nothing comes out, and a line that cannot be read, are said.
  await page.goto('/still');
  await page.getByLabel('Sizes of the pieces').fill('9 by wide');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toBeVisible();
});

test('a motif is cut from its place on the sheet, dragged, moved by keys and typed', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'B3, Big motif' }).click();
  await page.getByRole('button', { name: 'Cut from a place on the sheet…' }).click();
  const place = page.getByLabel(/^Place of L2-B3 on its sheet/);
  await place.scrollIntoViewIfNeeded();
  const box = (await place.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 40, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel('From the left of its sheet, L2-B3')).not.toHaveValue('0');
  await measure(page, 'From the left of its sheet, L2-B3', '3 1/2');
  await measure(page, 'From the top of its sheet, L2-B3', '2');
  await place.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByLabel('From the left of its sheet, L2-B3')).toHaveValue('3 ⁷⁄₁₆');
  await saved(page);
  await page.goto(`/kits/${slug}/guide`);
  await expect(
    page.getByText(/L2-B3 is printed 3 ⁷⁄₁₆ from the left edge of the sheet and 2 from its upper edge/).first(),
  ).toBeVisible();
});

test('papers and parts are looked for in other kits and taken over', async ({ page, request }) => {
  await freshKit(request);
  await page.goto('/kits/a-year-of-bread/stock');
  await expect(page.getByRole('heading', { name: 'Stock', exact: true })).toBeVisible();
  await page.keyboard.press('o');
  await page.getByLabel('Look for').fill('twine');
  await page.getByRole('button', { name: 'Take Tail twine' }).first().click();
  await expect(page.getByText('is in this kit').first()).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('Tail twine on hand')).toBeVisible();
  await saved(page);
});

test('a piece is measured from an edge picked with the keys, and gets a template from a path', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'D2, Small kite' }).click();
  await expect(page.getByText('¼ from left · ¼ from bottom')).toBeVisible();
  await page.keyboard.press('m');
  const edge = page.getByRole('button', { name: 'Measure D2 from the right edge of the page' });
  await edge.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('10¾ from right · ¼ from bottom')).toBeVisible();

  await page.getByLabel('Shape of L2-D2').click();
  await page.getByRole('option', { name: 'from a template' }).click();
  await page.getByLabel('SVG path').fill('M0 0 L2');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('alert')).toContainText('is no SVG path');
  await page.getByLabel('SVG path').fill('M4 0 L8 6 L4 9 L0 6 Z');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText('Read: 4 corners.')).toBeVisible();
  await page.getByRole('button', { name: 'Give the piece this outline' }).click();
  await expect(page.locator('[data-piece="L2-D2"] path').first()).toHaveAttribute('d', /^M75 /);
});

test('a page of one’s own size, an arrangement edited by hand, a join', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByRole('button', { name: 'New page' }).click();
  await page.getByLabel('Page size').selectOption('a size of your own');
  await page.getByLabel('Width of a page').fill('14');
  await page.getByLabel('Height of a page').fill('9 ells');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('alert')).toContainText('9 ells');
  await page.getByLabel('Height of a page').fill('9 1/2');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('The page is empty.')).toBeVisible();
  const line = page.getByLabel('Measure line');
  await line.fill('3 panels 2 x 2 Ember, in a row gap 1/4, centred across, 4 from top');
  await line.press('Enter');
  await page.getByRole('button', { name: /^G1/ }).click();
  await measure(page, 'Gap of G1', '1/2');
  await page.getByLabel('How G1 lies').click();
  await page.getByRole('option', { name: 'in a grid' }).click();
  await expect(page.getByLabel('How many of G1 in a row')).toBeVisible();
  await line.fill('strip 14 x 1 Sand, 1 from top');
  await line.press('Enter');
  await page.getByRole('button', { name: 'Join it at 7' }).click();
  await expect(page.getByText('nothing covers the join')).toBeVisible();
});

test('history compares with the guide that was last printed', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.put(`/api/kits/${slug}/revisions/1/printed`);
  await page.goto(`/kits/${slug}/pages`);
  await measure(page, 'Height of L1-T1', '1 1/4');
  await saved(page);
  await measure(page, 'Height of L1-T1', '1 1/2');
  await saved(page);
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'History' }).click();
  await expect(page.getByRole('dialog')).toContainText('The guide was last printed from revision 1.');
  await expect(page.getByRole('dialog')).toContainText('went from 1 to 1½ high.');
});

test('a computation that fails is told, not passed over', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await expect(page.getByLabel('Height of L1-T1')).toBeVisible();
  await page.route('**/api/compute/kit', (route) => route.fulfill({ status: 500, json: { title: 'Something broke.' } }));
  await measure(page, 'Height of L1-T1', '1 1/4');
  await expect(page.getByRole('alert')).toContainText('could not be computed', { timeout: 20_000 });
  await page.unroute('**/api/compute/kit');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('alert')).toBeHidden();
});

test('hidden areas are shown and told', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByLabel('What the picture shows').click();
  await page.getByRole('option', { name: 'hidden areas' }).click();
  await expect(page.getByText(/Nobody will see these.*L1-A1 10½ x 10/)).toBeVisible();
});
