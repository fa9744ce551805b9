import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { freshKit } from './studio';

test('a guest’s photos are turned or left out, and page, cuts, counts and steps follow', async ({ page, request }, info) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/guests`);
  await expect(page.getByText('Nobody yet.')).toBeVisible();
  await page.getByLabel('Name of a new guest').fill('Wanda');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('Nothing: Wanda makes it as designed.')).toBeVisible();

  await page.getByRole('radiogroup', { name: 'What is done with L1-P3' }).getByLabel('turned').check();
  await expect(page.getByText('L1-P3 is turned: 4¼ x 3¼ instead of 3¼ x 4¼.')).toBeVisible();
  await expect(page.getByText('L1-P4 moves 1 to the right.')).toBeVisible();
  await expect(page.getByText('L1-P3 mat is cut 4¼ x 3¼ instead of 3¼ x 4¼.')).toBeVisible();
  await page.getByRole('radiogroup', { name: 'What is done with L1-P6' }).getByLabel('left empty').check();
  await expect(page.getByText('L1-P6 is left empty.')).toBeVisible();

  await page.reload();
  await expect(page.getByText('L1-P6 is left empty.')).toBeVisible();
  const href = (await page.getByRole('link', { name: 'Print Wanda’s guide' }).getAttribute('href')) ?? '';
  const path = info.outputPath('wanda.pdf');
  writeFileSync(path, await (await request.get(href)).body());
  const text = execFileSync('pdftotext', ['-raw', path, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
  expect(text).toContain(', for Wanda');
  expect(text).toContain('Lay the mat of L1-P6 without a photo');
  expect(text).not.toContain('L1-P6, the photo on its mat');
});

test('a guest’s own words are in their guide, one after the other as they are typed', async ({ page, request }, info) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Wanda', changes: [] } });
  await page.goto(`/kits/${slug}/guests`);
  await page.getByLabel('Title of L1 for Wanda').fill('Our windy dune');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Ida, Ole');
  await page.keyboard.press('Tab');
  await expect(page.getByText('The title says: Our windy dune. The names are: Ida, Ole.').first()).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Title of L1 for Wanda')).toHaveValue('Our windy dune');
  const href = (await page.getByRole('link', { name: 'Print Wanda’s guide' }).getAttribute('href')) ?? '';
  const path = info.outputPath('wanda.pdf');
  writeFileSync(path, await (await request.get(href)).body());
  const text = execFileSync('pdftotext', ['-raw', path, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
  expect(text).toContain('The names are: Ida, Ole.');
});

test('two guests of one name are refused in words', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Wanda', changes: [] } });
  await page.goto(`/kits/${slug}/guests`);
  await page.getByLabel('Name of a new guest').fill('Wanda');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByRole('alert')).toContainText('Another guest of this kit is called');
});

test('photos that do not match are fitted: said in a line, taken by a press, and the page follows', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Juno', changes: [] } });
  await page.goto(`/kits/${slug}/guests`);
  const line = page.getByLabel('Juno’s photos for L2');
  await line.fill('three by four');
  await line.press('Enter');
  await expect(page.getByRole('alert')).toContainText("'three by four' is no photo");
  await line.fill('6 x 4');
  await line.press('Enter');
  const fits = page.getByRole('region', { name: 'Juno’s photos and fits' });
  await expect(fits.getByText('Every photo is in sight: P2 holds no photo.')).toBeVisible();
  await expect(fits.getByText(/^L2-P2 becomes a patch of /).first()).toBeVisible();
  await expect(fits.getByText('No better fit is possible.')).toBeVisible();
  // Ways are pictures, looked at beside the design before one is taken.
  const ways = fits.getByRole('radiogroup', { name: 'Ways to make L2 fit' });
  await ways.getByRole('radio').first().click();
  await expect(page.getByText(/As designed, and as it is offered/)).toBeVisible();
  await fits.getByRole('button', { name: 'Take it' }).press('Enter');
  await expect(fits.getByText('taken')).toBeVisible();
  await page.reload();
  await expect(line).toHaveValue('6 x 4');
  await expect(fits.getByText('taken')).toBeVisible();
});

test('a piece of the guest’s page is dragged, and what it meets makes room', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Juno', changes: [], photos: { L2: '6 x 4, 3 x 4' } } });
  await page.goto(`/kits/${slug}/guests`);
  await page.getByRole('button', { name: 'L2', exact: true }).click();
  const piece = page.locator('svg.touch-none [data-piece="L2-P2"]').first();
  await piece.scrollIntoViewIfNeeded();
  const box = (await piece.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 30, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText(/as it stands/)).toBeVisible();
  await expect(page.getByText(/1 changed/)).toBeVisible();
  // What was dragged stays while all else is laid anew around it; then it can be let go.
  await expect(page.getByText('L2-P2 stays where it is.')).toBeVisible();
  await page.getByRole('button', { name: 'Arrange the rest' }).click();
  await expect(page.getByRole('button', { name: 'Arrange the rest' })).toBeEnabled();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'let go' }).click();
  await expect(page.getByText('L2-P2 stays where it is.')).toHaveCount(0);
});

test('two quick changes of one guest are both kept', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Juno', changes: [] } });
  await page.goto(`/kits/${slug}/guests`);
  await page.getByRole('radiogroup', { name: 'What is done with L1-P2' }).getByLabel('turned').check();
  await page.getByRole('radiogroup', { name: 'What is done with L1-P3' }).getByLabel('left empty').check();
  await expect(page.getByText('2 changed')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a roster is pasted whole or not at all, fitted at a press, and added up', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/guests`);
  await page.getByRole('button', { name: 'paste a roster' }).click();
  const table = page.getByLabel('The roster as a table');
  await table.fill('name\tL1\tL2\nWren\t\t6 x 4\nAsh\t\tlarge\n');
  await page.getByRole('button', { name: 'Add these guests' }).click();
  await expect(page.getByRole('alert')).toContainText('Row 3, column 3');
  await table.fill('name\tL1\tL2\nWren\t\t6 x 4\nAsh\t\t6 x 4, 3 x 4\n');
  await page.getByRole('button', { name: 'Add these guests' }).click();
  await expect(page.getByRole('button', { name: 'Wren', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Look at the best fit for the one guest who needs one' }).click();
  const offers = page.getByRole('dialog', { name: 'The best fit for each' });
  await expect(offers.getByRole('checkbox')).toBeChecked();
  await offers.getByRole('button', { name: 'Take the one chosen' }).click();
  await expect(page.getByText('1 changed')).toBeVisible();
  // Nobody is left waiting: Ash's photos go onto the page as designed.
  await expect(page.getByRole('button', { name: /^Look at the best fit/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'all together' }).click();
  const totals = page.getByRole('region', { name: 'All guests together' });
  await expect(totals).toContainText('All 2 guests together, 1 otherwise than designed');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    totals.getByRole('link', { name: 'Print all cards' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'latin1').startsWith('%PDF-1.')).toBe(true);
});

test('a photo to come has a placeholder, and an opening without one is filled by hand', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, { data: { name: 'Juno', changes: [], photos: { L2: '6 x 4 later, 3 x 4' } } });
  await page.goto(`/kits/${slug}/guests`);
  const fits = page.getByRole('region', { name: 'Juno’s photos and fits' });
  await expect(fits.getByText('Photo 1 is not printed yet: a placeholder card holds L2-P1.').first()).toBeVisible();
  await fits.getByRole('button', { name: 'Take it' }).first().click();
  await expect(fits.getByText('taken')).toBeVisible();
  await expect(page.getByText(/^L2-P1 holds a placeholder card/)).toBeVisible();

  // With the keys alone: the list opens, is searched by its letters, and a patch is taken.
  const fill = page.getByLabel('What L1-P3 is filled with');
  await fill.focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option', { name: /^patch of Spar Plaid A/ })).toBeVisible();
  await page.keyboard.type('patch of spar');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^L1-P3 becomes a patch of Spar Plaid/).first()).toBeVisible();
  await expect(fill).toContainText('patch of Spar Plaid A');
  await page.getByRole('button', { name: 'all together' }).click();
  const totals = page.getByRole('region', { name: 'All guests together' });
  await expect(totals).toContainText('1 of 5¾ x 3¾, for photos not printed yet');
  await page.reload();
  await expect(fill).toContainText('patch of Spar Plaid A');
  // And back to what the designer made of it, with the mouse.
  await page.getByRole('radiogroup', { name: 'What is done with L1-P3' }).getByText('as designed').click();
  await expect(fill).toContainText('filled with');
});
