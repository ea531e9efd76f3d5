import type { Page } from '@playwright/test';
import { expect, fillCard, freshWord, put, signedIn } from './shop';

/** Somebody with a name in the basket, at the review, who has agreed to the terms; tells the name. */
export async function atReview(page: Page, baseURL: string, word = freshWord()): Promise<string> {
  await signedIn(page, baseURL, true);
  await put(page, word, 'org');
  await toReview(page);
  await agree(page);
  return `${word}.org`;
}

/** From anywhere to the review, with one name in the basket. */
export async function toReview(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Basket, 1 name' }).click();
  await page.getByRole('button', { name: 'Go to checkout' }).click();
}

export const agree = (page: Page) => page.getByRole('switch', { name: 'Terms of 1 registry' }).click();
export const by = (page: Page, way: RegExp) => page.getByRole('radio', { name: way }).click();
export const pay = (page: Page) => page.getByRole('button', { name: /^Pay US\$/ }).click();
export const payAgain = (page: Page) => page.getByRole('button', { name: 'Pay another way' }).click();
export const headed = (page: Page, name: string) =>
  expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
/** What another registrar decides: it, and then the shop, look into their queues every so often. */
export const decidedElsewhere = (page: Page, name: string) =>
  expect(page.getByRole('heading', { name, exact: true })).toBeVisible({ timeout: 60_000 });
export const registered = (page: Page) => headed(page, 'Registered');
export const notPaid = (page: Page) => headed(page, 'Not paid');

/** From where a payment came to nothing to the registered name, by card. */
export async function payByCardInstead(page: Page): Promise<void> {
  await payAgain(page);
  await by(page, /^Card/);
  await fillCard(page);
  await pay(page);
  await registered(page);
}

/** What the buyer does on the phone or at the bank, in a window of their own. @param row what the payment is known by there */
export async function atDevices(page: Page, row: string, button: string): Promise<void> {
  const { paymentsUrl } = await (await page.request.get('/api/session')).json();
  const devices = await page.context().newPage();
  await devices.goto(`${paymentsUrl}/devices`);
  const pressed = devices.getByRole('listitem').filter({ hasText: row }).getByRole('button', { name: button });
  // A page that is closed while it moves to the next one may never say that it is closed.
  const moved = devices.waitForEvent('load');
  await pressed.click();
  await moved;
  await devices.close();
}

/** Counts how often a page is loaded anew: who goes on in the app never loads it again. */
export function countLoads(page: Page): () => number {
  let loads = 0;
  page.on('load', () => {
    loads += 1;
  });
  return () => loads;
}
