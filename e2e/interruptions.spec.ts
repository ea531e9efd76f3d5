import { agree, atReview, countLoads, headed, pay, registered, toReview } from './buyer';
import { codeIn, expect, fault, fillCard, freshAddress, freshWord, password, put, signedIn, test } from './shop';

/**
 * Whatever changes, ends or falls silent meanwhile, the buyer goes on from there to the name: in the app, without
 * loading it anew.
 */
test.use({ outages: true });

test.afterEach(async ({ page }) => {
  for (const standIn of ['lanternhead', 'payments', 'mail']) await fault(page, standIn);
});

test('a promo code for new customers that is lost on signing in is said, and the buyer goes on without it', async ({
  shop,
  baseURL,
}) => {
  const email = await signedIn(shop, baseURL ?? '', true);
  await put(shop, freshWord(), 'org');
  await toReview(shop);
  await agree(shop);
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  await shop.getByRole('link', { name: 'Account', exact: true }).click();
  await shop.getByRole('button', { name: 'Sign out', exact: true }).click();
  await put(shop, freshWord(), 'boats');
  const loads = countLoads(shop);
  await shop.getByRole('link', { name: 'Basket, 1 name' }).click();
  await expect(shop.getByRole('radio', { name: /^FIRSTKNOT · best/ })).toBeChecked();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await shop.getByRole('button', { name: 'I have an account' }).click();
  await shop.getByLabel('Mail address').fill(email);
  await shop.getByLabel('Password').fill(password);
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await expect(shop.getByText(/FIRSTKNOT/).first()).toBeVisible();
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a name that is gone meanwhile leads back to the basket; without it the order goes through', async ({
  shop,
  baseURL,
}) => {
  const word = freshWord();
  const gone = await atReview(shop, baseURL ?? '', word);
  await fillCard(shop);
  await shop.request.post('/api/demo/faults', {
    data: { standIn: 'lanternhead', faults: [{ on: 'createDomain', kind: 'refuse', code: 2306, times: 1 }] },
    headers: { 'X-Tienda-CSRF': (await (await shop.request.get('/api/session')).json()).csrf },
  });
  const loads = countLoads(shop);
  await pay(shop);
  await headed(shop, 'Not registered');
  await expect(shop.getByText('Nothing was taken; the money that was held is free again.')).toBeVisible();
  await shop.getByRole('button', { name: 'Find another name' }).click();
  await expect(shop.getByLabel('Name or word')).toHaveValue(word);
  await shop.getByRole('button', { name: `Put ${gone} in the basket` }).click();
  await toReview(shop);
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a name that costs more meanwhile is shown at its new price before anything is paid', async ({
  shop,
  baseURL,
}) => {
  const name = await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await shop.request.post('/api/demo/prices', {
    data: { name, create: 90_000, renew: 1200 },
    headers: { 'X-Tienda-CSRF': (await (await shop.request.get('/api/session')).json()).csrf },
  });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(`${name} was US$9.00 and is US$900.00 now.`).first()).toBeVisible();
  await expect(shop.getByLabel('Card number')).toHaveValue('4539 0000 1111 0006');
  await shop.getByRole('button', { name: 'Pay US$1,107.00' }).click();
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a registry that is silent at the order: said, nothing charged, and paid when it answers', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await fault(shop, 'lanternhead', { on: 'checkDomains', kind: 'dropBefore' });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(/could not be checked just now. Nothing was charged/)).toBeVisible();
  await fault(shop, 'lanternhead');
  await expect(async () => {
    await pay(shop);
    await expect(shop.getByRole('heading', { name: /^Order \d+/ })).toBeVisible({ timeout: 3000 });
  }).toPass();
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a registry that is silent at the registration: it is asked again, and charged once', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await fault(shop, 'lanternhead', { on: 'createDomain', kind: 'dropAfter', times: 2 });
  const loads = countLoads(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a session that ended meanwhile: signed in again, what was typed is still there, and it is paid', async ({
  shop,
  baseURL,
}) => {
  await signedIn(shop, baseURL ?? '', true);
  const { email } = (await (await shop.request.get('/api/session')).json()).account;
  await put(shop, freshWord(), 'org');
  await toReview(shop);
  await agree(shop);
  await fillCard(shop);
  await shop.context().clearCookies({ name: 'tienda_session' });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(/^Your session has ended. Sign in again/)).toBeVisible();
  await shop.getByLabel('Mail address').fill(email);
  await shop.getByLabel('Password').fill(password);
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await expect(shop.getByLabel('Card number')).toHaveValue('4539 0000 1111 0006');
  await agree(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a mail server that is down: the code comes later, and the buyer goes on to the name', async ({ shop }) => {
  await put(shop, freshWord(), 'org');
  await fault(shop, 'mail', { on: 'send', kind: 'refuse' });
  const loads = countLoads(shop);
  await toReview(shop);
  const email = freshAddress();
  await shop.getByLabel('Mail address').fill(email);
  await shop.getByLabel('Password').fill(password);
  await shop.getByRole('button', { name: 'Send me a code' }).click();
  await expect(shop.getByText(`A code of six digits is on its way to ${email}.`)).toBeVisible();
  await fault(shop, 'mail');
  await shop.getByLabel('Code from the mail').fill(await codeIn(shop, email));
  await shop.getByRole('button', { name: 'Confirm' }).click();
  await shop.getByLabel('Full name').fill('Maren Solvik');
  await shop.getByLabel('Street and number').fill('4 Slip Lane');
  await shop.getByLabel('Postal code').fill('V94 T1P0');
  await shop.getByLabel('Town or city').fill('Ullvik');
  await shop.getByLabel('Phone, with country code').fill('+353 20 915 0123');
  await shop.getByRole('button', { name: 'Save and go on' }).click();
  await agree(shop);
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('turning the phone, another theme and a failed fetch leave what is typed where it is', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  const typed = () => expect(shop.getByLabel('Card number')).toHaveValue('4539 0000 1111 0006');
  const size = shop.viewportSize() ?? { width: 390, height: 844 };
  await shop.setViewportSize({ width: size.width < 1000 ? 1280 : 390, height: 800 });
  await typed();
  await expect(shop.getByLabel('Security code')).toHaveValue('123');
  await shop.setViewportSize(size);
  await shop.emulateMedia({ colorScheme: 'dark' });
  await typed();
  await shop.route('**/api/me/contacts', (route) => route.abort());
  await shop.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
  await shop.context().setOffline(true);
  await shop.context().setOffline(false);
  await typed();
  await shop.unroute('**/api/me/contacts');
  await shop.emulateMedia({ colorScheme: 'light' });
  await expect(shop.getByRole('switch', { name: 'Terms of 1 registry' })).toBeChecked();
  await pay(shop);
  await registered(shop);
});
