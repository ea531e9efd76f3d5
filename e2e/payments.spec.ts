import type { Page } from '@playwright/test';
import { agree, atReview, by, headed, pay, registered, toReview } from './buyer';
import { expect, fillCard, freshWord, put, signedIn, test } from './shop';

const waits = (page: Page) => headed(page, 'Waiting for your payment');

test('a wallet leads away and back; refused first, then approved, nothing typed again', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Wallet/);
  await pay(shop);
  await shop.getByRole('button', { name: 'Go to the wallet' }).click();
  await expect(shop.getByText('Tienda Names Limited asks for')).toBeVisible();
  await shop.getByRole('button', { name: 'Do not pay' }).click();
  await expect(shop.getByRole('heading', { name: 'Not paid' })).toBeVisible();
  await expect(shop.getByText(/What you chose is back in your basket/)).toBeVisible();
  await shop.getByRole('button', { name: 'Pay another way' }).click();
  await by(shop, /^Wallet/);
  await pay(shop);
  await shop.getByRole('button', { name: 'Go to the wallet' }).click();
  await shop.getByRole('button', { name: 'Approve' }).click();
  await registered(shop);
});

test('a transfer waits for the money, which the demo’s bank sends', async ({ shop, baseURL, page }) => {
  const name = await atReview(shop, baseURL ?? '');
  await by(shop, /^Bank transfer/);
  await expect(shop.getByText(/No registry holds a name while your money is on its way/)).toBeVisible();
  await pay(shop);
  await waits(shop);
  const reference = await shop.getByText(/^TN-[0-9A-F]{8}$/).textContent();
  const [bank] = await Promise.all([
    page.context().waitForEvent('page'),
    shop.getByRole('link', { name: /phone and bank/ }).click(),
  ]);
  await bank
    .getByRole('listitem')
    .filter({ hasText: reference ?? '' })
    .getByRole('button', { name: 'Send it now' })
    .click();
  await registered(shop);
  const invoice = await shop.getByRole('link', { name: /^Invoice / }).getAttribute('href');
  const file = await page.request.get(invoice ?? '');
  expect([file.status(), file.headers()['content-type']]).toEqual([200, 'application/pdf']);
  await shop.getByRole('link', { name: 'Names', exact: true }).click();
  await expect(shop.getByRole('link').filter({ hasText: name })).toBeVisible();
});

test('a prompt on a phone is given up, and a phone without its country code is refused at the field', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Phone/);
  await shop.getByLabel('Phone that approves').fill('020 915 0199');
  await pay(shop);
  await expect(shop.getByText(/Write the phone number with its country code/)).toBeVisible();
  await shop.getByLabel('Phone that approves').fill('+353 20 915 0199');
  await pay(shop);
  await expect(shop.getByText('A prompt is on the phone +353209150199. Approve it there.')).toBeVisible();
  await shop.getByRole('button', { name: 'Cancel this payment' }).click();
  await expect(shop.getByText(/^The payment was cancelled/)).toBeVisible();
});

test('money is paid in, and pays for names; part of it where it does not suffice', async ({ shop, baseURL }) => {
  await signedIn(shop, baseURL ?? '', true);
  await shop.getByRole('button', { name: 'Pay in' }).click();
  await shop.getByLabel('Amount in USD').fill('lots');
  await shop.getByRole('button', { name: 'Pay in' }).last().click();
  await expect(shop.getByText('Type an amount such as 25 or 25.00.')).toBeVisible();
  await shop.getByLabel('Amount in USD').fill('5');
  await shop.getByLabel('Card number').fill('4539000011110006');
  await shop.getByLabel('Month and year').fill('1249');
  await shop.getByLabel('Security code').fill('123');
  await shop.getByRole('button', { name: 'Pay in US$5.00' }).click();
  await expect(shop.getByText('US$5.00 is on your balance.')).toBeVisible();

  await put(shop, freshWord(), 'org');
  await toReview(shop);
  await agree(shop);
  await shop.getByRole('switch', { name: 'Use the balance of US$5.00 first' }).click();
  await by(shop, /^Wallet/);
  await pay(shop);
  await shop.getByRole('button', { name: 'Go to the wallet' }).click();
  await shop.getByRole('button', { name: 'Approve' }).click();
  await registered(shop);
  await expect(shop.getByText(/was taken, US\$5.00 of it from your balance/)).toBeVisible();
  await shop.getByRole('link', { name: 'Account', exact: true }).click();
  await expect(shop.getByText(/−US\$5.00 · paid|-US\$5.00 · paid/)).toBeVisible();
});

test('a holder who comes back pays with the card kept: review, then pay: two taps after the basket, nothing typed', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await shop.getByRole('switch', { name: 'Save this card for next time' }).click();
  await pay(shop);
  await registered(shop);
  await put(shop, freshWord(), 'org');
  await toReview(shop);
  await expect(shop.getByRole('radio', { name: 'Card ending in 0006' })).toBeChecked();
  await expect(shop.getByText(/^agreed by .*, not changed since: they hold for this order too$/)).toBeVisible();
  await pay(shop);
  await registered(shop);
  await shop.getByRole('link', { name: 'Account', exact: true }).click();
  // What comes late moves what stands below it.
  await expect(shop.getByRole('link', { name: /^Receipt/ })).toHaveCount(2);
  await expect(shop.getByText(/^Nothing on your balance/)).toBeVisible();
  await shop.getByRole('button', { name: 'Remove it: Card ending in 0006' }).click();
  await expect(shop.getByText('No saved cards.')).toBeVisible();
});
