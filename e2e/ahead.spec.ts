import type { Page } from '@playwright/test';
import { expect, freshWord, test } from './shop';

/** Pages are written ahead of time: words stand there before, and without, the script. */

test.describe('without the script', () => {
  test.use({ javaScriptEnabled: false });

  test('Find, a search and the page of a name say what they are', async ({ shop }) => {
    await shop.goto('/');
    await expect(shop.getByRole('heading', { name: 'Which name would you like to own?' })).toBeAttached();
    await shop.goto('/?q=quay%20%3Cb%3E%22quill');
    await expect(shop.getByLabel('Name or word')).toHaveAttribute('value', 'quay <b>"quill');
    await shop.goto('/find/saltwhistle.boats');
    await expect(shop.locator('h1')).toHaveText('saltwhistle.boats');
    await shop.goto('/search/saltwhistle.boats');
    await expect(shop.getByLabel('Name or word')).toHaveAttribute('value', 'saltwhistle.boats');
    expect((await shop.goto('/missing.js'))?.status()).toBe(404);
    await shop.goto('/find/%3Cimg%20src=x%3E.com');
    await expect(shop.locator('h1')).toHaveText('<img src=x>.com');
    expect((await shop.goto('/nowhere'))?.status()).toBe(404);
    await expect(shop.locator('h1')).toHaveText('Nothing here');
    expect((await shop.goto('/names'))?.status()).toBe(200);
  });

  test.describe('for someone who reads Spanish', () => {
    test.use({ locale: 'es-MX' });

    test('it is in Spanish', async ({ shop }) => {
      await shop.goto('/');
      await expect(shop.locator('html')).toHaveAttribute('lang', 'es');
      await expect(shop.getByRole('heading', { name: '¿Qué nombre le gustaría tener?' })).toBeAttached();
    });
  });
});

/** Holds back all scripts of a page. @returns what lets them come */
async function withoutScripts(page: Page): Promise<() => void> {
  let letCome = () => {};
  const come = new Promise<void>((resolve) => {
    letCome = resolve;
  });
  await page.route('**/*.js', async (route) => {
    await come;
    await route.continue();
  });
  return letCome;
}

test('what is typed before the script has come is searched for', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) >= 1000, 'wide pages are shown once the script has laid them out');
  const word = freshWord();
  const letCome = await withoutScripts(shop);
  await shop.goto('/', { waitUntil: 'commit' });
  await shop.getByLabel('Name or word').fill(word, { force: true });
  letCome();
  await expect(shop.getByText(`${word}.com`).first()).toBeVisible();
  await expect(shop).toHaveURL(new RegExp(`q=${word}`));
});

test('groups of words typed before the script has come are all taken', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) >= 1000, 'wide pages are shown once the script has laid them out');
  const letCome = await withoutScripts(shop);
  await shop.goto('/wordbench', { waitUntil: 'commit' });
  await shop.getByLabel('Group 1').fill('salt quay', { force: true });
  await shop.getByLabel('Group 2').fill('yard, whistle', { force: true });
  letCome();
  await expect(shop.getByRole('button', { name: 'Look up 4 names' })).toBeVisible();
});

test('what stands on a page before the script is what the script takes over: a tap on it is not lost', async ({
  shop,
  viewport,
}) => {
  test.skip((viewport?.width ?? 0) >= 1000, 'wide pages are shown once the script has laid them out');
  await shop.addInitScript(() => {
    document.addEventListener('DOMContentLoaded', () => {
      const before = Array.from(document.querySelectorAll('#root :is(a, button, h1, input)'));
      Object.assign(globalThis, {
        gone: () => before.filter((one) => !one.isConnected).map((one) => `${one.tagName} ${one.textContent}`),
      });
    });
  });
  for (const address of [
    '/',
    '/?q=saltwhistle',
    '/find/saltwhistle.com',
    '/names',
    '/names/groups',
    '/account',
    '/basket',
  ]) {
    await shop.goto(address, { waitUntil: 'networkidle' });
    await expect(shop.locator('html')).not.toHaveClass(/ahead/);
    expect([address, await shop.evaluate(() => (globalThis as unknown as { gone: () => string[] }).gone())]).toEqual([
      address,
      [],
    ]);
  }
  await shop.goto('/names/groups', { waitUntil: 'commit' });
  await shop.getByRole('link', { name: /All names/ }).click();
  await expect(shop.getByRole('heading', { name: 'Names', level: 1 })).toBeVisible();
});

test('the words of a page are on screen before its scripts run', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) >= 1000, 'wide pages are shown once the script has laid them out');
  await shop.addInitScript(() => {
    let define: unknown;
    // The first thing that they do.
    Object.defineProperty(globalThis, '__d', {
      get: () => define,
      set: (value) => {
        define = value;
        performance.mark('scripts run');
      },
    });
  });
  for (const address of ['/', '/?q=saltwhistle', '/find/saltwhistle.com']) {
    await shop.goto(address);
    await expect(shop.locator('html')).not.toHaveClass(/ahead/);
    const at = (name: string) =>
      shop.evaluate((one) => performance.getEntriesByName(one).at(0)?.startTime ?? NaN, name);
    expect(await at('scripts run')).toBeGreaterThan(await at('first-contentful-paint'));
  }
});

test('a page that nobody has looked at yet comes alive all the same', async ({ shop }) => {
  // Nothing of it is painted.
  await shop.addInitScript(() => Object.assign(PerformanceObserver.prototype, { observe: () => undefined }));
  await shop.goto('/');
  await expect(shop.locator('html')).not.toHaveClass(/ahead/);
});

test('a button tapped before the script has come does what it says, once', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) >= 1000, 'wide pages are shown once the script has laid them out');
  const letCome = await withoutScripts(shop);
  await shop.goto('/', { waitUntil: 'commit' });
  const bench = shop.getByRole('button', { name: 'Open the wordbench' });
  await bench.click();
  await bench.click();
  letCome();
  await expect(shop.getByRole('heading', { name: 'Wordbench', level: 1 })).toBeVisible();
  await shop.goBack();
  await expect(shop).toHaveURL(/\/$/);
  await expect(bench).toBeVisible();
});

test('a language chosen is the one that pages come in', async ({ shop }) => {
  await shop.goto('/account');
  await shop.getByRole('combobox').filter({ hasText: 'Español' }).selectOption('Español');
  await expect(shop.locator('html')).toHaveAttribute('lang', 'es');
  await shop.goto('/');
  const page = await shop.request.get('/');
  expect(await page.text()).toContain('lang="es"');
});

/** How far what stands on a page was moved by what came later, as browsers add it up (Layout Instability). */
function movedOn(page: Page): Promise<number> {
  return page.evaluate(async () => {
    // What has just come is drawn, and counted as moved, in the frame after.
    for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
    const observer = new PerformanceObserver(() => undefined);
    observer.observe({ type: 'layout-shift', buffered: true });
    return observer.takeRecords().reduce((sum, entry) => sum + (entry as unknown as { value: number }).value, 0);
  });
}

/** The same of an address, on a slow machine. */
async function moved(page: Page, address: string, there: () => Promise<void>): Promise<number> {
  const slow = await page.context().newCDPSession(page);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.goto(address);
  await there();
  return movedOn(page);
}

test('nothing that is being read is moved by what comes after it', async ({ shop, viewport }) => {
  const word = freshWord();
  const shown = (text: string) => () => expect(shop.getByText(text).first()).toBeVisible();
  expect(await moved(shop, `/?q=${word}`, shown(`${word}.com`))).toBeLessThan(0.02);
  expect(await moved(shop, '/find/saltwhistle.com', shown('Registrar'))).toBeLessThan(0.02);
  const put = shop.getByRole('button', { name: `Put ${word}.org in the basket` });
  expect(await moved(shop, `/find/${word}.org`, () => expect(put).toBeVisible())).toBeLessThan(0.02);
  // What one may do next is in sight at once.
  if ((viewport?.width ?? 0) < 1000) await expect(put).toBeInViewport({ ratio: 1 });
});

for (const [what, address, last] of [
  ['Find', '/', 'Wordbench'],
  ['the page of a name', '/find/saltwhistle.com', 'Registrar'],
  ['the account', '/account', 'Sign in'],
] as const)
  test(`words of ${what} stay where they are when their fonts come late`, async ({ shop }) => {
    let come: () => void = () => undefined;
    const coming = new Promise<void>((resolve) => (come = resolve));
    await shop.route('/fonts/**', async (route) => {
      await coming;
      await route.continue();
    });
    await shop.goto(address, { waitUntil: 'commit' });
    await expect(shop.locator('html')).not.toHaveClass(/ahead/);
    await expect(shop.getByText(last, { exact: true }).first()).toBeVisible();
    const stillComing = () =>
      shop.evaluate(() => {
        const states: string[] = [];
        document.fonts.forEach(({ status }) => states.push(status));
        return states.filter((status) => status === 'loading').length;
      });
    expect(await stillComing()).toBeGreaterThan(0);
    const before = await movedOn(shop);
    come();
    await expect.poll(stillComing).toBe(0);
    expect((await movedOn(shop)) - before).toBeLessThan(0.0005);
  });

test('what a page asks for is sent before the script has taken it over, and once', async ({ shop }) => {
  await shop.addInitScript(() => {
    const sent: { path: string; isEarly: boolean }[] = [];
    const { fetch } = globalThis;
    globalThis.fetch = (asked, more) => {
      const { pathname } = new URL(asked instanceof Request ? asked.url : asked, location.href);
      sent.push({ path: pathname, isEarly: document.documentElement.classList.contains('ahead') });
      return fetch(asked, more);
    };
    Object.assign(globalThis, { sent });
  });
  const word = freshWord();
  for (const address of [`/?q=${word}`, `/find/${word}.com`]) {
    await shop.goto(address);
    await expect(shop.getByText(`${word}.com`).first()).toBeVisible();
    await expect(shop.getByRole('button', { name: /in the basket/ }).first()).toBeVisible();
    const sent = await shop.evaluate(() => (globalThis as unknown as { sent: { path: string }[] }).sent);
    const early = (path: string) => ({ path, isEarly: true });
    expect(
      sent
        .filter(({ path }) => ['/api/search', '/api/session', '/api/basket', '/api/rates'].includes(path))
        .sort((a, b) => a.path.localeCompare(b.path)),
    ).toEqual([early('/api/basket'), early('/api/rates'), early('/api/search'), early('/api/session')]);
  }
});
