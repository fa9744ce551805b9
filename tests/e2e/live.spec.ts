import { expect, test, type Page } from '@playwright/test';
import { check } from './access';
import { freshKit, measure, saved } from './studio';

const open = async (page: Page, slug: string, piece: string) => {
  await page.goto(`/kits/${slug}/pages`);
  await saved(page);
  await page.getByRole('button', { name: piece, exact: true }).first().click();
};

test('two in one kit see each other and each save as it happens', async ({ browser, request }) => {
  const slug = await freshKit(request);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [one, other] = [await context.newPage(), await context.newPage()];
  await open(one, slug, 'P2, photo');
  await open(other, slug, 'P2, photo');
  await expect(one.getByText('Open elsewhere too')).toBeVisible();
  await measure(one, 'Width of L1-P2', '3 1/2 in');
  await saved(one);
  await expect(other.getByText(/Saved elsewhere at/)).toBeVisible();
  await expect(other.getByLabel('Width of L1-P2', { exact: true })).toHaveValue(/3 ?½|3 1\/2/);
  await one.close();
  await expect(other.getByText('Open elsewhere too')).toHaveCount(0);
});

test('what two changed at once is put together thing by thing', async ({ browser, request }) => {
  const slug = await freshKit(request);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [one, other] = [await context.newPage(), await context.newPage()];
  // This one hears nothing of the first’s save.
  await other.route('**/live', (route) => route.abort());
  await open(one, slug, 'P2, photo');
  await open(other, slug, 'P3, photo');
  await measure(one, 'Width of L1-P2', '3 1/2 in');
  await saved(one);
  await measure(other, 'Height of L1-P3', '3 3/4 in');
  await expect(other.getByRole('dialog')).toContainText('Somebody saved this kit before you');
  await expect(other.getByRole('dialog').getByRole('radio')).toHaveCount(4);
  await expect(other.getByRole('group', { name: 'L1-P2' }).getByRole('radio').nth(1)).toBeChecked();
  await expect(other.getByRole('group', { name: 'L1-P3' }).getByRole('radio').nth(0)).toBeChecked();
  await check(other);
  await other.getByRole('button', { name: 'Keep what is chosen' }).click();
  await saved(other);
  const { kit } = (await (await request.get(`/api/kits/${slug}`)).json()) as {
    kit: { layouts: { pieces: { id: string; size: { width: string; height: string } }[] }[] };
  };
  const size = (id: string) => kit.layouts[0]?.pieces.find((p) => p.id === id)?.size;
  expect(size('P2')?.width).toContain('3 1/2');
  expect(size('P3')?.height).toContain('3 3/4');
});
