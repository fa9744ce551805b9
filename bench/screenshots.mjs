// Takes every picture of docs/screenshots anew, from the demo studio as it opens.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '../tests/e2e/node_modules/@playwright/test/index.mjs';

const [app, port = '5191'] = process.argv.slice(2);
const base = `http://127.0.0.1:${port}`;
const kite = '/kits/kite-weekend';
const pick = (label, option) => async (page) => {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
};

// Each picture: its address, and what is done there first.
const pictures = {
  home: ['/'],
  pages: [`${kite}/pages`, (page) => page.getByRole('button', { name: 'C5, Sand stripe' }).click()],
  sizes: [
    `${kite}/pages`,
    async (page) => {
      await page.getByRole('button', { name: 'New page' }).click();
      await page.getByLabel('a single page').check();
      await page.getByRole('button', { name: 'Out of sizes…' }).click();
      await page.getByRole('textbox', { name: 'Sizes' }).fill('9 x 9, 5 x 7, 4 x 6 photo, 1 1/2 x 12, 1 x 11, 1/2 x 12, 2 x 3');
      await page.getByRole('button', { name: 'Propose pages' }).click();
      await page.getByText('Cut from').waitFor();
    },
  ],
  stock: [`${kite}/stock`, (page) => page.getByText('High Wind').first().click()],
  cuts: [`${kite}/cuts`],
  guide: [`${kite}/guide`],
  'guide-printed': [
    `${kite}/guide`,
    async (page) => {
      await pick('What is shown', 'one sheet a layout')(page);
      // The first two pages are what is at hand and what is cut: the picture with its measures comes third.
      await page.locator('.printed figure').nth(2).scrollIntoViewIfNeeded();
      await page.locator('.printed').evaluate((pages) => pages.scrollTo(0, pages.querySelectorAll('figure')[2].offsetTop - pages.offsetTop));
    },
  ],
  'guide-wordless': [`${kite}/guide`, pick('What is shown', /without words/)],
  guests: [`${kite}/guests`, (page) => page.getByText('Bram').first().click()],
  bench: [`${kite}/bench`],
  print: [`${kite}/print/cuts`],
  plotter: [
    '/plotter?kit=a-year-of-bread',
    async (page) => {
      await page.getByRole('button', { name: /^Plum Jam, sheet 1/ }).click();
      await page.getByText('Everything could be done.').waitFor();
    },
  ],
  packing: [`${kite}/packing`],
  day: [`${kite}/day`, (page) => page.getByText('Shared tools').waitFor()],
  lead: ['/workshops/saturday-table/lead', (page) => page.getByRole('slider').fill('75')],
  bags: [
    `${kite}/packing/bags`,
    (page) => page.getByRole('button', { name: 'Put out a bag for every guest' }).click(),
  ],
  invite: [
    '/',
    async (page) => {
      const guests = await (await page.request.get(`${base}/api/kits/kite-weekend/guests`)).json();
      const guest = guests.find((g) => g.name === 'Bram');
      const made = await page.request.post(`${base}/api/kits/kite-weekend/guests/${guest.id}/invitation`, { data: { mail: false, address: base } });
      const { address } = await made.json();
      await page.goto(address);
      await page.waitForLoadState('load');
    },
  ],
  ledger: [
    `${kite}/stock`,
    async (page) => {
      await page.getByRole('button', { name: 'Confirm the run' }).click();
      await page.waitForTimeout(1500);
      await page.goto(`${base}${kite}/ledger`);
    },
  ],
  // Once the run is confirmed its sheets are promised, and other papers stand in.
  still: [
    '/still',
    async (page) => {
      await page.getByLabel('Size of the cards').fill('3 x 4');
      await page.keyboard.press('Enter');
      await page.getByText('Slate cardstock, front').waitFor();
    },
  ],
};

const folder = mkdtempSync(join(tmpdir(), 'velvet-pictures-'));
const server = spawn(`${app}/VelvetFold.Web`, ['--data', folder, '--port', port, '--demo', 'true'], { stdio: 'ignore' });
for (let tries = 0; ; tries++) {
  try {
    await fetch(`${base}/api/kits`);
    break;
  } catch {
    if (tries > 300) throw new Error('The application does not start.');
    await new Promise((r) => setTimeout(r, 100));
  }
}
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  for (const [name, [address, act]] of Object.entries(pictures)) {
    await page.goto(base + address);
    await page.waitForLoadState('load');
    await page.waitForTimeout(1800);
    if (act) await act(page);
    await page.waitForTimeout(1500);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    console.log(name);
  }
} finally {
  await browser.close();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
