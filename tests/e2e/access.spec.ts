import { expect, test, type Page } from '@playwright/test';
import { check } from './access';
import { freshKit } from './studio';

const stages = ['stock', 'pages', 'cuts', 'guide', 'guests', 'packing', 'day', 'ledger'];
const views = ['packing/buy', 'packing/cost', 'packing/labels', 'packing/bags', 'packing/tables', 'bench'];
const leaves = ['/', '/still', '/plotter', '/outbox', '/privacy', '/first-page'];

const everywhere = (slug: string) => [...leaves, ...[...stages, ...views].map((stage) => `/kits/${slug}/${stage}`)];

test('the screens beside the stages meet WCAG 2.2 AA in both lights', async ({ page, request }) => {
  const slug = await freshKit(request);
  for (const address of [
    '/still',
    '/first-page',
    `/plotter?kit=${slug}`,
    ...views.slice(0, 5).map((v) => `/kits/${slug}/${v}`),
  ]) {
    await page.goto(address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await check(page);
  }
});

/** Opens a dialog by keys alone, checks it, closes it by Escape, and finds the focus where it was. */
async function dialog(page: Page, press: string) {
  const button = page.getByRole('button', { name: press, exact: true }).first();
  await button.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible();
  await check(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(button).toBeFocused();
}

test('every dialog meets WCAG 2.2 AA in both lights, and gives the focus back', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto('/');
  await dialog(page, 'New kit');
  await page.goto(`/kits/${slug}/stock`);
  for (const press of ['This kit', 'History', 'Keys', 'From another kit']) await dialog(page, press);
  await page.goto(`/kits/${slug}/guide`);
  await dialog(page, 'how it is done here');
  await page.goto(`/kits/${slug}/guests`);
  await dialog(page, 'paste a roster');
});

// What a finger presses and is less than 44 pixels high, itself and the label it stands in; a link within a sentence may be.
const smallTargets = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('button, input:not([type="hidden"]), select, summary, a.press, a.press-first, nav a')].flatMap(
      (target) => {
        const [own, label] = [target.getBoundingClientRect(), target.closest('label')?.getBoundingClientRect()];
        const isSmall = own.width > 0 && own.height > 1 && Math.max(own.height, label?.height ?? 0) < 43.5;
        return isSmall ? [`${target.getAttribute('aria-label') ?? target.textContent}, ${own.height} high`] : [];
      },
    ),
  );

// What is 1280 pixels wide is 640 at a zoom of 200 %; 390 is a phone held upright.
for (const [name, width, height] of [
  ['at a zoom of 200 %', 640, 400],
  ['on a phone', 390, 844],
] as const)
  test(`no screen runs over its edge ${name}`, async ({ page, request }) => {
    const slug = await freshKit(request);
    await page.setViewportSize({ width, height });
    const over: string[] = [];
    const small: string[] = [];
    for (const address of everywhere(slug)) {
      await page.goto(address);
      await expect(page.getByRole('heading').first()).toBeAttached();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      if (wide > width) over.push(`${address}: ${wide}`);
      await page.waitForTimeout(400); // what is computed comes a little later
      if (width < 768) small.push(...(await smallTargets(page)).map((target) => `${address}: ${target}`));
    }
    expect(over).toEqual([]);
    expect(small).toEqual([]);
  });

// The walk of docs/guide/access.md, by what a screen reader says and by keys alone: roles and names, never a place on the screen.
test('a screen reader’s walk from the kit to what to cut, what to do and who comes', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto('/');
  await page.goto(`/kits/${slug}/stock`);
  const rail = page.getByRole('navigation').first();
  await expect(page.getByRole('heading', { level: 1, name: 'Stock' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Spar Plaid' })).toHaveAttribute('aria-expanded', /true|false/);
  const to = async (stage: string) => {
    await rail.getByRole('link', { name: stage, exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(rail.getByRole('link', { name: stage, exact: true })).toHaveAttribute('aria-current', 'page');
  };
  await to('Pages');
  // The picture says in words what lies on it.
  await expect(page.getByRole('img', { name: /^Spread of two pages/ })).toBeVisible();
  await page.getByRole('button', { name: 'P2, photo' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Width of L1-P2' })).toBeVisible();
  await to('Cuts');
  await expect(page.getByRole('region', { name: 'Spar Plaid' })).toBeVisible();
  await page.getByRole('button', { name: 'Show the sheet after cut 1' }).first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: 'Cuts made' })).toHaveAttribute('aria-valuetext', '1 of 4 cuts made');
  await to('Guide');
  await expect(page.getByRole('status').filter({ hasText: 'Followed step by step, it works' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Gather the papers' })).toBeVisible();
  await to('Guests');
  await page.getByRole('textbox', { name: 'Name of a new guest' }).focus();
  await page.keyboard.type('Wanda');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Wanda’s openings' })).toBeVisible();
  await to('Packing');
  await expect(page.getByRole('group', { name: 'What is looked at' }).getByRole('button', { pressed: true })).toHaveText(
    'Counts',
  );
  await expect(page.getByText(/the three agree/)).toBeVisible();
});
