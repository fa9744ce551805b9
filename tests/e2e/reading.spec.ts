import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { freshKit } from './studio';

// The lights differ in their colours alone: everything is checked in the day, the colours again in the dusk.
async function check(page: Page, light: string) {
  const axe = new AxeBuilder({ page });
  const rules = light === 'day' ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']) : axe.withRules(['color-contrast']);
  const { violations } = await rules.analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual([]);
}

for (const light of ['day', 'dusk'])
  test(`every screen meets WCAG 2.2 AA in the ${light} light`, async ({ page, request }) => {
    const slug = await freshKit(request);
    await request.post(`/api/kits/${slug}/guests`, {
      data: { name: 'Wanda', changes: [{ layout: 'L1', piece: 'P3', move: 'turn' }] },
    });
    await page.addInitScript((l) => localStorage.setItem('velvet-fold-light', l), light);
    for (const stage of ['', '/stock', '/pages', '/cuts', '/guide', '/bench', '/guests', '/print/cuts']) {
      await page.goto(stage === '' ? '/' : `/kits/${slug}${stage}`);
      await expect(page.getByRole('heading').first()).toBeVisible();
      // The first step at the table gathers; it has no picture.
      if (stage !== '/bench') await expect(page.getByRole('img').first()).toBeVisible();
      if (stage === '/pages') await page.getByRole('button', { name: 'P2, photo' }).click();
      if (stage === '/stock') await page.getByRole('button', { name: 'Spar Plaid' }).click();
      await check(page, light);
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
  for (const stage of ['stock', 'pages', 'cuts', 'guide', 'guests']) await page.goto(`/kits/${slug}/${stage}`);
  expect([...hosts]).toEqual(['127.0.0.1']);
});
