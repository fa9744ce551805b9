import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { freshKit, saved } from './studio';

const onHand = async (request: APIRequestContext, slug: string, paper: string) => {
  const { kit } = (await (await request.get(`/api/kits/${slug}`)).json()) as {
    kit: { papers: { id: string; onHand?: number }[] };
  };
  return kit.papers.find((p) => p.id === paper)?.onHand;
};

const row = (page: Page, name: string) => page.getByRole('listitem').filter({ hasText: name }).first();

test('two kits use one pile, and each sees what is promised to the other', async ({ page, request }) => {
  // A paper that no other kit has, so that the demo kits, which other tests copy, stay as they are.
  const own = `Pair cardstock ${Date.now()}`;
  const ownPaper = (file: string) => file.replaceAll('Ember cardstock', own);
  const [first, second] = [await freshKit(request, 'kite-weekend', ownPaper), await freshKit(request, 'kite-weekend', ownPaper)];
  await page.goto(`/kits/${second}/stock`);
  const before = await onHand(request, second, 'ember');
  await row(page, own).getByRole('button', { name: 'It is the same: join them' }).first().click();
  await expect.poll(() => onHand(request, second, 'ember')).toBeGreaterThan(before ?? 0);

  // Whichever of the two confirms its run, the other sees it.
  await page.goto(`/kits/${first}/stock`);
  await page.getByRole('button', { name: 'Confirm the run' }).click();
  await expect(page.getByText('14 kits confirmed; what they take is promised to this kit.')).toBeVisible();
  await page.goto(`/kits/${second}/stock`);
  await expect(row(page, own)).toContainText(/on hand, \d+ promised to Kite weekend, \d+ free for this kit\./);

  // A changed kit asks to be confirmed anew, and a run that is let go promises nothing.
  await page.goto(`/kits/${first}/cuts`);
  const kits = page.getByLabel('Number of kits');
  await kits.fill('15');
  await kits.press('Enter');
  await saved(page);
  await page.goto(`/kits/${first}/stock`);
  await expect(page.getByText('14 kits were confirmed, and the kit has changed since')).toBeVisible();
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(page.getByText('The run of 15 kits is a draft: nothing is promised to it.')).toBeVisible();
});

test('a double press books once, the ledger takes it back, and a revision that comes back moves nothing', async ({
  page,
  request,
}) => {
  const slug = await freshKit(request);
  const before = await onHand(request, slug, 'ember');
  await page.goto(`/kits/${slug}/packing/buy`);
  const done = page.getByLabel('Kits that are done');
  await done.fill('2');
  await done.press('Enter');
  await page.getByRole('button', { name: 'cut: book the sheets out' }).dblclick();
  await expect(page.getByText('Booked. The ledger has it, and can take it back.')).toBeVisible();
  const after = await onHand(request, slug, 'ember');
  expect(after).toBeLessThan(before ?? 0);
  const { movements } = (await (await request.get(`/api/ledger?kit=${slug}&find=2 kits cut`)).json()) as {
    movements: { booking: number }[];
  };
  expect(new Set(movements.map((m) => m.booking)).size).toBe(1);

  // Something is changed, and the first revision taken up again: what was booked stays booked.
  await page.goto(`/kits/${slug}/cuts`);
  const kits = page.getByLabel('Number of kits');
  await kits.fill('15');
  await kits.press('Enter');
  await expect
    .poll(async () => ((await (await request.get(`/api/kits/${slug}`)).json()) as { revision: number }).revision)
    .toBe(2);
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('combobox').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Go back to it' }).click();
  await page.getByRole('button', { name: 'Make revision 1 the newest?' }).click();
  await saved(page);
  await expect(kits).toHaveValue('14');
  expect(await onHand(request, slug, 'ember')).toBe(after);

  await page.keyboard.press('Alt+8');
  await page.getByRole('button', { name: 'Take back: 2 kits cut' }).first().click();
  await expect(page.getByText('taken back: 2 kits cut').first()).toBeVisible();
  expect(await onHand(request, slug, 'ember')).toBe(before);
});

test('a face takes its colours from a picture, and the studio’s nearest papers are named', async ({ page, request }) => {
  const slug = await freshKit(request);
  // A picture of stripes, as the browser itself draws them.
  await page.setContent(
    '<div style="width:400px;height:400px;background:repeating-linear-gradient(90deg,#24406b 0 20px,#f3e8d0 20px 50px)"></div>',
  );
  const picture = await page.locator('div').screenshot();
  await page.goto(`/kits/${slug}/stock`);
  await page
    .getByRole('button', { name: /Chalk cardstock/ })
    .first()
    .click();
  await page
    .getByLabel('Picture of Face A of Chalk cardstock')
    .setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByText(/Looks like stripe: #f[0-9a-f]{5} 60 %/)).toBeVisible();
  await expect(page.getByLabel('Print of Face A of Chalk cardstock')).toHaveText(/stripe/);

  await page.getByRole('button', { name: 'take out the cast of the light' }).click();
  await expect(page.getByText('The light is taken for grey on average.')).toBeVisible();
  await page.getByRole('button', { name: 'leave the light as it was' }).click();
  await expect(page.getByText(/Looks like stripe: #f[0-9a-f]{5} 60 %/)).toBeVisible();

  // Kept with the studio, it stands in place of the drawn print, on the sheet and on the pages, until that is not wished any more.
  await page.getByRole('button', { name: 'Keep this picture' }).click();
  const shown = page.getByRole('checkbox', { name: 'Show it in place of the drawn print' });
  await expect(shown).toBeChecked();
  const sheet = page.getByRole('img', { name: /^Face A of Chalk cardstock/ }).locator('pattern image');
  await expect(sheet).toHaveCount(1);
  await page.keyboard.press('Alt+2');
  await expect(page.getByRole('heading', { name: 'Up on the dune' })).toBeVisible();
  await expect(page.locator('pattern image').first()).toBeAttached();
  await page.keyboard.press('Alt+1');
  // The pages have buttons of that name too, and the row that was open here is closed again.
  await expect(page.getByRole('heading', { name: 'Stock', exact: true })).toBeVisible();
  await page
    .getByRole('button', { name: /Chalk cardstock/ })
    .first()
    .click();
  // It is told by the server: not at once.
  await shown.click();
  await expect(shown).not.toBeChecked();
  await expect(sheet).toHaveCount(0);
  await page.getByRole('button', { name: 'Erase the picture' }).click();
  await page.getByRole('button', { name: 'Erase it?' }).click();
  await expect(shown).toHaveCount(0);

  await page.getByRole('button', { name: 'papers of the studio nearest in colour' }).click();
  await expect(page.getByText(/Sand cardstock/).last()).toBeVisible();
});
