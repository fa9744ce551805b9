import { expect, test } from '@playwright/test';
import { freshKit, saved } from './studio';

test('one press changes the language of the frame and of all that the server says', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await saved(page);
  await expect(page.getByText('adds up').first()).toBeVisible();
  await page.getByRole('button', { name: 'Deutsch' }).click();
  await expect(page.getByRole('link', { name: 'Bestand' })).toBeVisible();
  await expect(page.getByText('geht auf').first()).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');

  // It stays so, also with keys alone.
  await page.reload();
  await page.getByRole('link', { name: 'Bestand' }).click();
  await expect(page.getByText('Die Auflage von 14 Sets ist ein Entwurf: Ihr ist nichts versprochen.')).toBeVisible();
  await page.getByRole('button', { name: 'English' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Stock' })).toBeVisible();
});
