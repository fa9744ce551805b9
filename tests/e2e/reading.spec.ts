import { expect, test } from '@playwright/test';
import { check } from './access';
import { freshKit } from './studio';

test('every screen meets WCAG 2.2 AA in both lights', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, {
    data: { name: 'Wanda', changes: [{ layout: 'L1', piece: 'P3', move: 'turn' }] },
  });
  const stages = ['stock', 'pages', 'cuts', 'guide', 'bench', 'guests', 'packing', 'packing/bags', 'ledger', 'print/cuts'];
  for (const address of ['/', '/outbox', '/privacy', ...stages.map((stage) => `/kits/${slug}/${stage}`)]) {
    await page.goto(address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    // The first step at the table gathers, and the ledger and the outbox have no picture.
    if (!/bench|ledger|outbox|privacy/.test(address)) await expect(page.getByRole('img').first()).toBeVisible();
    if (address.endsWith('/pages')) await page.getByRole('button', { name: 'P2, photo' }).click();
    if (address.endsWith('/stock')) await page.getByRole('button', { name: 'Spar Plaid' }).click();
    await check(page);
  }
});

test('on a narrow screen the leaves turn over', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.setViewportSize({ width: 420, height: 800 });
  await page.goto(`/kits/${slug}/pages`);
  await expect(page.getByRole('img', { name: /^Spread of two pages/ })).toBeHidden();
  await page.getByRole('button', { name: 'Turn over: the page to scale' }).click();
  await expect(page.getByRole('img', { name: /^Spread of two pages/ })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(420);
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/kits/no-such-kit/pages');
  await expect(page.getByText("There is no kit 'no-such-kit'.")).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'This leaf is blank' })).toBeVisible();
});

test('nothing is asked of any other host', async ({ page, request }) => {
  const slug = await freshKit(request);
  const hosts = new Set<string>();
  page.on('request', (asked) => hosts.add(new URL(asked.url()).hostname));
  for (const stage of ['stock', 'pages', 'cuts', 'guide', 'guests', 'packing', 'ledger'])
    await page.goto(`/kits/${slug}/${stage}`);
  expect([...hosts]).toEqual(['127.0.0.1']);
});
