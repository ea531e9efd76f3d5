import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { addDays, comingAnniversary, isoDate } from '@tienda/core/time/isoDate';
import { codeFor, marenContact, signUp, Visitor } from '../scripts/demo.mjs';

export { expect };

/** What a browser writes of an answer that was refused; with `outages` also of one that failed or never came. */
const refused = /Failed to load resource: the server responded with a status of 4\d\d/;
const lost = /Failed to load resource: (the server responded with a status of 50[23]|net::ERR_)/;

/** A page on which no script may fail and nothing may be blocked unnoticed. */
export const test = base.extend<{ shop: Page; outages: boolean }>({
  /** The test makes answers fail or get lost. */
  outages: [false, { option: true }],
  shop: async ({ page, outages }, use) => {
    const faults: string[] = [];
    page.on('pageerror', (fault) => faults.push(fault.message));
    page.on('console', (message) => {
      const text = message.text();
      const expected = refused.test(text) || (outages && lost.test(text));
      if (message.type() === 'error' && !expected) faults.push(`${text} (${message.location().url})`);
    });
    await use(page);
    expect(faults).toEqual([]);
  },
});

/** The day until which a name of the demo is taken, or so many days later, as the app writes it. */
export function comingDay(first: string, daysLater = 0): string {
  const day = addDays(comingAnniversary(first, isoDate(new Date())), daysLater);
  const form = { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' } as const;
  return new Date(day).toLocaleDateString('en-IE', form);
}

export const password = 'a slow green boat';

/** Switches the faults of one stand-in; none make it well again. */
export async function fault(page: Page, standIn: string, ...faults: object[]): Promise<void> {
  const { csrf } = await (await page.request.get('/api/session')).json();
  const headers = { 'X-Tienda-CSRF': csrf };
  const answer = await page.request.post('/api/demo/faults', { data: { standIn, faults }, headers });
  expect(answer.status()).toBe(204);
}

let count = 0;

/** A word that nobody has searched for before; ends in digits, since letters by chance spell words that nobody is offered. */
export function freshWord(): string {
  count += 1;
  return `saltwhistle${Date.now() % 1e9}${count}`;
}

export function freshAddress(): string {
  return `${freshWord()}@saltwhistle.example`;
}

/** Makes an account beside the browser, and lets the browser in to it. @returns who can do more beside the browser */
export async function member(page: Page, baseURL: string, email = freshAddress()): Promise<Visitor> {
  const visitor = await Visitor.open(baseURL);
  await signUp(visitor, email, password);
  await page.context().addCookies(cookiesOf(visitor, baseURL));
  return visitor;
}

/** Makes an account beside the browser, and opens the browser's page of it. */
export async function signedIn(page: Page, baseURL: string, withHolder: boolean): Promise<string> {
  const email = freshAddress();
  const visitor = await member(page, baseURL, email);
  if (withHolder) await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  await page.goto('/account');
  await expect(page.getByText(`Signed in as ${email}`)).toBeVisible();
  return email;
}

/** The cookies of a visitor without a browser, for a browser. */
export function cookiesOf(visitor: Visitor, url: string): { name: string; value: string; url: string }[] {
  return visitor
    .credentials()
    .cookie.split('; ')
    .map((pair) => ({ name: pair.split('=')[0] ?? '', value: pair.slice(pair.indexOf('=') + 1), url }));
}

/** The code in the latest mail to an address that was not read before; waited for. */
export async function codeIn(page: Page, email: string): Promise<string> {
  return codeFor(await Visitor.open(new URL(page.url()).origin), email);
}

/** Fills in the card that succeeds. */
export async function fillCard(page: Page, number = '4539000011110006'): Promise<void> {
  await page.getByLabel('Card number').fill(number);
  await page.getByLabel('Month and year').fill('1249');
  await page.getByLabel('Security code').fill('123');
}

/**
 * Presses what asks a resolver, until it says this. Who was asked too early keeps for a while that there was nothing:
 * the app says so, and whoever waits for it tries again.
 */
export async function tryUntil(press: () => Promise<void>, line: Locator): Promise<void> {
  await expect(async () => {
    await press();
    await expect(line).toBeVisible({ timeout: 5000 });
  }).toPass({ timeout: 90_000 });
}

/** Scrolls down until something has come: what is far below is made when it comes into sight, and may move away again. */
export async function scrollTo(page: Page, wanted: Locator): Promise<void> {
  await expect(async () => {
    await page.evaluate(() => {
      // Their own scrollTo is the platform's, which takes other arguments.
      document.querySelectorAll('div').forEach((part) => {
        part.scrollTop = part.scrollHeight;
      });
    });
    await expect(wanted).toBeVisible({ timeout: 1000 });
  }).toPass();
}

/** Every name of a search has its registry's word: that is seen, and a moment later read out, so that it is there twice. */
export const everythingChecked = /^([1-9]\d*) of \1 asked/;

/** Searches for names of a word and puts them in the basket. */
export async function put(page: Page, word: string, ...extensions: string[]): Promise<void> {
  await page.goto(`/?q=${extensions.map((extension) => `${word}.${extension}`).join('+')}`);
  for (const extension of extensions)
    await page.getByRole('button', { name: `Put ${word}.${extension} in the basket` }).click();
  await expect(page.getByRole('button', { name: `Take ${word}.${extensions.at(-1)} out of the basket` })).toBeVisible();
}
