import { expect, test } from '@playwright/test';
import { check } from './access';
import { measure, saved } from './studio';

test('a kit from nothing, with the mouse: paper, page, pieces, a photo on its mat, and its guide', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^(New kit|Start a kit)$/ }).click();
  await page.getByLabel('Name').fill('Harbour lights');
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByRole('heading', { name: 'No page yet' })).toBeVisible();

  await page.getByRole('link', { name: 'Stock' }).click();
  await page.getByRole('button', { name: 'New paper' }).click();
  await page.getByLabel('Name of the paper').fill('Quay grey');
  await page.getByLabel('Name of the paper').press('Enter');
  await expect(page.getByRole('heading', { name: 'Quay grey' })).toBeVisible();

  await page.getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('button', { name: 'First page' }).click();
  await page.getByLabel('Name', { exact: true }).fill('At the pier');
  await page.getByLabel('a single page').check();
  await page.getByRole('button', { name: 'Make it' }).click();
  for (const kind of ['base', 'panel', 'photo']) {
    await page.getByRole('button', { name: 'New piece' }).click();
    await page.getByRole('menuitem', { name: kind }).click();
  }
  await expect(page.getByText('1 page, 3 pieces, 1 photo; adds up')).toBeVisible();
  await measure(page, 'How much shows of mat of L1-P1', '1/4');
  await page.getByLabel('How L1-P1 is placed across').click();
  await page.getByRole('option', { name: 'from the left edge' }).click();
  await measure(page, 'Distance across of L1-P1', '2 1/2');
  await saved(page);

  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page.getByText('L1-P1, the photo on its mat (4½ x 6½): its left edge 2½ from the left of the page')).toBeVisible();
  await page.getByRole('link', { name: 'Cuts' }).click();
  await expect(page.getByRole('heading', { name: 'Quay grey' })).toBeVisible();
});

test('a kit from nothing, with keys alone', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: /^(New kit|Start a kit)$/ })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Key by key');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/key-by-key/);
  await expect(page.getByRole('heading', { name: 'No page yet' })).toBeVisible();
  await page.keyboard.press('Alt+1');
  await expect(page.getByRole('heading', { name: 'Stock' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name of the paper')).toBeVisible();
  await page.keyboard.press('Alt+2');
  await page.getByRole('button', { name: 'First page' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('One');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The page is empty.')).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Width of L1-B1')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'B1, base' })).toBeFocused();
  await page.keyboard.press('n');
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.type('pho');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Width of L1-P1')).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'P1, photo' })).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Keys');
});

test('an empty studio teaches the three ways in', async ({ page }) => {
  await page.route('**/api/kits', (route) => route.fulfill({ json: [] }));
  await page.goto('/');
  for (const way of ['Open the demo studio', 'Start a kit', 'Read in a file'])
    await expect(page.getByRole('button', { name: way })).toBeVisible();
});

test('a first page in five lines, by keys alone, is kept with its guide', async ({ page }) => {
  await page.goto('/first-page');
  await check(page);
  for (let n = 1; n <= 5; n++) {
    await expect(page.getByLabel(`Line ${n} of 5`)).toBeFocused();
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('button', { name: /Keep it/ })).toBeFocused();
  await check(page);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Followed step by step, it works:')).toBeVisible();
});

test('a new kit takes its papers as they are said, and a line makes one that is not there', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^(New kit|Start a kit)$/ }).click();
  await page.getByLabel('Name').fill('Tide line');
  await page.getByLabel('Papers').fill('Gulls: figures one way / wavy, 12 sheets');
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByRole('alert')).toContainText('“wavy” of Gulls is no print');
  await page.getByLabel('Papers').fill('Gulls: figures one way / stripe, 12 sheets, tear strip');
  await page.getByRole('button', { name: 'White cardstock' }).click();
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByRole('heading', { name: 'No page yet' })).toBeVisible();
  await page.getByRole('link', { name: 'Stock' }).click();
  await expect(page.getByText('2 papers; enough of each')).toBeVisible();
  await page.getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('button', { name: 'First page' }).click();
  await page.getByLabel('Name', { exact: true }).fill('One');
  await page.getByRole('button', { name: 'Make it' }).click();
  const line = page.getByLabel('Measure line');
  await line.fill('a block nine by seven of Oat, two down from the top');
  await line.press('Enter');
  await expect(page.getByText('There is no paper Oat. Make it?')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByText(/1 piece, 0 photos; adds up/)).toBeVisible();
  await saved(page);
});
