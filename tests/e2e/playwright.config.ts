import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const port = 5179;
// Chosen once, by the process that starts the others.
process.env.VELVET_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'velvet-e2e-'));

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  workers: 1,
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `../../build/app/VelvetFold.Web --data ${process.env.VELVET_E2E_DATA} --port ${port}`,
    url: `http://127.0.0.1:${port}/api/health`,
    reuseExistingServer: false,
  },
});
