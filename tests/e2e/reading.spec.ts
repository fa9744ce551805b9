import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { freshKit } from './studio';

// The lights differ in their colours alone: everything is checked in the day, the colours again in the dusk.
async function check(page: Page) {
  for (const light of ['day', 'dusk']) {
    await page.evaluate((l) => document.documentElement.setAttribute('data-light', l), light);
    // A picture is one image with its words; its marks are not read one by one.
    const axe = new AxeBuilder({ page }).exclude('svg[role="img"] > *');
    const rules =
      light === 'day' ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']) : axe.withRules(['color-contrast']);
    const { violations } = await rules.analyze();
    expect(violations.map((v) => `${light}, ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual([]);
  }
}

test('every screen meets WCAG 2.2 AA in both lights', async ({ page, request }) => {
  const slug = await freshKit(request);
  await request.post(`/api/kits/${slug}/guests`, {
    data: { name: 'Wanda', changes: [{ layout: 'L1', piece: 'P3', move: 'turn' }] },
  });
  const stages = ['stock', 'pages', 'cuts', 'guide', 'bench', 'guests', 'packing', 'packing/bags', 'ledger', 'print/cuts'];
  for (const address of ['/', '/outbox', ...stages.map((stage) => `/kits/${slug}/${stage}`)]) {
    await page.goto(address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    // The first step at the table gathers, and the ledger and the outbox have no picture.
    if (!/bench|ledger|outbox/.test(address)) await expect(page.getByRole('img').first()).toBeVisible();
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
