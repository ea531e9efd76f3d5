import { chromiumOptions } from '../chromium.mjs';
import { percentile, round } from './measure.mjs';

const phone = { width: 390, height: 844 };
/** Milliseconds between keystrokes: a quick typist. */
const pace = 140;
const words = ['saltwhistle', 'quayquill', 'slipway', 'boatwright', 'mooring'];

/**
 * What one sees: from the keystroke until hints for all extensions are painted, and dropped frames while 500 results
 * scroll. Floors in the same Chromium: a bare page that fetches the same lines and writes ten of them as text, and a
 * bare page of 500 blocks.
 */
export async function benchScreen(url) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(chromiumOptions);
  try {
    return [...(await typing(browser, url)), ...(await scrolling(browser, url))];
  } finally {
    await browser.close();
  }
}

async function typing(browser, url) {
  const ours = await keystrokes(browser, `${url}/?q=warm`, watchRows, 'Name or word');
  const floor = await keystrokes(browser, `${url}/api/health`, barePage, undefined);
  return [
    {
      what: 'keystroke to hints painted, 501 extensions',
      p50: round(percentile(ours, 0.5)),
      p95: round(percentile(ours, 0.95)),
      unit: 'ms',
      floor: round(percentile(floor, 0.5)),
      floorIs: 'the same lines on a bare page',
      ratio: round(percentile(ours, 0.5) / percentile(floor, 0.5), 2),
    },
  ];
}

/** Types words letter by letter; gives the milliseconds that the page measured for each prefix it painted. */
async function keystrokes(browser, address, prepare, label) {
  const page = await browser.newPage({ viewport: phone });
  await page.goto(address);
  await page.waitForTimeout(1500);
  await page.evaluate(prepare);
  const box = label ? page.getByLabel(label) : page.locator('input');
  for (const word of words) {
    await box.fill('');
    await page.waitForTimeout(300);
    await box.focus();
    for (const letter of `${word}${Date.now().toString(36).slice(-3)}`) {
      await page.keyboard.type(letter);
      await page.waitForTimeout(pace);
    }
    await page.waitForTimeout(400);
  }
  const samples = await page.evaluate(() => globalThis.painted);
  await page.close();
  return samples;
}

/** Runs in the page: times each input until a row of what was typed stands on the screen with a hint, and is painted. */
function watchRows() {
  globalThis.painted = [];
  let typed;
  document.addEventListener(
    'input',
    (event) => {
      typed = { value: event.target.value.trim(), at: performance.now() };
    },
    true,
  );
  const look = () => {
    if (!typed || typed.value.length < 3) return;
    const rows = [...document.querySelectorAll('a[href^="/find/"]')];
    const row = rows.find((link) => link.textContent === `${typed.value}.org`);
    if (!row || !/Probably|Available|Taken/.test(row.parentElement.textContent)) return;
    const { at } = typed;
    typed = undefined;
    // A message posted in a frame's callback arrives when that frame has been painted.
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => globalThis.painted.push(performance.now() - at);
      channel.port2.postMessage('');
    });
  };
  new MutationObserver(look).observe(document.body, { childList: true, subtree: true, characterData: true });
}

/** Runs in a bare page: the same request, ten lines written as text. */
function barePage() {
  globalThis.painted = [];
  document.body.innerHTML = '<input>';
  const lines = Array.from({ length: 10 }, () => document.body.appendChild(document.createElement('div')));
  let going = new AbortController();
  document.querySelector('input').addEventListener('input', async (event) => {
    const at = performance.now();
    const value = event.target.value.trim();
    going.abort();
    going = new AbortController();
    if (value.length < 3) return;
    try {
      const response = await fetch(`/api/search?q=${value}&rest=160`, { signal: going.signal });
      const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
      let text = '';
      while (text.split('"type":"hint"').length < 400) {
        const { done, value: piece } = await reader.read();
        if (done) break;
        text += piece;
      }
      const hints = text
        .split('\n')
        .slice(1, 11)
        .map((line) => JSON.parse(line));
      hints.forEach((hint, i) => (lines[i].textContent = `${hint.unicode} ${hint.status}`));
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => globalThis.painted.push(performance.now() - at);
        channel.port2.postMessage('');
      });
    } catch {
      // The next keystroke ended it.
    }
  });
}

async function scrolling(browser, url) {
  const rows = [];
  for (const [size, viewport] of [
    ['phone', phone],
    ['wide', { width: 1280, height: 800 }],
  ]) {
    const page = await browser.newPage({ viewport });
    await page.goto(`${url}/?q=saltwhistle`);
    await page.getByText(/^([1-9]\d*) of \1 asked/).waitFor();
    const ours = await framesWhileScrolling(page, viewport);
    await page.goto(`${url}/api/health`);
    await page.evaluate(() => {
      document.body.innerHTML = Array.from(
        { length: 500 },
        (_, i) => `<div style="height:150px;border:1px solid">saltwhistle${i} <b>$9.00</b></div>`,
      ).join('');
    });
    const floor = await framesWhileScrolling(page, viewport);
    await page.close();
    rows.push({
      what: `scrolling 500 results, ${size}: frames dropped`,
      p50: round(ours.dropped, 1),
      unit: `% of ${ours.frames}`,
      floor: round(floor.dropped, 1),
      floorIs: 'a bare page of 500 blocks',
      ratio: floor.dropped === 0 ? '–' : round(ours.dropped / floor.dropped, 2),
    });
  }
  return rows;
}

/** Turns the wheel for a while; a frame that came a frame late or more was dropped. */
async function framesWhileScrolling(page, { width, height }) {
  await page.mouse.move(width / 2, height * 0.7);
  await page.evaluate(() => {
    globalThis.frames = [];
    globalThis.scrolling = true;
    const tick = (now) => {
      globalThis.frames.push(now);
      if (globalThis.scrolling) requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  for (let i = 0; i < 120; i += 1) {
    await page.mouse.wheel(0, 90);
    await page.waitForTimeout(16);
  }
  const frames = await page.evaluate(() => {
    globalThis.scrolling = false;
    return globalThis.frames;
  });
  const gaps = frames.slice(1).map((at, i) => at - frames[i]);
  const frame = percentile(gaps, 0.25);
  const dropped = gaps.reduce((sum, gap) => sum + Math.max(0, Math.round(gap / frame) - 1), 0);
  return { frames: frames.length, dropped: (100 * dropped) / (gaps.length + dropped) };
}
