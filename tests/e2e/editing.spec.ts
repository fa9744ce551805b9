import { expect, test } from '@playwright/test';
import { freshKit, measure, saved } from './studio';

test('a changed measurement flows into page, cuts, stock and guide, and is there after a reload', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  const height = async (label: string) =>
    Number(await page.locator(`[data-piece="${label}"] rect`).first().getAttribute('height'));
  await expect.poll(() => height('L1-A3')).toBeCloseTo(100);

  await measure(page, 'Height of L1-A3', '1 1/2');
  await expect.poll(() => height('L1-A3')).toBeCloseTo(150);
  await saved(page);

  await page.getByRole('link', { name: 'Cuts' }).click();
  // It lies on one of the sheets of its paper, 1½ one way round or the other.
  const sheets = page.getByRole('region', { name: 'Spar Plaid' }).getByRole('button', { name: /^sheet \d/ });
  await expect(sheets.first()).toBeVisible();
  const sizes: number[] = [];
  for (const sheet of await sheets.all()) {
    await sheet.click();
    await expect(sheet).toHaveAttribute('aria-pressed', 'true');
    for (const rect of await page.locator('[data-piece="L1-A3"] rect').all())
      sizes.push(Math.min(Number(await rect.getAttribute('width')), Number(await rect.getAttribute('height'))));
  }
  expect(sizes).toContain(150);
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText('L1-A3 (11½ x 1½, Spar Plaid, plaid side showing)')).toBeVisible();
  await expect(page.getByText('against the bottom edge of L1-A3 (top edge 3½ from that of the page)')).toBeVisible();

  await page.reload();
  await page.getByRole('link', { name: 'Pages' }).click();
  await expect(page.getByLabel('Height of L1-A3')).toHaveValue('1½');
});

test('undo and redo go through the changes and are saved as well', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  const field = page.getByLabel('Height of L1-A3');
  await measure(page, 'Height of L1-A3', '2');
  await saved(page);
  await page.getByRole('button', { name: 'A3, Wind band' }).focus();
  await page.keyboard.press('Control+z');
  await expect(field).toHaveValue('1');
  await page.keyboard.press('Control+Shift+z');
  await expect(field).toHaveValue('2');
  await saved(page);
  await page.reload();
  await expect(field).toHaveValue('2');
});

test('a text that is no length says where and what was expected, and changes nothing', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await measure(page, 'Width of L1-T1', '6 1/z');
  await expect(page.getByRole('alert')).toContainText('at column 5');
  await page.getByLabel('Width of L1-T1').press('Escape');
  await expect(page.getByLabel('Width of L1-T1')).toHaveValue('6');
});

test('what runs off the page is told beside its row and mended by a press', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'T1, Title' }).click();
  await measure(page, 'Width of L2-T1', '11');
  await expect(page.getByText('L2-T1 runs ⅞ off the page at the right.')).toBeVisible();
  await page.getByRole('button', { name: 'Move it to the right edge' }).click();
  await expect(page.getByText('runs ⅞ off the page')).toBeHidden();
});

test('pointing at a picture lights the row, pointing at a row lights the picture', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  const row = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: 'J1, Journaling card' }) });
  const drawn = page.locator('[data-piece="L1-J1"]').first();
  await drawn.hover();
  await expect(row).toHaveAttribute('data-lit', 'true');
  await page.getByRole('heading', { name: 'Left page' }).hover();
  await row.hover();
  await expect(drawn).toHaveAttribute('data-lit', 'true');
  await drawn.click();
  await expect(page.getByRole('button', { name: 'J1, Journaling card' })).toHaveAttribute('aria-expanded', 'true');
});

test('the number of kits changes what is needed, and short stock is seen', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  await page.getByLabel('Number of kits').fill('40');
  await page.getByLabel('Number of kits').press('Enter');
  await saved(page);
  await page.getByLabel('all kits together').check();
  await expect(page.getByText(/sheet 1, 40 times/).first()).toBeVisible();
  await page.getByRole('link', { name: /Stock/ }).click();
  await expect(page.getByText(/High Wind is short: 40 kits take \d+ sheets, 12 are on hand/)).toBeVisible();
  await page.getByLabel('Sheets of High Wind on hand').fill('100');
  await page.getByLabel('Sheets of High Wind on hand').press('Enter');
  await expect(page.getByText(/High Wind is short/)).toBeHidden();
});

test('a second tab that saves first is told as a choice, and nothing is overwritten', async ({ page, context, request }) => {
  const slug = await freshKit(request);
  const other = await context.newPage();
  // It does not hear of the other's saves in time, as where both save in the same second.
  await page.route('**/live', (route) => route.abort());
  await page.goto(`/kits/${slug}/pages`);
  await other.goto(`/kits/${slug}/pages`);
  await measure(other, 'Height of L1-T1', '1 1/4');
  await saved(other);
  await measure(page, 'Width of L1-T1', '5');
  await expect(page.getByRole('dialog')).toContainText('Somebody saved this kit before you');
  await page.getByRole('button', { name: 'All of theirs, drop mine' }).click();
  await expect(page.getByLabel('Height of L1-T1')).toHaveValue('1¼');
  await expect(page.getByLabel('Width of L1-T1')).toHaveValue('6');

  await measure(other, 'Height of L1-T1', '1 1/2');
  await saved(other);
  await measure(page, 'Width of L1-T1', '5');
  await page.getByRole('button', { name: 'All of mine' }).click();
  await saved(page);
  const kept = (await (await request.get(`/api/kits/${slug}`)).json()) as { revision: number };
  const revisions = (await (await request.get(`/api/kits/${slug}/revisions`)).json()) as { number: number }[];
  expect(revisions.map((r) => r.number)).toEqual(Array.from({ length: kept.revision }, (_, i) => kept.revision - i));
});

test('what the eye says is opened when wanted, mended by a press, and switched off', async ({ page, request }) => {
  const slug = await freshKit(request);
  const { kit, revision } = (await (await request.get(`/api/kits/${slug}`)).json()) as {
    kit: { layouts: { pieces: { id: string; tilt?: number }[] }[] };
    revision: number;
  };
  for (const piece of kit.layouts[0]?.pieces ?? []) if (piece.id === 'P3') piece.tilt = 14;
  await request.put(`/api/kits/${slug}`, { data: kit, headers: { 'If-Match': `"${revision}"` } });
  await page.goto(`/kits/${slug}/pages`);
  await page.getByRole('button', { name: 'What the eye says: 1' }).click();
  await expect(page.getByText(/L1-P3 is tilted by 14 degrees/)).toBeVisible();
  await page.getByRole('button', { name: 'Tilt it less' }).click();
  await expect(page.getByRole('button', { name: 'What the eye says: 0' })).toBeVisible();
  await expect(page.getByText(/The focal photo L1-P1 takes 17 % of its page/)).toBeVisible();
});

test('who looks out of the page is told, and no longer once they look in', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByRole('button', { name: 'P2, photo' }).click();
  await page.getByLabel('Which way the people in L1-P2 look').click();
  await page.getByRole('option', { name: 'they look left' }).click();
  await page.getByRole('button', { name: 'What the eye says: 1' }).click();
  await expect(page.getByText(/The people in L1-P2 look out of the page to the left/)).toBeVisible();
  await page.getByLabel('Which way the people in L1-P2 look').click();
  await page.getByRole('option', { name: 'they look right' }).click();
  await expect(page.getByRole('button', { name: 'What the eye says: 0' })).toBeVisible();
});

test('an arrangement is kept as a variant, compared, and chosen again', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'This layout' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Variants' }).click();
  const dialog = page.getByRole('dialog', { name: 'Variants of The kite shop' });
  await dialog.getByLabel('Name of the variant').fill('low tag');
  await dialog.getByLabel('Name of the variant').press('Enter');
  await expect(dialog.getByRole('heading', { name: 'low tag' })).toBeVisible();
  await expect(dialog.getByText('every piece as it is now')).toBeVisible();
  await page.keyboard.press('Escape');
  await measure(page, 'Width of L2-D2', '1 1/2');
  await page.getByRole('button', { name: 'This layout' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Variants' }).press('Enter');
  await expect(dialog.getByText('otherwise: D2')).toBeVisible();
  await dialog.getByRole('button', { name: 'Take this one: low tag' }).press('Enter');
  await expect(dialog.getByRole('heading', { name: 'Try' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Width of L2-D2')).toHaveValue('1');
});

test('where a colour returns is drawn while it is looked at, and a card says what it takes', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByRole('button', { name: 'Where colours return: 1' }).press('Enter');
  const ember = page.getByRole('button', { name: /Ember cardstock returns in 7 places/ });
  await expect(page.locator('svg polygon')).toHaveCount(0);
  await ember.focus();
  // One line of the figure's colour on a wider light one.
  await expect(page.locator('svg polygon')).toHaveCount(2);
  await page.getByRole('button', { name: 'Where colours return: 1' }).focus();
  await expect(page.locator('svg polygon')).toHaveCount(0);
  await page.getByText('Journaling card').first().click();
  await expect(page.getByText('Takes 6 lines by hand, ⅜ apart, some 18 words; typed and printed some 91.')).toBeVisible();
});

test('a page is made out of nothing but sizes, by keys alone', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByRole('button', { name: 'New page' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('a single page').check();
  // The dialog gives the focus to its first field as it comes in: nothing is pressed before.
  const outOf = dialog.getByRole('button', { name: 'Out of sizes…' });
  await expect(async () => {
    await outOf.focus();
    await expect(outOf).toBeFocused({ timeout: 500 });
  }).toPass();
  await page.keyboard.press('Enter');
  const sizes = dialog.getByRole('textbox', { name: 'Sizes' });
  await sizes.fill('nine by nine');
  await sizes.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('nine by nine is no size');
  await sizes.fill('9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 1/2 x 12, 2 x 3');
  await sizes.press('Enter');
  const pages = dialog.getByRole('radiogroup', { name: 'Pages that are proposed' });
  await expect(pages.getByRole('radio').nth(2)).toBeVisible();
  await pages.getByRole('radio').first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(pages.getByRole('radio').nth(1)).toBeChecked();
  await expect(dialog.getByText(/^Cut from /)).toBeVisible();
  await dialog.getByRole('button', { name: 'Take it' }).press('Enter');
  await expect(dialog).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Out of sizes' })).toBeVisible();
  await expect(page.getByText(/7 pieces, 1 photo/)).toBeVisible();
});

test('sizes said in the measure line are made into pages', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.getByLabel('Measure line').fill('9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 2 of 1/2 x 11');
  await expect(page.getByRole('button', { name: 'Propose pages of these sizes' })).toBeVisible();
  await page.getByLabel('Measure line').press('Enter');
  const dialog = page.getByRole('dialog', { name: 'A page out of sizes' });
  await expect(dialog.getByLabel('Sizes')).toHaveValue('9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 2 of 1/2 x 11');
  await dialog.getByRole('button', { name: 'Propose pages' }).click();
  await expect(dialog.getByRole('radio').first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByLabel('Layouts')).toContainText('L4');
});

test('a layout of another kit is used here, its papers mapped', async ({ page, request }) => {
  const [into, from] = [await freshKit(request), await freshKit(request)];
  await page.goto(`/kits/${into}/pages`);
  await page.getByRole('button', { name: 'New page' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'From another kit…' }).click();
  await dialog.getByLabel('Kit', { exact: true }).selectOption(from);
  await dialog.getByLabel('Layout', { exact: true }).selectOption({ label: 'L2 The kite shop' });
  await expect(dialog.getByText(/ is here as well\.$/).first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page).toHaveURL(/pages\/L4$/);
  await expect(page.getByRole('heading', { name: 'The kite shop' })).toBeVisible();
});
