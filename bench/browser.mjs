// Opens the built application in Debian's Chromium and measures what a person at the Pages stage feels. Wants the npm packages of tests/e2e.
import { createRequire } from 'node:module';

const { chromium } = createRequire(new URL('../tests/e2e/package.json', import.meta.url))('@playwright/test');
const flags = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'];
const at = (values, share) => values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** A key in the measure line to the ghost that is redrawn, and the frames while one of 200 hexagons is dragged. */
export async function browser(base, row) {
  const chrome = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: flags });
  const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${base}/kits/kite-weekend/pages/L1`);
  const line = page.getByLabel('Measure line');
  await line.click();
  await line.pressSequentially('strip 3 x 1 Ember, 1 from left, 1 from to');
  await page.waitForTimeout(500);
  const ghosts = [];
  for (let i = 0; i < 40; i++) {
    // The key is pressed inside the page, and the clock stops in the frame after the picture's ghost has changed.
    const waited = page.evaluate(
      () =>
        new Promise((resolve) => {
          const field = document.querySelector('[aria-label="Measure line"]');
          field.addEventListener('input', () => (window.began = performance.now()), { once: true });
          const picture = document.querySelector('svg[role="img"]');
          const watch = new MutationObserver(() => {
            if (window.began === undefined) return;
            watch.disconnect();
            requestAnimationFrame(() => {
              resolve(performance.now() - window.began);
              window.began = undefined;
            });
          });
          watch.observe(picture, { subtree: true, childList: true, attributes: true });
        }),
    );
    await page.keyboard.press(i % 2 === 0 ? 'p' : 'Backspace');
    ghosts.push(await Promise.race([waited, page.waitForTimeout(3000).then(() => NaN)]));
    await page.waitForTimeout(60);
  }
  const seen = ghosts.filter((ms) => !Number.isNaN(ms));
  row(`a key in the measure line to the redrawn ghost, median of ${seen.length}`, `${at(seen, 0.5).toFixed(0)} ms`);
  row('the same, 95 of 100', `${at(seen, 0.95).toFixed(0)} ms`);

  await line.fill('');
  await page.getByRole('button', { name: 'New page' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Field');
  await page.getByRole('button', { name: 'Make it' }).click();
  await line.fill('200 panels 1/2 wide Ember, hexagon, in a honeycomb of 20 gap 1/16, centred across, 1 from top');
  await page.keyboard.press('Enter');
  await page.locator('[data-piece$="-B200"]').first().waitFor();
  await line.fill('panel 2 x 2 Sand, 1 from left, 9 from top');
  await page.keyboard.press('Enter');
  await page.locator('[data-piece$="-B201"]').first().waitFor();
  await page.waitForTimeout(1500);
  const box = await page.locator('[data-piece$="-B201"]').first().boundingBox();
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  const frames = page.evaluate(
    () =>
      new Promise((resolve) => {
        const times = [];
        let last = performance.now();
        const tick = (now) => {
          times.push(now - last);
          last = now;
          if (times.length < 90) requestAnimationFrame(tick);
          else resolve(times.slice(2));
        };
        requestAnimationFrame(tick);
      }),
  );
  let moving = true;
  const moves = (async () => {
    for (let i = 0; moving; i++) await page.mouse.move(box.x + 10 + (i % 60) * 3, box.y + 10 - (i % 40) * 2);
  })();
  const times = await frames;
  moving = false;
  await moves;
  await page.mouse.up();
  row('a frame while dragging over a field of 200 hexagons, median', `${at(times, 0.5).toFixed(0)} ms`);
  row('the same, 95 of 100', `${at(times, 0.95).toFixed(0)} ms`);
  await page.goto(`${base}/kits/kite-weekend/bench`);
  await page.getByText('Step 1 of').waitFor();
  // A step at the table, from the key to the frame in which the next one stands.
  const steps = await page.evaluate(async () => {
    const times = [];
    for (let i = 0; i < 40; i++) {
      const began = performance.now();
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true }));
      await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
      times.push(performance.now() - began);
    }
    return times;
  });
  row('a step at the table, key to the next one, median', `${at(steps, 0.5).toFixed(0)} ms`);
  // A label that is scanned, from Enter to the frame in which the answer stands.
  await page.goto(`${base}/kits/kite-weekend/packing/bags`);
  await page.getByRole('button', { name: 'more', exact: true }).click();
  const scan = page.getByLabel('Scan or type a label');
  await scan.waitFor();
  const labels = await page.locator('section[aria-label^="Bag"] li button').evaluateAll((rows) => rows.slice(0, 20).map((row) => row.firstChild.textContent.trim()));
  const scans = [];
  for (const label of labels) {
    await scan.fill(label);
    const told = page.evaluate(
      () =>
        new Promise((resolve) => {
          const line = document.querySelector('section[aria-label^="Bag"] p[role="status"]');
          document.addEventListener('keydown', () => (window.began = performance.now()), { once: true, capture: true });
          const watch = new MutationObserver(() => {
            watch.disconnect();
            requestAnimationFrame(() => resolve(performance.now() - window.began));
          });
          watch.observe(line, { subtree: true, childList: true, characterData: true });
        }),
    );
    await page.keyboard.press('Enter');
    scans.push(await Promise.race([told, page.waitForTimeout(3000).then(() => NaN)]));
    await page.waitForTimeout(120);
  }
  row(`a label scanned to its answer, median of ${scans.filter((ms) => !Number.isNaN(ms)).length}`, `${at(scans.filter((ms) => !Number.isNaN(ms)), 0.5).toFixed(0)} ms`);
  await chrome.close();
}
