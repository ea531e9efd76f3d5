import { chromiumOptions } from '../chromium.mjs';
import { percentile, round } from './measure.mjs';

const taps = 40;

/**
 * From the tap on a year cell until the new total is painted, with so many names in the basket. The floor is a bare
 * page in the same Chromium whose tap writes a total.
 */
export async function benchPreview(url) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(chromiumOptions);
  try {
    const rows = [];
    for (const [size, viewport] of [
      ['phone', { width: 390, height: 844 }],
      ['wide', { width: 1280, height: 800 }],
    ]) {
      const ours = await tapped(browser, viewport, (page) => basketOf(page, url, 50));
      const floor = await tapped(browser, viewport, (page) => barePage(page, url));
      rows.push({
        what: `tap on a year to the total painted, 50 names, ${size}`,
        p50: round(percentile(ours, 0.5)),
        p95: round(percentile(ours, 0.95)),
        unit: 'ms',
        floor: round(percentile(floor, 0.5)),
        floorIs: 'a tap on a bare page',
        ratio: round(percentile(ours, 0.5) / percentile(floor, 0.5), 1),
      });
    }
    return rows;
  } finally {
    await browser.close();
  }
}

/** Milliseconds of each tap, as the page measured them. */
async function tapped(browser, viewport, prepare) {
  const page = await browser.newPage({ viewport });
  const cells = await prepare(page);
  await page.evaluate(watchTotal);
  for (let tap = 0; tap < taps; tap += 1) {
    await cells(tap).click();
    await page.waitForTimeout(120);
  }
  const samples = await page.evaluate(() => globalThis.painted);
  await page.close();
  if (samples.length < taps / 2) throw new Error(`Only ${samples.length} taps changed the total`);
  return samples.slice(4);
}

/** A basket of so many names, the choices of one of them open. */
async function basketOf(page, url, count) {
  await page.goto(url);
  await page.waitForTimeout(800);
  await page.evaluate(
    async (names) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const lines = names.map((name) => ({ name, years: 1, privacy: true, autoRenew: true }));
      const headers = { 'Content-Type': 'application/json', 'X-Tienda-CSRF': csrf };
      await fetch('/api/basket/lines', { method: 'POST', headers, body: JSON.stringify({ lines }) });
    },
    Array.from({ length: count }, (_, i) => `bench-preview${i}.${['org', 'boats', 'net', 'com'][i % 4]}`),
  );
  await page.goto(`${url}/basket`);
  await page.getByRole('button', { name: /^Years, privacy, auto-renew: bench-preview1\./ }).click();
  await page.waitForTimeout(3000);
  const rail = page.getByRole('radiogroup', { name: /^Years for bench-preview1\./ });
  return (tap) => rail.getByRole('radio').nth((tap % 2) + 1);
}

async function barePage(page, url) {
  await page.goto(`${url}/api/health`);
  await page.setContent('<button>1</button><button>2</button><p>Today, USD $0.00</p>');
  await page.evaluate(() => {
    const [total] = document.querySelectorAll('p');
    for (const button of document.querySelectorAll('button'))
      button.addEventListener('click', () => (total.textContent = `Today, USD $${button.textContent}.00`));
  });
  return (tap) => page.locator('button').nth(tap % 2);
}

/** Runs in the page: times each click until the text of the total has changed and is painted. */
function watchTotal() {
  globalThis.painted = [];
  let clicked;
  let before = totals();
  function totals() {
    return document.body.textContent.match(/Today, USD[^0-9]*([\d.,]+)/)?.[1];
  }
  document.addEventListener(
    'click',
    (event) => {
      clicked = event.timeStamp;
    },
    true,
  );
  new MutationObserver(() => {
    if (clicked === undefined) return;
    const now = totals();
    if (now === before) return;
    const at = clicked;
    before = now;
    clicked = undefined;
    // A message posted in a frame's callback arrives when that frame has been painted.
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => globalThis.painted.push(performance.now() - at);
      port2.postMessage(undefined);
    });
  }).observe(document.body, { subtree: true, childList: true, characterData: true });
}
