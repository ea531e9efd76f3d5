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
/** So many times slower than the machine it runs on Lighthouse takes a phone to be, */
const slowdown = 4;
/** on a machine that it finds this fast at least: of a slower one it says that its own default is not right. */
const fastEnough = 1000;

/**
 * Lighthouse as on a phone: Find, a search and the page of a name, against an empty Expo Router app. Where the machine is
 * slower than Lighthouse expects, the phone is made as much less slow than the machine, so that it stays the same phone; the
 * score without that is told too.
 */
export async function benchLighthouse(url) {
  if (!existsSync(path.join(folder, 'node_modules')))
    run('npm', ['install', '--no-save', '--no-audit', '--no-fund'], { cwd: folder });
  const from = createRequire(path.join(folder, 'package.json'));
  const [{ default: lighthouse }, { launch }] = await Promise.all(
    ['lighthouse', 'chrome-launcher'].map((name) => import(pathToFileURL(from.resolve(name)).href)),
  );
  // The part of a browser that a page fills: Lighthouse asks for the whole one.
  const chrome = await launch({ chromePath: wholeBrowser, chromeFlags: chromiumOptions.args });
  const measured = async (address, cpuSlowdownMultiplier = slowdown) => {
    const runs = [];
    for (let i = 0; i < times; i += 1) {
      const { lhr } = await lighthouse(address, {
        port: chrome.port,
        logLevel: 'error',
        onlyCategories: ['performance'],
        throttling: { cpuSlowdownMultiplier },
      });
      const value = (audit) => lhr.audits[audit].numericValue;
      runs.push({
        score: lhr.categories.performance.score * 100,
        largest: value('largest-contentful-paint'),
        blocked: value('total-blocking-time'),
        shift: value('cumulative-layout-shift'),
        machine: lhr.environment.benchmarkIndex,
      });
    }
    const middle = (what) =>
      percentile(
        runs.map((one) => one[what]),
        0.5,
      );
    return Object.fromEntries(Object.keys(runs[0]).map((what) => [what, middle(what)]));
  };
  try {
    const { plain, floor, phone } = await withEmptyApp(async (address) => {
      const plain = await measured(address);
      const phone = round(slowdown * Math.min(1, plain.machine / fastEnough), 1);
      return { plain, phone, floor: await measured(address, phone) };
    });
    const floorIs = 'an empty Expo Router export';
    const rows = [];
    for (const [what, address] of [
      ['Find', '/'],
      ['a search', '/?q=saltwhistle'],
      ['the page of a name', '/find/saltwhistle.com'],
    ]) {
      const unadjusted = await measured(`${url}${address}`);
      const ours = await measured(`${url}${address}`, phone);
      const row = (name, unit, key) => ({
        what: `Lighthouse, ${what}: ${name}`,
        p50: round(ours[key], key === 'shift' ? 3 : 0),
        unit,
        floor: round(floor[key], key === 'shift' ? 3 : 0),
        floorIs,
        ratio: round(ours[key] / (floor[key] || 1), 2),
      });
      rows.push(
        row(`performance (machine ${round(plain.machine, 0)}: a phone ${phone} times slower)`, 'of 100', 'score'),
        row('largest paint', 'ms', 'largest'),
        row('main thread blocked', 'ms', 'blocked'),
        row('layout shift', '', 'shift'),
        {
          what: `Lighthouse, ${what}: performance (a phone ${slowdown} times slower)`,
          p50: round(unadjusted.score, 0),
          unit: 'of 100',
          floor: round(plain.score, 0),
          floorIs,
          ratio: round(unadjusted.score / plain.score, 2),
        },
      );
    }
    return rows;
  } finally {
    chrome.kill();
  }
}
