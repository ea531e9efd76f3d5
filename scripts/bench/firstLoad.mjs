import zlib from 'node:zlib';
import { chromiumOptions } from '../chromium.mjs';
import { withEmptyApp } from './emptyApp.mjs';
import { round } from './measure.mjs';

/** Gzipped JavaScript that the first view loads, against an empty Expo Router app exported in the same run. */
export async function benchFirstLoad(url) {
  const ours = await scriptsLoaded(`${url}/?q=saltwhistle`);
  const floor = await withEmptyApp(scriptsLoaded);
  const kilobytes = (bytes) => round(bytes / 1000);
  return [
    {
      what: 'first load, JavaScript', p50: kilobytes(ours), unit: 'kB gzipped', floor: kilobytes(floor),
      floorIs: 'an empty Expo Router export', ratio: round(ours / floor, 2),
    },
  ];
} // prettier-ignore

/** The scripts that Chromium asks for until the page is quiet, each gzipped alike. */
async function scriptsLoaded(url) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(chromiumOptions);
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    const bodies = [];
    page.on('response', (response) => {
      if (response.request().resourceType() === 'script') bodies.push(response.body());
    });
    await page.goto(url, { waitUntil: 'networkidle' });
    const sizes = (await Promise.all(bodies)).map((body) => zlib.gzipSync(body, { level: 9 }).length);
    return sizes.reduce((sum, size) => sum + size, 0);
  } finally {
    await browser.close();
  }
}
