import { expect, test, type APIRequestContext } from '@playwright/test';
import { check } from './access';
import { freshKit } from './studio';

// A workshop of its own, a week from now, at which six make a kit.
async function freshDay(request: APIRequestContext) {
  const kit = await freshKit(request);
  const date = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const made = await request.post('/api/workshops', {
    data: { name: 'Harbour table', date, starts: '10:00:00', ends: '16:00:00', kits: [kit] },
  });
  expect(made.status()).toBe(201);
  const { slug } = (await made.json()) as { slug: string };
  for (const name of ['Ash', 'Bram', 'Odile', 'Petra', 'Quill', 'Wren'])
    expect((await request.post(`/api/kits/${kit}/guests`, { data: { name, changes: [], workshop: slug } })).ok()).toBeTruthy();
  return { kit, workshop: slug, path: `/kits/${kit}/day?workshop=${slug}` };
}

test('a day is planned, a table is set, and the run sheet fits one side', async ({ page, request }) => {
  const { path } = await freshDay(request);
  await page.goto(path);
  await expect(page.getByText(/The last is done at/)).toBeVisible({ timeout: 20_000 });
  await check(page);
  // One guest's day, and back.
  await page.getByRole('button', { name: 'Petra' }).click();
  await expect(page.getByRole('heading', { name: /Petra’s day/ })).toBeVisible();
  await page.getByRole('button', { name: 'all guests' }).click();
  // By keys: the room, one more trimmer, and it is planned anew.
  const before = await page.getByText(/The last is done at/).innerText();
  await page.keyboard.press('3');
  await check(page);
  await page.getByLabel('Trimmers', { exact: true }).fill('4');
  await page.getByLabel('Trimmers', { exact: true }).press('Enter');
  await page.getByLabel('Table of Wren').fill('Stove');
  await page.getByLabel('Table of Wren').press('Enter');
  await page.getByRole('button', { name: 'Agenda', exact: true }).click();
  await expect(page.getByText(/The last is done at/)).not.toHaveText(before, { timeout: 20_000 });
  await expect(page.getByRole('row', { name: /Wren Stove/ })).toBeVisible();
  await page.getByRole('button', { name: 'Rehearsal' }).click();
  await expect(page.getByText(/Played 2,000 times/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('heading', { name: 'What the room needs' })).toBeVisible();
  await check(page);
  await page.getByRole('link', { name: 'Run sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Who has which tool from when' })).toBeVisible({ timeout: 20_000 });
  const pdf = await page.pdf({ preferCSSPageSize: true });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1);
});

test('what is done before the day is marked, moved and exported, and a calendar read back proposes', async ({
  page,
  request,
}) => {
  const { path } = await freshDay(request);
  await page.goto(path);
  await page.getByRole('button', { name: 'Before', exact: true }).click();
  await expect(page.getByText(/It holds up: Photos in/)).toBeVisible();
  await check(page);
  await page.getByLabel('Photos asked for', { exact: true }).check();
  await expect(page.getByText('marked as done')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export as calendar' }).click();
  await page.locator('input[type=file][accept*=calendar]').setInputFiles(await (await download).path());
  await expect(page.getByText(/has the same days as here/)).toBeVisible();
});

test('the day is led: minutes lost move it, also without the network, and what tables tell arrives', async ({
  page,
  context,
  request,
}) => {
  const { kit, workshop } = await freshDay(request);
  await request.post(`/api/kits/${kit}/table/progress`, { data: { person: 'Odile', step: 7, done: 6, of: 52 } });
  await page.goto(`/workshops/${workshop}/lead`);
  await expect(page.getByRole('heading', { name: 'How far the tables are' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('step 7 of 52')).toBeVisible();
  await expect(page.getByText('Kept on this device')).toBeVisible();
  await check(page);
  const ends = page.locator('header').getByText(/the last is done at/);
  const before = await ends.innerText();
  await page.getByRole('slider').fill('60');
  await page.getByRole('slider').blur();
  await page.keyboard.press('l');
  await expect(ends).not.toHaveText(before, { timeout: 20_000 });
  await page.getByRole('button', { name: 'take the last one back' }).click();
  await expect(ends).toHaveText(before, { timeout: 20_000 });
  await context.setOffline(true);
  await page.getByRole('button', { name: '5 minutes late', exact: true }).click();
  await expect(page.getByText('One delay waits for the network.')).toBeVisible();
  await expect(ends).not.toHaveText(before);
  await context.setOffline(false);
  await expect(page.getByText('One delay waits for the network.')).toBeHidden({ timeout: 20_000 });
  await expect(page.getByRole('button', { name: 'take the last one back' })).toBeVisible();
});
