import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { freshKit, saved } from './studio';

test('a sheet is cut piece by piece with the keys and with the mouse', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  const paper = page.getByRole('region', { name: 'Spar Plaid' });
  await expect(paper.getByText('proved fewest')).toBeVisible();
  await expect(page.getByText('All is cut.')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText(/^Cut (\d+) of \1: \w+ edge/)).toBeVisible();
  await page.getByLabel('Cuts made').fill('0');
  await expect(page.getByText(/^Cut 1 of \d+: bottom edge at the ½ mark\./)).toBeVisible();
  await page.getByRole('button', { name: 'Cut', exact: true }).click();
  await expect(page.getByText(/^Cut 2 of/)).toBeVisible();
  await page.getByRole('button', { name: 'Show the sheet after cut 3' }).click();
  await expect(page.getByRole('button', { name: 'Show the sheet after cut 3' })).toHaveText('✓');
});

test('all kits together are searched for, proved, and say how far the stock reaches', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  await page.getByLabel('all kits together').check();
  await expect(page.getByText(/\d{3} sheets, \d+ cuts; proved fewest/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('The stock on hand gives 12 kits; High Wind runs out first')).toBeVisible({ timeout: 20_000 });
});

test('the cut sheet goes out as a table and as a drawing', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  for (const [name, begins] of [
    ['CSV', 'Paper,Sheet,Times,Cut'],
    ['SVG', '<svg '],
  ] as const) {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
    expect(readFileSync(await download.path(), 'utf8').startsWith(begins)).toBe(true);
  }
});

test('an offcut on hand saves a sheet', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/stock`);
  const row = page.getByRole('listitem').filter({ hasText: 'High Wind' });
  await expect(row).toContainText('14');
  await row
    .getByRole('button', { name: /High Wind/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Some are on hand' }).click();
  for (const [side, text] of [
    ['Width', '12'],
    ['Height', '12'],
  ] as const) {
    const field = page.getByLabel(`${side} of the offcut of High Wind`);
    await field.fill(text);
    await field.press('Enter');
    await expect(field).toHaveValue(text);
  }
  await page.getByRole('button', { name: 'It lies there' }).click();
  await expect(page.getByLabel('Offcuts of High Wind, 12 x 12')).toHaveValue('1');
  await page.getByRole('link', { name: 'Cuts' }).click();
  // It lies in the studio: the host cuts it for all kits, no guest has it in the bag.
  await page.getByLabel('all kits together').check();
  await expect(page.getByRole('button', { name: 'offcut on hand 1, 12 x 12' })).toBeVisible();
});

test('a sheet is kept, a piece is moved to another by hand, and the planner lays the rest', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  const paper = page.getByRole('region', { name: 'Spar Plaid' });
  await paper.getByRole('button', { name: 'sheet 1', exact: true }).press('Enter');
  await page.keyboard.press('s');
  await expect(paper.getByText('kept as it is')).toBeVisible();
  await expect(paper.getByRole('button', { name: 'sheet 1, kept' })).toBeVisible();
  // From the picture of the second sheet onto the kept one.
  await paper.getByRole('button', { name: 'sheet 2', exact: true }).click();
  const piece = paper.getByRole('button', { name: /^L\d-/ }).first();
  const label = (await piece.textContent()) ?? '';
  await piece.click();
  await paper.getByRole('button', { name: `Sheet for ${label}` }).click();
  await page.getByRole('option', { name: 'sheet 1' }).click();
  await expect(page.getByText(`${label} lies on sheet 1 now, which is kept as it is.`)).toBeVisible();
  await paper.getByRole('button', { name: /^sheet 1, kept/ }).click();
  await expect(paper.getByRole('button', { name: label, exact: true }).first()).toBeVisible();
  await saved(page);
});

test('sheets that are cut leave the stock, and a piece the host cuts leaves the guide', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  await page.getByLabel('all kits together').check();
  const paper = page.getByRole('region', { name: 'High Wind' });
  await paper.getByRole('button', { name: /^sheet 2/ }).click({ timeout: 20_000 });
  await page.getByLabel('Sheets cut of sheet 2 of High Wind').fill('3');
  await page.getByLabel('Sheets cut of sheet 2 of High Wind').press('Enter');
  await expect(paper.getByText('3 sheets cut already.')).toBeVisible({ timeout: 20_000 });
  await expect(paper.getByText('2 sheets more to buy.')).toBeVisible();
  await page.getByLabel('one kit').check();
  await paper.getByRole('button', { name: /^sheet 1/ }).click();
  const piece = paper.getByRole('button', { name: /^L\d-/ }).first();
  const label = (await piece.textContent()) ?? '';
  await piece.click();
  await page.getByRole('button', { name: `Who cuts ${label}` }).click();
  await page.getByRole('option', { name: 'the host, for all kits' }).click();
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText(`Cut already, in the bag: ${label}.`).first()).toBeVisible();
});
