import { expect, test } from '@playwright/test';
import { freshKit, measure, saved } from './studio';

test('pieces are said in one line: ghost, word offered, mistake with its column, made by Enter', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await expect(page.getByRole('button', { name: 'B1, base' })).toBeVisible();
  await page.keyboard.press('/');
  const line = page.getByLabel('Measure line');
  await expect(line).toBeFocused();
  await page.keyboard.type('strip 9 x 1 1/2 Spar');
  await expect(page.getByRole('button', { name: 'Spar Plaid', exact: true })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(line).toHaveValue('strip 9 x 1 1/2 Spar Plaid ');
  await page.keyboard.type('A, undr P1, 1 from left');
  await page.keyboard.press('Enter');
  await expect(page.getByText('At column 31 stands')).toBeVisible();
  await page.getByRole('button', { name: 'under?' }).click();
  await expect(line).toHaveValue('strip 9 x 1 1/2 Spar Plaid A, under P1, 1 from left');
  await expect(page.getByText('Enter: S1')).toBeVisible();
  await expect(page.locator('svg rect[stroke-dasharray="6 4"]')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByRole('button', { name: 'S1, strip' })).toHaveAttribute('aria-expanded', 'true');
  await expect(page.getByText('1 from left · under P1', { exact: true })).toBeVisible();

  await line.fill('S1 8 x 1, gap 2');
  await line.fill('S1 8 x 1, under P1 gap 1/4');
  await expect(page.getByText('Enter: S1')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByText('1 from left · under P1, gap ¼')).toBeVisible();
  await saved(page);
});

test('a layout of thirty pieces is typed from a list and read out again without loss', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L3`);
  await page.getByRole('button', { name: 'This layout' }).click();
  await page.getByRole('menuitem', { name: 'Read it out in measure lines' }).click();
  const box = page.getByRole('textbox', { name: 'Measure lines' });
  await expect(box).toHaveValue(/^page 12 x 12 "Four tails"/);
  const rows = Array.from(
    { length: 29 },
    (_, n) => `S${n + 1}: strip 12 x 1/4 Bridle Dot A, 0 from left, ${n === 0 ? '1/4 from top' : `under S${n} gap 1/8`}`,
  );
  const text = ['page 12 x 12 "Thirty"', 'B1: base 12 x 12 Ember A', ...rows, ''].join('\n');
  await box.fill(text.replace('S5:', 'S5'));
  await page.getByRole('button', { name: 'Read it in' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Line 7:');
  await box.fill(text);
  await page.getByRole('button', { name: 'Read it in' }).click();
  await expect(page.getByText('1 page, 30 pieces, 0 photos; adds up')).toBeVisible();
  await page.getByRole('button', { name: 'This layout' }).click();
  await page.getByRole('menuitem', { name: 'Read it out in measure lines' }).click();
  await expect(box).toHaveValue(/S29: strip 12 x 1\/4 Bridle Dot A, 0 from left, under S28 gap 1\/8\n$/);
});

test('a piece is moved by keys and by dragging, and the number in its place changes', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L2`);
  await page.getByRole('button', { name: 'B2, panel' }).click();
  await page.getByRole('button', { name: 'B2, panel' }).press('ArrowDown'); // in a list, arrows go to the next row
  await expect(page.getByRole('button', { name: 'B3, Big motif' })).toBeFocused();
  await page
    .getByRole('heading')
    .first()
    .click({ position: { x: 1, y: 30 }, force: true });
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('1 ⁹⁄₁₆ from left · 1 from top')).toBeVisible();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('1 ⁹⁄₁₆ from left · 1¼ from top')).toBeVisible();

  const tag = page.locator('[data-piece="L2-J1"]').first();
  const at = await tag.boundingBox();
  if (!at) throw new Error('The tag is not drawn.');
  // Held with Alt, nothing draws it.
  await page.keyboard.down('Alt');
  await page.mouse.move(at.x + 10, at.y + 10);
  await page.mouse.down();
  await page.mouse.move(at.x + 10, at.y + 40, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect(page.getByText(/left as P2 · under P2, gap (¾|⅞|1|1 ¹⁄₁₆|1⅛|\d?\s?\d*[⁰¹²³⁴⁵⁶⁷⁸⁹]+⁄₁₆)/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('left as P2 · under P2, gap ¼')).toBeVisible();
});

test('a layout is mirrored, copied and made two pages, and all of it can be undone', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L1`);
  const x = async (label: string) => Number(await page.locator(`[data-piece="${label}"] rect`).first().getAttribute('x'));
  await expect.poll(() => x('L1-T1')).toBeCloseTo(100);
  await page.getByRole('button', { name: 'This layout' }).click();
  await page.getByRole('menuitem', { name: 'Mirror it' }).click();
  await expect.poll(() => x('L1-T1')).toBeCloseTo(1700);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => x('L1-T1')).toBeCloseTo(100);
  await page.getByRole('button', { name: 'This layout' }).click();
  await page.getByRole('menuitem', { name: 'Copy it' }).click();
  await expect(page.getByLabel('Name of the layout')).toHaveValue('Up on the dune, again');
  await page.getByRole('button', { name: 'This layout' }).click();
  await page.getByRole('menuitem', { name: 'Make it two single pages' }).click();
  await expect(page.getByText('1 page, 9 pieces, 2 photos')).toBeVisible();
});

test('what changed since a revision is told in words and shown', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages`);
  await measure(page, 'Height of L1-T1', '1 1/4');
  await saved(page);
  await page.getByRole('button', { name: 'History' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Title (L1-T1) went from 1 to 1¼ high.');
  await expect(dialog.getByRole('img')).toHaveCount(2);
});

test('a note is let stand with a reason', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L3`);
  await page.getByLabel('Measure line').fill('panel 3 x 3 Sand, 9 from left, 1/2 from top');
  await page.getByLabel('Measure line').press('Enter');
  await page.getByLabel('Measure line').fill('panel 3 x 3 Chalk, 6 1/4 from left, 1 from top');
  await expect(page.getByText(/^Enter: B4/)).toBeVisible();
  await page.getByLabel('Measure line').press('Enter');
  await expect(page.getByText('neither is measured from the other').first()).toBeVisible();
  const before = await page.getByRole('button', { name: 'Let it stand' }).count();
  await page.getByRole('button', { name: 'Let it stand' }).first().click();
  await expect(page.getByRole('button', { name: 'Look again' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Let it stand' })).toHaveCount(before - 1);
});

test('a piece is laid once more on the facing page by a press, mirrored', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/pages/L1`);
  const right = page.getByRole('region', { name: 'Right page' }).getByRole('listitem');
  await expect(page.getByRole('button', { name: /^J1,/ })).toBeVisible();
  const before = await right.count();
  await page.getByRole('button', { name: /^J1,/ }).click();
  await page.getByRole('button', { name: 'Once more on the facing page' }).click();
  await expect(right).toHaveCount(before + 1);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(right).toHaveCount(before);
});

test('on a phone the stages are a menu, and nothing scrolls sideways', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const stage of ['stock', 'pages', 'cuts', 'guide', 'guests', 'packing', 'day', 'ledger']) {
    await page.goto(`/kits/${slug}/${stage}`);
    await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
    await page.waitForTimeout(400);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), stage).toBeLessThanOrEqual(390);
  }
  await page.getByRole('button', { name: 'Ledger' }).click();
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(page).toHaveURL(/guide/);
  await expect(page.getByRole('link', { name: 'Ledger' })).toBeHidden();
});
