import { expect, test } from '@playwright/test';
import { freshKit } from './studio';

test('a guest is invited, answers on a phone, and the host sees it', async ({ page, request, browser }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/guests`);
  await page.getByRole('button', { name: 'Workshop', exact: true }).click();
  await page.getByRole('option', { name: 'a new workshop…' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Winter table');
  await page.getByLabel('Day').fill('2099-12-05');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('0 guests, 0 with changes')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Workshop', exact: true })).toHaveText(/Winter table/);
  await page.getByLabel('Name of a new guest').fill('Fern');
  await page.getByRole('button', { name: 'Add' }).click();
  const mail = page.getByLabel('Fern’s mail address');
  await mail.fill('fern@example.org');
  await mail.press('Enter');
  await expect(mail).toHaveValue('fern@example.org');
  await page.waitForTimeout(300);
  await page.getByRole('button', { name: 'mail it' }).click();
  const link = page.getByText(/\/invite\//);
  await expect(link).toBeVisible();
  const address = ((await link.textContent()) ?? '').trim();

  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: 'Winter table, for Fern' })).toBeVisible();
  const photos = phone.getByLabel('Your photos, width first').first();
  await photos.fill('lots');
  await phone.getByRole('button', { name: 'Send to your host' }).click();
  await expect(phone.getByText("'lots' is no photo").first()).toBeVisible();
  // What belongs together is said by hand: by keys, and by dragging.
  await photos.fill('5 x 7, 3 x 4 whole, 2 of 4 x 6');
  await phone.getByRole('button', { name: '2 of 4 x 6, 3 of 3' }).focus();
  await phone.keyboard.press('ArrowLeft');
  await expect(photos).toHaveValue('5 x 7, 2 of 4 x 6, 3 x 4 whole');
  await phone.getByRole('button', { name: 'Another story begins with 3 x 4 whole' }).click();
  await expect(photos).toHaveValue('5 x 7, 2 of 4 x 6 | 3 x 4 whole');
  await phone.getByRole('button', { name: '3 x 4 whole, 3 of 3' }).dragTo(phone.getByRole('button', { name: '5 x 7, 1 of 3' }));
  await expect(photos).toHaveValue('3 x 4 whole, 5 x 7, 2 of 4 x 6');
  await phone.screenshot({ path: 'results/leaf.png', fullPage: true });
  await photos.fill('2 of 4 x 6');
  await phone.getByLabel('Picture files for L1').setInputFiles({
    name: 'dune.png',
    mimeType: 'image/png',
    buffer: await phone.screenshot(),
  });
  await expect(phone.getByRole('img', { name: 'dune.png' })).toBeVisible();
  await phone.getByRole('button', { name: 'Send to your host' }).click();
  await expect(phone.getByText('Your host has it.')).toBeVisible();
  await phone.close();

  await page.reload();
  await expect(page.getByLabel('Fern’s photos for L1')).toHaveValue('2 of 4 x 6');
  await expect(page.getByRole('img', { name: 'dune.png' })).toBeVisible();
  await expect(page.getByText(/^answered /)).toBeVisible();
  await page.goto('/outbox');
  await expect(page.getByText('fern@example.org').first()).toBeVisible();
});

test('what is handed out stays as it is when the kit goes on', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post('/api/workshops', { data: { name: `Table of ${slug}`, date: '2099-12-05', kits: [slug] } });
  await page.goto(`/kits/${slug}/guests?workshop=table-of-${slug}`);
  await page.getByRole('button', { name: 'change', exact: true }).click();
  await page.getByRole('button', { name: 'hand it out as it is' }).click();
  await expect(page.getByText('revision 1', { exact: true })).toBeVisible();
});
