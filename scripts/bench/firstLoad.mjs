import { readFileSync, rmSync } from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import zlib from 'node:zlib';
import { chromiumOptions } from '../chromium.mjs';
import { root, run } from '../setup.mjs';
import { round } from './measure.mjs';

/** Gzipped JavaScript that the first view loads, against an empty Expo Router app exported in the same run. */
export async function benchFirstLoad(url) {
  const empty = path.join(root, 'dist', 'empty-app');
  rmSync(empty, { recursive: true, force: true });
  run('npx', ['expo', 'export', '-p', 'web', '--output-dir', empty], {
    cwd: path.join(root, 'scripts', 'bench', 'empty-app'),
    env: { ...process.env, EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', NODE_ENV: 'production', CI: '1' },
  });
  const floorServer = await serveFolder(empty);
  try {
    const ours = await scriptsLoaded(`${url}/?q=saltwhistle`);
    const floor = await scriptsLoaded(floorServer.url);
    const kilobytes = (bytes) => round(bytes / 1000);
    return [
      {
        what: 'first load, JavaScript', p50: kilobytes(ours), unit: 'kB gzipped', floor: kilobytes(floor),
        floorIs: 'an empty Expo Router export', ratio: round(ours / floor, 2),
      },
    ];
  } finally {
    floorServer.stop();
  }
} // prettier-ignore

async function serveFolder(folder) {
  const server = http.createServer((request, response) => {
    const name = request.url === '/' ? 'index.html' : decodeURIComponent(request.url.split('?')[0].slice(1));
    try {
      const body = readFileSync(path.join(folder, name));
      response.setHeader('Content-Type', name.endsWith('.js') ? 'text/javascript' : 'text/html');
      response.end(body);
    } catch {
      response.statusCode = 404;
      response.end();
    }
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { url: `http://127.0.0.1:${server.address().port}/`, stop: () => server.close() };
}

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
