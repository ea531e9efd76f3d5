import { defineConfig } from '@playwright/test';
import { chromiumOptions } from '../scripts/chromium.mjs';

const port = process.env['TIENDA_PORT'] ?? '4310';
const url = `http://127.0.0.1:${port}`;
const report = process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'];

/** The real app in Debian's Chromium, at both sizes; `npm test -- e2e` starts what it needs. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  forbidOnly: !!process.env['CI'],
  reporter: report ? [['list'], ['json', { outputFile: report }]] : [['list']],
  use: {
    baseURL: url,
    locale: 'en-IE',
    // Someone in Ireland who chose US dollars: both are seen, the sign and the tax.
    storageState: {
      cookies: [],
      origins: [{ origin: url, localStorage: [{ name: 'tienda.currency', value: '"USD"' }] }],
    },
    screenshot: 'only-on-failure',
    launchOptions: chromiumOptions,
  },
  projects: [
    { name: 'phone', use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'wide', use: { viewport: { width: 1280, height: 800 } } },
  ],
});
