import { expect, test, type Page } from '@playwright/test';
import { freshKit } from './studio';

// The band of the first spread: 11½ x 1 in the demo kit.
const band = (page: Page) => page.getByLabel('Height of L1-A3', { exact: true });

/** Types another height and takes it; nothing waits until it is saved. */
async function change(page: Page, text: string) {
  const field = band(page);
  await field.fill(text);
  await Promise.all([page.waitForResponse((r) => r.url().endsWith('/api/compute/length')), field.press('Enter')]);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
}

const heightOnTheShelf = async (page: Page, slug: string) => {
  const answer = await page.request.get(`/api/kits/${slug}`);
  const { kit } = (await answer.json()) as { kit: { layouts: { pieces: { id: string; size: { height: string } }[] }[] } };
  return kit.layouts[0]?.pieces.find((p) => p.id === 'A3')?.size.height;
};

for (const [way, leave] of [
  ['the logo', (page: Page) => page.getByRole('link', { name: 'All kits' }).click()],
  [
    'the table',
    async (page: Page, slug: string) => page.evaluate((to) => window.history.pushState(null, '', to), `/kits/${slug}/pages`),
  ],
] as const)
  test(`an edit left at once by ${way} is on the shelf`, async ({ page, request }) => {
    const slug = await freshKit(request);
    await page.goto(`/kits/${slug}/pages`);
    await change(page, '1 1/4');
    await leave(page, slug);
    await expect.poll(() => heightOnTheShelf(page, slug)).toBe('1 1/4 in');
  });

test('the cut sheet and the guide are printed with what was just typed', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await change(page, '1 3/8');
  await page.getByRole('link', { name: 'Cuts' }).click();
  await page.getByRole('button', { name: 'Print the cut sheet' }).click();
  await expect(page.getByRole('heading', { name: /^Cut sheet/, level: 1 }).first()).toBeVisible();
  expect(await heightOnTheShelf(page, slug)).toBe('1 3/8 in');

  // The guide is printed, and marked as printed, at the revision that has the change.
  await page.goto(`/kits/${slug}/pages`);
  await change(page, '1 5/8');
  await page.getByRole('link', { name: 'Guide' }).click();
  const [printed] = await Promise.all([
    page.context().waitForEvent('request', (r) => r.url().includes('/guide.pdf')),
    page.getByRole('button', { name: 'Print', exact: true }).click(),
  ]);
  const revision = Number(new URL(printed.url()).searchParams.get('revision'));
  const saved = await page.request.get(`/api/kits/${slug}/revisions/${revision}`);
  expect(await saved.text()).toContain('1 5/8 in');
  await expect
    .poll(async () => {
      const list = (await (await page.request.get(`/api/kits/${slug}/revisions`)).json()) as {
        number: number;
        printedAt?: string;
      }[];
      return list.find((r) => r.printedAt)?.number;
    })
    .toBe(revision);
});

test('a file that is asked for at once has what was just typed', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await change(page, '1 7/8');
  await page.getByRole('link', { name: 'Cuts' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  await download.path();
  expect(await heightOnTheShelf(page, slug)).toBe('1 7/8 in');
});

test('a slow save with edits meanwhile is no conflict with oneself', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.route(`**/api/kits/${slug}`, async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  for (const text of ['1 1/4', '1 1/2', '1 3/4']) {
    await change(page, text);
    await page.waitForTimeout(600);
  }
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(await heightOnTheShelf(page, slug)).toBe('1 3/4 in');
});

test('what cannot be saved is said before one leaves, and is offered at the next opening', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await page.route(`**/api/kits/${slug}`, (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await change(page, '1 1/8');
  await page.getByRole('link', { name: 'All kits' }).click();
  await expect(page.getByRole('dialog')).toContainText('This is not saved yet');
  await page.getByRole('button', { name: 'Stay here' }).click();
  await expect(band(page)).toHaveValue('1⅛');
  await page.getByRole('link', { name: 'All kits' }).click();
  await page.getByRole('button', { name: 'Go all the same' }).click();
  await expect(page.getByRole('heading', { name: 'Kits' })).toBeVisible();

  await page.unroute(`**/api/kits/${slug}`);
  await page.goto(`/kits/${slug}/pages`);
  await expect(page.getByRole('dialog')).toContainText('An edit was not saved');
  await page.getByRole('button', { name: 'Take it up' }).click();
  await expect.poll(() => heightOnTheShelf(page, slug)).toBe('1 1/8 in');
});

test('a closed tab leaves a draft on the device', async ({ page, request, context }) => {
  const slug = await freshKit(request);
  // Cut off inside the page: a page that is closing sends past the browser's own hooks.
  await page.addInitScript(() => {
    const send = window.fetch;
    window.fetch = (what, how) => {
      const method = how?.method ?? (what instanceof Request ? what.method : 'GET');
      return method === 'PUT' ? Promise.reject(new TypeError('cut off')) : send(what, how);
    };
  });
  await page.goto(`/kits/${slug}/pages`);
  await change(page, '2 1/8');
  await page.close();
  const next = await context.newPage();
  await next.goto(`/kits/${slug}/pages`);
  await expect(next.getByRole('dialog')).toContainText('An edit was not saved');
  await next.getByRole('button', { name: 'Drop it' }).click();
  await expect(band(next)).toHaveValue('1');
  await next.reload();
  await expect(band(next)).toHaveValue('1');
  await expect(next.getByRole('dialog')).toHaveCount(0);
});
