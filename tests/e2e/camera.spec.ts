import { chromium, expect, test } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { freshKit } from './studio';

const [width, height] = [640, 480];

// The browser that tests run in has no reader of codes of its own, so that the library reads; the camera is a film of one printed label.
test('a printed label held before the camera goes into the bag', async ({ page, request, baseURL }, info) => {
  const slug = await freshKit(request);
  const sheet = await request.get(`/api/kits/${slug}/labels/1.png?of=pieces&skip=0&address=${baseURL}&sheet=0`);
  expect(sheet.ok()).toBeTruthy();
  const grey = await page.evaluate(
    async ({ png, width, height }) => {
      const picture = new Image();
      picture.src = `data:image/png;base64,${png}`;
      await picture.decode();
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [width, height];
      const pen = canvas.getContext('2d');
      if (!pen) return [];
      pen.fillStyle = '#d8d4cc';
      pen.fillRect(0, 0, width, height);
      // The first label's code with its margin, a little aslant as a hand holds it.
      pen.translate(width / 2, height / 2);
      pen.rotate(0.12);
      pen.drawImage(picture, 390, 122, 176, 176, -190, -190, 380, 380);
      return [...pen.getImageData(0, 0, width, height).data].filter((_, i) => i % 4 === 0);
    },
    { png: (await sheet.body()).toString('base64'), width, height },
  );
  const film = info.outputPath('label.y4m');
  const frame = Buffer.concat([Buffer.from('FRAME\n'), Buffer.from(grey), Buffer.alloc((width * height) / 2, 128)]);
  writeFileSync(
    film,
    Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F5:1 Ip A1:1 C420jpeg\n`), ...Array<Buffer>(5).fill(frame)]),
  );
  const options = info.project.use.launchOptions;
  const browser = await chromium.launch({
    ...options,
    args: [
      ...(options?.args ?? []),
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  });
  const phone = await browser.newPage({ baseURL, viewport: { width: 390, height: 844 } });
  await phone.goto(`/kits/${slug}/packing/bags`);
  await phone.getByRole('button', { name: 'more' }).click();
  await phone.getByRole('button', { name: 'camera' }).click();
  await expect(phone.getByText(/^L1-A3, 11½ x 1/)).toBeVisible();
  // Held still it is scanned once, not again with every look.
  await phone.waitForTimeout(1500);
  await expect(phone.getByText(/is in the bag already/)).toBeHidden();
  await phone.getByRole('button', { name: 'camera off' }).click();
  await expect(phone.locator('video')).toHaveCount(0);
  await browser.close();
});
