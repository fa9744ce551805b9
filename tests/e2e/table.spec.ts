import { expect, test } from '@playwright/test';
import { freshKit, saved } from './studio';

test('a kit prints on one sheet a layout, by its maker’s school', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/guide`);
  // With the mouse: the form that prints first, eight sides of it.
  await page.getByRole('button', { name: 'What is shown' }).click();
  await page.getByRole('option', { name: 'one sheet a layout' }).click();
  await expect(page.getByText('page 8 of 8')).toBeVisible();
  await expect(page.getByRole('region', { name: 'The printed pages' })).toContainText('Cut first for L1 Up on the dune');
  // With the keys: stuck as you go, so that nothing is laid out dry.
  await page.getByRole('button', { name: 'how it is done here' }).press('Enter');
  await page.getByRole('button', { name: 'How pages are laid' }).press('Space');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Close' }).press('Enter');
  await expect(page.getByRole('button', { name: /out dry/ })).toHaveCount(0);
  await expect(page.getByText('Followed step by step, it works:')).toBeVisible();
  await saved(page);
});

test('a supply is told to whoever needs it', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/stock`);
  await page.getByRole('button', { name: 'New supply' }).click();
  await page.getByLabel('Name of the supply').fill('Gull punch');
  await page.getByLabel('Name of the supply').press('Enter');
  await page.getByRole('button', { name: 'Who brings Gull punch' }).click();
  await page.getByRole('option', { name: 'the host, one shared by' }).click();
  await page.getByLabel('Got at: Gull punch').fill('Pier shop');
  await page.getByLabel('Got at: Gull punch').press('Enter');
  await saved(page);
  await page.goto(`/kits/${slug}/packing/buy`);
  // One for four of fourteen guests.
  await expect(page.getByRole('region', { name: 'Supplies to have' })).toContainText(/Pier shop.*Gull punch.*4/s);
});

test('a spoiled piece is cut again, or its spot covered', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/bench`);
  await page.getByRole('button', { name: 'Assembly: Up on the dune' }).click();
  await page
    .getByRole('button', { name: /^L1-.*\?$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'It is spoiled' }).click();
  await expect(page.getByRole('region', { name: 'What to do about it' })).toContainText(
    /Cut it again|another sheet|Cover the spot/,
  );
  await expect(page.getByText('The host sees it now.')).toBeVisible();
  // The host has it before them, and puts it right.
  await page.goto(`/kits/${slug}/packing/tables`);
  await expect(page.getByText(/^L1-.* is spoiled/)).toBeVisible();
  await page.getByRole('button', { name: 'The spot is covered' }).click();
  await expect(page.getByText(/the spot is covered/)).toBeVisible();
  await expect(page.getByText(/Nothing is open/)).toBeVisible();
});
