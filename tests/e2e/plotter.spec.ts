import { expect, test } from '@playwright/test';
import { freshKit } from './studio';

test('a sheet of the kit is plotted stroke by stroke, and a file with a fault is told line by line', async ({
  page,
  request,
}) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/cuts`);
  await page.getByRole('link', { name: 'Plotter' }).click();
  await expect(page.getByRole('heading', { name: 'Plotter, simulated' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Ember cardstock, sheet 1/ })
    .first()
    .click();
  await expect(page.getByText('Everything could be done.')).toBeVisible();
  await expect(page.getByRole('img', { name: /strokes on a sheet of 305 by 305 mm/ })).toBeVisible();
  const far = page.getByLabel('So far');
  await far.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('0.0 s')).toBeVisible();
  await page.getByRole('button', { name: 'Watch it' }).click();
  await expect(page.getByText('0.0 s')).toBeHidden();

  await page.getByLabel('Open a plot file').setInputFiles({
    name: 'own.gcode',
    mimeType: 'text/plain',
    buffer: Buffer.from('G21 T3 M6\nG0 X10 Y10\nG1 Z-1\nG1 X400\nG1 Z1\nM30\n'),
  });
  await expect(page.getByText('runs off the sheet, and is not drawn')).toBeVisible();
  await page
    .getByLabel('Open a plot file')
    .setInputFiles({ name: 'a.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') });
  await expect(page.getByRole('alert')).toContainText('neither SVG nor G-code');
});

test('a title is outlined with its letters welded', async ({ page }) => {
  await page.goto('/plotter');
  await page.getByLabel('Title to cut out').fill('Hill');
  await page.getByLabel('Height of its letters').fill('tall');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('tall');
  await page.getByLabel('Height of its letters').fill('1 1/2');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/x 1½ in, all in one piece/)).toBeVisible();
  await expect(page.getByText('Everything could be done.')).toBeVisible();
});

test('many circles are nested into fewer sheets than their boxes take', async ({ page }) => {
  await page.goto('/plotter');
  await page.getByLabel('How many').fill('20');
  await page.getByLabel('How wide it is').fill('3 1/4');
  await page.getByRole('button', { name: 'Lay them on 12 x 12' }).click();
  await expect(page.getByText('2 sheets; their boxes take 3, and by area it cannot be fewer than 2.')).toBeVisible();
  await page.getByRole('button', { name: 'sheet 2' }).click();
  await expect(page.getByText(/circle, sheet 2: 9 cut/)).toBeVisible();
  await page.getByLabel('How wide it is').fill('30');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no size here');
});
