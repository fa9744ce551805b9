import { expect, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { check } from './access';

// A studio of its own that people sign in to; passkeys are for a name, so it is asked for by one.
const at = 'http://localhost:5178';
const password = 'seven kites over the pier';
let studio: ChildProcess;
let link = '';

test.beforeAll(async () => {
  const data = mkdtempSync(join(tmpdir(), 'velvet-people-'));
  studio = spawn('../../build/app/VelvetFold.Web', ['--data', data, '--port', '5178', '--sign-in', 'true']);
  for await (const line of createInterface({ input: studio.stdout! })) {
    const [, path] = /(\/welcome\/\S+)/.exec(line) ?? [];
    if (!path) continue;
    link = path;
    break;
  }
});

test.afterAll(() => {
  studio.kill();
});

async function comeIn(page: Page, path: string, name: string) {
  await page.goto(at + path);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByLabel('Password').press('Enter');
  await expect(page).toHaveURL(at + '/');
}

test('a studio is set up by its owner, who lets a helper in, who packs and changes nothing', async ({ browser, page }) => {
  // Nobody gets further than the door.
  await page.goto(at + '/kits/kite-weekend/pages');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await check(page);
  await page.goto(at + link);
  await expect(page.getByText('Your role here: owner.')).toBeVisible();
  await check(page);
  await comeIn(page, link, 'Mara');
  await page.getByRole('button', { name: /demo/ }).click();
  await expect(page.getByText('Kite weekend').first()).toBeVisible();

  await page.getByRole('link', { name: 'People' }).click();
  await page.getByLabel('For (a note to yourself)').fill('Ida, Saturdays');
  await page.getByRole('button', { name: 'Make a link' }).click();
  const made = await page.locator('code').innerText();
  await expect(page.getByText('Ida, Saturdays, helper')).toBeVisible();
  await check(page);

  const theirs = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await comeIn(theirs, new URL(made).pathname, 'Ida');
  await expect(theirs.getByRole('button', { name: 'New kit' })).toHaveCount(0);
  await theirs.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(theirs).toHaveURL(/\/packing/);
  const stages = theirs.getByRole('navigation').getByRole('link');
  await expect(stages).toHaveText(['Kite weekend', 'Cuts', 'Guide', 'Packing', 'Day']);
  await theirs.goto(at + '/kits/kite-weekend/pages');
  await expect(theirs).toHaveURL(/\/cuts/);

  await page.reload();
  await expect(page.getByText('Ida came in by a link')).toBeVisible();
  // Out, wherever they are: with the next question they stand at the door.
  await page.getByRole('button', { name: 'Remove' }).first().click();
  await page.getByRole('button', { name: 'Remove Ida?' }).click();
  await expect(page.getByText('Ida, Saturdays, helper')).toHaveCount(0);
  await theirs.goto(at + '/');
  await expect(theirs.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('one signs in with a passkey, and is back where one was', async ({ page }) => {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('WebAuthn.enable');
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await page.goto(at + '/sign-in');
  await page.getByLabel('Name').fill('Mara');
  await page.getByLabel('Password').fill('something else altogether');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText('The name or the password is not right.');
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('link', { name: 'Your sign-in' }).click();
  await page.getByLabel('Its name').fill('the tablet');
  await page.getByRole('button', { name: 'Add this device' }).click();
  await expect(page.getByText('the tablet')).toBeVisible();
  await check(page);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();

  await page.goto(at + '/kits/kite-weekend/cuts');
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page).toHaveURL(at + '/kits/kite-weekend/cuts');
  await expect(page.getByRole('navigation').getByRole('link', { name: 'Pages' })).toBeVisible();
});
