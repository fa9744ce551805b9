import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { freshKit, saved } from './studio';

test('the guide is proved, and says where a moved step no longer works', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/guide`);
  await expect(page.getByText('Followed step by step, it works:')).toBeVisible();
  await expect(page.getByText(/38 pieces cut, 38 placed, 0 left over/)).toBeVisible();
  // With the mouse: the step that lays a photo, moved before the card it lies on.
  const step = page.getByRole('button', { name: /L1-P1, the photo/ });
  await step.click();
  await page.getByRole('button', { name: 'Earlier' }).click();
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('it does not work');
  await expect(alert).toContainText('lays L1-P1 before L1-A1, which lies under it.');
  await page.getByRole('button', { name: 'back where the guide puts it' }).click();
  await expect(page.getByText('Followed step by step, it works:')).toBeVisible();
  // With the keys: down to a step, words of one's own, and German.
  await page.getByRole('button', { name: /^1 Gather/ }).press('ArrowDown');
  await page.getByRole('button', { name: 'add words of your own' }).press('Enter');
  await page.getByLabel(/^Your words at step/).fill('Breathe first.');
  await page.getByRole('button', { name: 'Keep these words' }).press('Enter');
  await expect(page.getByText('Breathe first.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Language of the guide' }).click();
  await page.getByRole('option', { name: 'in German' }).click();
  await expect(page.getByRole('button', { name: /Lege die Papiere für ein Set bereit/ })).toBeVisible();
  await expect(page.getByText('Followed step by step, it works:')).toBeVisible();
  await saved(page);
});

test('the printed pages are seen as they come out, in every form, and taken along', async ({ page, request }) => {
  const slug = await freshKit(request, 'a-year-of-bread');
  await page.goto(`/kits/${slug}/guide`);
  for (const form of ['the guide', 'without words', 'as a booklet to fold', 'templates at true size']) {
    await page.getByRole('button', { name: 'What is shown' }).click();
    await page.getByRole('option', { name: form }).click();
    await expect(page.getByRole('region', { name: 'The printed pages' }).locator('svg').first()).toBeVisible();
  }
  await expect(page.getByRole('button', { name: 'Paper in the printer' })).toHaveText('A4');
  for (const [name, begins] of [
    ['PDF', '%PDF-1.'],
    ['HTML', '<!DOCTYPE html>'],
  ] as const) {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name, exact: true }).click()]);
    expect(readFileSync(await download.path(), 'latin1').startsWith(begins)).toBe(true);
  }
});

test('a guide is followed at the table without a network, and what is done is kept for each person', async ({
  page,
  request,
  context,
}) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/bench`);
  await expect(page.getByText('Step 1 of 52')).toBeVisible();
  await expect(page.getByText('Kept on this device: it works without the network.')).toBeVisible();
  await context.setOffline(true);
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Done, next step' }).click();
  await expect(page.getByText('Step 3 of 52')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Step 3 of 52')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Cutting 2/15' })).toBeVisible();
  await page.getByRole('button', { name: 'Done, next step' }).click();
  await page.getByRole('button', { name: 'L2-B2?' }).click();
  await expect(page.getByRole('dialog')).toContainText('L2-B2: 10 x 10, Spar Plaid, dot side');
  await page.keyboard.press('Escape');
  await page.keyboard.press('t');
  await expect(page.getByRole('timer')).toHaveText(/^0:0\d$/);
  // Another person begins at the beginning.
  await page.getByLabel('At the table').fill('Wren');
  await page.getByLabel('At the table').press('Enter');
  await expect(page.getByText('Step 1 of 52')).toBeVisible();
});
