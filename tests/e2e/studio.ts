import { expect, type APIRequestContext, type Page } from '@playwright/test';

/** Puts a fresh copy of a demo kit on the shelf, changed where a test wants it so, and says its address. */
export async function freshKit(
  request: APIRequestContext,
  name = 'kite-weekend',
  changed: (file: string) => string = (file) => file,
): Promise<string> {
  expect((await request.post('/api/demo')).ok()).toBeTruthy();
  const file = await request.get(`/api/kits/${name}/file?counts=true`);
  const added = await request.post('/api/kits/file?book=true', {
    data: changed(await file.text()),
    headers: { 'Content-Type': 'application/json' },
  });
  expect(added.status()).toBe(201);
  return ((await added.json()) as { slug: string }).slug;
}

/** Types a measurement where it stands. */
export async function measure(page: Page, label: string, text: string) {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  // The server reads it; what is done next must not come before it is taken.
  await Promise.all([page.waitForResponse((r) => r.url().endsWith('/api/compute/length')), field.press('Enter')]);
  await page.waitForTimeout(50);
}

/** Waits until everything on the screen is on the shelf. */
export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
