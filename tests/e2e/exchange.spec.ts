import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { freshKit } from './studio';

test('a kit goes out as a file and comes back in', async ({ page, request }) => {
  await freshKit(request);
  await page.goto('/');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save as a file' }).click(),
  ]);
  const path = await download.path();
  expect((JSON.parse(readFileSync(path, 'utf8')) as { format: string }).format).toBe('velvet-fold-kit');
  await page.getByLabel('Kit file').setInputFiles(path);
  await expect(page).toHaveURL(/kite-weekend-\d+\/pages/);
});

test('a bad file is refused with every fault, and nothing is added', async ({ page, request }) => {
  const slug = await freshKit(request);
  const file = (await (await request.get(`/api/kits/${slug}/file`)).json()) as {
    kit: { ruler: string; papers: { size: { width: string } }[] };
  };
  file.kit.ruler = 'a thumb';
  const [paper] = file.kit.papers;
  if (paper) paper.size.width = '12 ells';
  const shelf = async () => ((await (await request.get('/api/kits')).json()) as { slug: string }[]).map((kit) => kit.slug);
  const before = await shelf();
  await page.goto('/');
  await page
    .getByLabel('Kit file')
    .setInputFiles({ name: 'bad.kit.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('kit.ruler');
  await expect(dialog).toContainText("'a thumb' is not a length");
  await expect(dialog).toContainText('kit.papers[0].size.width');
  await dialog.getByRole('button', { name: 'Close' }).click();
  expect(await shelf()).toEqual(before);
});

// Read back by poppler, which knows nothing of how the page was made.
for (const [paper, size] of [
  ['letter', '612 x 792 pts'],
  ['a4', '595.276 x 841.89 pts'],
] as const)
  test(`the guide prints on ${paper} and reads back as text`, async ({ request }, info) => {
    const slug = await freshKit(request);
    const path = info.outputPath('guide.pdf');
    writeFileSync(path, await (await request.get(`/api/kits/${slug}/guide.pdf?paper=${paper}`)).body());
    const facts = execFileSync('pdfinfo', [path], { encoding: 'utf8' });
    expect(facts).toContain(size);
    expect(facts).toMatch(/Tagged: +yes/);
    const text = execFileSync('pdftotext', ['-raw', path, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
    expect(text).toContain('Scale 1 : 4');
    expect(text).toContain('L1-P2, the photo on its mat (4¼ x 3¼)');
    expect(text).toContain('8 ⁷⁄₁₆ from that of the page');
    const { kit } = (await (await request.get(`/api/kits/${slug}`)).json()) as { kit: object };
    const { steps } = (await (await request.post('/api/compute/kit', { data: { kit } })).json()) as { steps: { text: string }[] };
    for (const step of steps.slice(-20)) expect(text).toContain(step.text.slice(0, 30));
  });

test('a printed picture is true to its stated scale', async ({ page, request }) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/print/cuts`);
  const sheet = page.getByRole('img').first().locator('rect[data-role="sheet"]').first();
  const width = await sheet.evaluate((drawn: SVGRectElement) => drawn.getBBox().width * (drawn.getScreenCTM()?.a ?? 0));
  expect(width).toBeCloseTo((12 / 4) * 96, 1); // a sheet of 12 in at 1 : 4, 96 pixels to the inch
});

test('the cut sheet prints its settings with boxes to tick', async ({ page, request }, info) => {
  const slug = await freshKit(request);
  await page.goto(`/kits/${slug}/print/cuts`);
  await expect(page.getByText('Spar Plaid, sheet 1')).toBeVisible();
  const path = info.outputPath('cuts.pdf');
  await page.pdf({ path, preferCSSPageSize: true, printBackground: true });
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(text).toContain('tear strip comes off');
  expect(text).toContain('Blades cut');
});

test('the whole studio and all kits leave as one file each', async ({ page }) => {
  await page.goto('/');
  for (const [link, name] of [
    ['Save the whole studio', /^studio-\d{4}-\d{2}-\d{2}\.zip$/],
    ['All kits as files', /^kits\.zip$/],
  ] as const) {
    const saved = page.waitForEvent('download');
    await page.getByRole('link', { name: link }).click();
    expect((await saved).suggestedFilename()).toMatch(name);
  }
});
