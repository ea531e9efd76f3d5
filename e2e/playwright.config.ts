import { defineConfig } from '@playwright/test';
import { chromiumOptions } from '../scripts/chromium.mjs';

const port = process.env['TIENDA_PORT'] ?? '4310';
const url = `http://127.0.0.1:${port}`;
const report = process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'];

/**
 * What everyone does, and each view, is tried at both sizes; a longer way at the one at which it is mostly gone, which
 * is the phone where it does not stand here. `TIENDA_EVERY_SIZE=1 npm test -- e2e` tries all at both.
 */
const atBoth = ['accessible', 'ahead', 'journey', 'names', 'shop'];
const atDesk = ['account', 'interruptions', 'leaving', 'manyNames', 'nameservers', 'studio'];
/** A page is open for seconds: code made faster is done with before that has paid. */
const brief = ['--js-flags=--no-opt --no-maglev'];
const files = (names: readonly string[]) => names.map((name) => `${name}.spec.ts`);
const everySize = !!process.env['TIENDA_EVERY_SIZE'];

/** The real app in Debian's Chromium; `npm test -- e2e` starts what it needs. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 30_000 },
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
    // What turns while one waits is drawn sixty times a second.
    contextOptions: { reducedMotion: 'reduce' },
    screenshot: 'only-on-failure',
    launchOptions: { executablePath: chromiumOptions.executablePath, args: [...chromiumOptions.args, ...brief] },
  },
  projects: [
    {
      name: 'phone',
      ...(everySize ? {} : { testIgnore: files(atDesk) }),
      use: { viewport: { width: 390, height: 844 }, hasTouch: true },
    },
    {
      name: 'wide',
      ...(everySize ? {} : { testMatch: files([...atBoth, ...atDesk]) }),
      use: { viewport: { width: 1280, height: 800 } },
    },
  ],
});
