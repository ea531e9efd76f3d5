import {
  atDevices,
  atReview,
  by,
  countLoads,
  headed,
  notPaid,
  pay,
  payAgain,
  payByCardInstead,
  registered,
} from './buyer';
import { expect, fault, fillCard, signedIn, test } from './shop';

/** Whatever goes wrong with a payment, its buyer goes on from there to the name: in the app, without loading it anew. */
test.use({ outages: true });

test.afterEach(async ({ page }) => {
  for (const standIn of ['lanternhead', 'payments', 'mail']) await fault(page, standIn);
});

test('a declined card: another card is typed, and pays', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop, '4539000011110014');
  const loads = countLoads(shop);
  await pay(shop);
  await notPaid(shop);
  await expect(shop.getByText('A mail that says the same is on its way to you.')).toBeVisible();
  await payAgain(shop);
  await expect(shop.getByLabel('Card number')).toHaveValue('4539 0000 1111 0014');
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a declined card when paying in: another one pays in', async ({ shop, baseURL }) => {
  await signedIn(shop, baseURL ?? '', true);
  await shop.getByRole('button', { name: 'Pay in' }).click();
  await shop.getByLabel('Amount in USD').fill('5');
  await fillCard(shop, '4539000011110014');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'Pay in US$5.00' }).click();
  await expect(shop.getByText('The bank declined the card.')).toBeVisible();
  await fillCard(shop);
  await shop.getByRole('button', { name: 'Pay in US$5.00' }).click();
  await expect(shop.getByText('US$5.00 is on your balance.')).toBeVisible();
  expect(loads()).toBe(0);
});

test('a payment provider that is silent: the payment is given up, and the next one pays', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await fault(shop, 'payments', { on: 'authorise', kind: 'dropAfter' });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText('The payment is being requested.')).toBeVisible();
  await shop.getByRole('button', { name: 'Cancel this payment' }).click();
  await notPaid(shop);
  await fault(shop, 'payments');
  await payAgain(shop);
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a provider that answers something else than JSON: said at the card, and tried again', async ({
  shop,
  baseURL,
}) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  await fault(shop, 'payments', { on: 'token', kind: 'garble', times: 1 });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(/The payment provider cannot be reached. Nothing was charged/)).toBeVisible();
  await pay(shop);
  await registered(shop);
  expect(loads()).toBe(0);
});

test('an answer of the shop that is lost on the way: sent again, it is the same order', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await fillCard(shop);
  let lost = 0;
  await shop.route('**/api/me/orders', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.fallback();
    lost += 1;
    await route.fetch();
    return route.fulfill({ status: 502, contentType: 'text/html', body: '<html>Bad gateway</html>' });
  });
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByRole('alert').first()).toBeVisible();
  await pay(shop);
  await registered(shop);
  const orders = await (await shop.request.get('/api/me/orders')).json();
  expect(orders).toHaveLength(1);
  expect(loads()).toBe(0);
});

test('a wallet that is left: the payment is given up, and a card pays', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Wallet/);
  await pay(shop);
  await shop.getByRole('button', { name: 'Go to the wallet' }).click();
  await expect(shop.getByText('Tienda Names Limited asks for')).toBeVisible();
  await shop.goBack();
  await headed(shop, 'Waiting for your payment');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'Cancel this payment' }).click();
  await notPaid(shop);
  await payByCardInstead(shop);
  expect(loads()).toBe(0);
});

test('a prompt that is refused on the phone: the next one is approved', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Phone/);
  const number = `+353 20 915 ${String(Date.now()).slice(-4)}`;
  const dialled = number.replaceAll(' ', '');
  await shop.getByLabel('Phone that approves').fill(number);
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(`A prompt is on the phone ${dialled}. Approve it there.`)).toBeVisible();
  await atDevices(shop, dialled, 'Refuse');
  await notPaid(shop);
  await payAgain(shop);
  await expect(shop.getByLabel('Phone that approves')).toHaveValue(number);
  await pay(shop);
  await expect(shop.getByText(`A prompt is on the phone ${dialled}. Approve it there.`)).toBeVisible();
  await atDevices(shop, dialled, 'Approve');
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a transfer that is too small: what is missing is said, and the rest arrives', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Bank transfer/);
  const loads = countLoads(shop);
  await pay(shop);
  await headed(shop, 'Waiting for your payment');
  const reference = (await shop.getByText(/^TN-[0-9A-F]{8}$/).textContent()) ?? '';
  await atDevices(shop, reference, 'Send half of it');
  await expect(shop.getByText(/ has come, .* is missing. Send the rest with the same reference./)).toBeVisible();
  await atDevices(shop, reference, 'Send it now');
  await registered(shop);
  expect(loads()).toBe(0);
});

test('a prompt that comes too late: the payment is over, and the next one pays', async ({ shop, baseURL }) => {
  await atReview(shop, baseURL ?? '');
  await by(shop, /^Phone/);
  const number = `+353209151${String(Date.now()).slice(-3)}`;
  await shop.getByLabel('Phone that approves').fill(number);
  const loads = countLoads(shop);
  await pay(shop);
  await expect(shop.getByText(`A prompt is on the phone ${number}. Approve it there.`)).toBeVisible();
  // The provider gives the prompt up when its time is out, whatever the shop's clock says.
  await atDevices(shop, number, 'Let it run out');
  await notPaid(shop);
  await expect(shop.getByText(/^The payment did not come in time\./)).toBeVisible();
  await payByCardInstead(shop);
  expect(loads()).toBe(0);
});
