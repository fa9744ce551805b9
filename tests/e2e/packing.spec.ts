import { expect, test } from '@playwright/test';
import { freshKit, saved } from './studio';

test('a bag is scanned, survives a closed browser, and is closed with a record', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/packing/bags`);
  await page.getByRole('button', { name: 'more' }).click();
  const line = page.getByLabel('Scan or type a label');
  await expect(line).toBeFocused();
  // As a keyboard scanner does it: the address on the label, then Enter.
  await page.keyboard.type(`http://127.0.0.1/kits/${slug}/bench?layout=L1&piece=L1-A2`);
  await page.keyboard.press('Enter');
  await expect(page.getByText('L1-A2, 11½ x 11')).toBeVisible();
  await line.fill('L1-A2');
  await line.press('Enter');
  await expect(page.getByText('L1-A2 is in the bag already.')).toBeVisible();
  await line.fill('L9-X');
  await line.press('Enter');
  await expect(page.getByText('L9-X does not go into bag 1.')).toBeVisible();

  await page.reload();
  await expect(page.getByText('1 of 41, revision 1')).toBeVisible();
  await page.getByLabel('Who packed it').fill('Ada');
  await page.getByRole('button', { name: 'Close the bag' }).click();
  await expect(page.getByRole('alert')).toContainText('Bag 1 lacks');
  await page.getByLabel('What went in instead').fill('the rest in Slate');
  await page.getByRole('button', { name: 'Close the bag' }).click();
  await expect(page.getByText('closed by Ada, revision 1; instead: the rest in Slate')).toBeVisible();
});

test('counts agree, prices are said where they stand, and a cut run is booked into the ledger', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/packing`);
  await expect(page.getByText('the three agree')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByText(/What is on hand gives \d+ kits; [A-Z][a-z ]+ runs out first\./i)).toBeVisible();
  const price = page.getByLabel('Price of a pack of High Wind');
  await price.fill('12.00');
  await price.press('Enter');
  await saved(page);
  await page.keyboard.press('3');
  await page.getByText('High Wind').first().click();
  await expect(page.getByText('14 sheets; a pack of 12 is 12.00, each 1.00.')).toBeVisible();

  await page.getByRole('button', { name: 'To buy' }).click();
  await saved(page);
  const done = page.getByLabel('Kits that are done');
  await done.fill('2');
  await done.press('Enter');
  await page.getByRole('button', { name: 'cut: book the sheets out' }).click();
  await expect(page.getByText('Booked. The ledger has it, and can take it back.')).toBeVisible();
  await page.keyboard.press('Alt+8');
  await expect(page.getByText('2 kits cut').first()).toBeVisible();
  await page.getByLabel('Find in the ledger').fill('twine');
  await expect(page.getByText('Tail twine').first()).toBeVisible();
  await expect(page.getByText('2 kits cut')).toHaveCount(0);
});

test('labels come out as they will be printed, on a sheet of one’s own too', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/packing/labels`);
  await expect(page.getByText('41 labels.')).toBeVisible();
  await expect(page.locator('.printed svg').first()).toBeVisible();
  await page.getByRole('button', { name: 'The label sheet' }).click();
  await page.getByRole('option', { name: 'measures of your own…' }).click();
  const own = page.getByLabel('Ten measures of the label sheet');
  await own.fill('8 1/2, 11, 4, 2, 2, 9, 5/32, 1/2, 4 3/16, 2');
  await own.press('Enter');
  await expect(page.getByRole('alert')).toContainText('run off a page');
});

test('a label printer is stood in for, and a tally of one’s own is compared', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/packing/labels`);
  await page.getByRole('button', { name: 'The label sheet' }).click();
  await page.getByRole('option', { name: /^one on a roll/ }).click();
  const dots = page.getByAltText('Label 1, dot by dot');
  await expect(dots).toBeVisible();
  expect(await dots.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(496);
  await page.getByRole('button', { name: 'show them drawn' }).click();
  await expect(page.locator('.printed svg').first()).toBeVisible();

  await page.keyboard.press('1');
  const table = await (await request.get(`/api/kits/${slug}/tables/counts.csv`)).text();
  const own = page.getByLabel('Your own tally');
  await own.setInputFiles({ name: 'tally.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByText('Your table agrees with these counts, line by line.')).toBeVisible();
  await own.setInputFiles({ name: 'tally.csv', mimeType: 'text/csv', buffer: Buffer.from('What,The run\nknob,3\n') });
  await expect(page.getByRole('alert')).toContainText('Row 2, What');
});

test('what was bought comes into stock, and an offcut says what can be made of it', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/packing/buy`);
  await page.getByRole('button', { name: /^book in / }).click();
  await expect(page.getByText('Booked in. The ledger has it, and can take it back.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^book in / })).toHaveCount(0);
  await page.getByRole('button', { name: 'Book in more' }).click();
  const back = page.getByLabel('The list as it comes back');
  await back.setInputFiles({
    name: 'list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name;Bought\nHigh Wind;1\nGold leaf;2\n'),
  });
  await expect(page.getByRole('alert')).toContainText("'Gold leaf'");
  await saved(page);
  const done = page.getByLabel('Kits that are done');
  await done.fill('2');
  await done.press('Enter');
  await page.getByRole('button', { name: 'cut: book the sheets out' }).click();
  await expect(page.getByText('Booked. The ledger has it, and can take it back.')).toBeVisible();
  await page.keyboard.press('Alt+8');
  await expect(page.getByText('bought').first()).toBeVisible();
  await page.getByTitle('What can I make from this?').first().click();
  await expect(page.getByRole('region', { name: 'What can be made' }).getByRole('listitem').first()).toBeVisible();
});
