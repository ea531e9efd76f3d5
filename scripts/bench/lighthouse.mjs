import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromiumOptions, wholeBrowser } from '../chromium.mjs';
import { root, run } from '../setup.mjs';
import { withEmptyApp } from './emptyApp.mjs';
import { percentile, round } from './measure.mjs';

const folder = path.join(root, 'scripts', 'bench', 'lighthouse');
const times = 5;

/** Lighthouse as on a phone: Find, a search and the page of a name, against an empty Expo Router app. */
export async function benchLighthouse(url) {
  if (!existsSync(path.join(folder, 'node_modules')))
    run('npm', ['install', '--no-save', '--no-audit', '--no-fund'], { cwd: folder });
  const from = createRequire(path.join(folder, 'package.json'));
  const [{ default: lighthouse }, { launch }] = await Promise.all(
    ['lighthouse', 'chrome-launcher'].map((name) => import(pathToFileURL(from.resolve(name)).href)),
  );
  // The part of a browser that a page fills: Lighthouse asks for the whole one.
  const chrome = await launch({ chromePath: wholeBrowser, chromeFlags: chromiumOptions.args });
  const measured = async (address) => {
    const runs = [];
    for (let i = 0; i < times; i += 1) {
      const { lhr } = await lighthouse(address, {
        port: chrome.port,
        logLevel: 'error',
        onlyCategories: ['performance'],
      });
      const value = (audit) => lhr.audits[audit].numericValue;
      runs.push({
        score: lhr.categories.performance.score * 100,
        largest: value('largest-contentful-paint'),
        blocked: value('total-blocking-time'),
        shift: value('cumulative-layout-shift'),
      });
    }
    const middle = (what) =>
      percentile(
        runs.map((one) => one[what]),
        0.5,
      );
    return { score: middle('score'), largest: middle('largest'), blocked: middle('blocked'), shift: middle('shift') };
  };
  try {
    const floor = await withEmptyApp(measured);
    const rows = [];
    for (const [what, address] of [
      ['Find', '/'],
      ['a search', '/?q=saltwhistle'],
      ['the page of a name', '/find/saltwhistle.com'],
    ]) {
      const ours = await measured(`${url}${address}`);
      const row = (name, unit, key) => ({
        what: `Lighthouse, ${what}: ${name}`,
        p50: round(ours[key], key === 'shift' ? 3 : 0),
        unit,
        floor: round(floor[key], key === 'shift' ? 3 : 0),
        floorIs: 'an empty Expo Router export',
        ratio: round(ours[key] / (floor[key] || 1), 2),
      });
      rows.push(row('performance', 'of 100', 'score'), row('largest paint', 'ms', 'largest'));
      rows.push(row('main thread blocked', 'ms', 'blocked'), row('layout shift', '', 'shift'));
    }
    return rows;
  } finally {
    chrome.kill();
  }
}
