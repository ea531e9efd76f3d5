import type { Page } from '@playwright/test';
import { agree, atReview, by, countLoads, headed, notPaid, pay, payAgain, registered, toReview } from './buyer';
import { expect, fault, fillCard, freshWord, put, signedIn, test } from './shop';

/** Somebody who has just registered a name, on its page. */
async function atOwnName(shop: Page, baseURL: string): Promise<string> {
  const name = await atReview(shop, baseURL);
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  await toOwnName(shop, name);
  return name;
}

async function toOwnName(shop: Page, name: string): Promise<void> {
  await shop.getByRole('button', { name: /^See (it|them) under Names$/ }).click();
  await shop.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(shop.getByRole('heading', { name: 'Renew it' })).toBeVisible();
}

const renewal = (shop: Page) => shop.getByRole('button', { name: 'Put a year in the basket' });
const year = new Date().getFullYear();

test('a name is renewed from its page for two years, beside a new one, and says so itself afterwards', async ({
  shop,
  baseURL,
}) => {
  const name = await atOwnName(shop, baseURL ?? '');
  const rail = shop.getByRole('radiogroup', { name: `Years for ${name}` });
  // One of ten years is paid for.
  await expect(rail.getByRole('radio')).toHaveCount(9);
  await rail.getByRole('radio', { name: /^1 year,/ }).press('ArrowRight');
  await expect(shop.getByText(new RegExp(`^2 years more: until .* ${year + 3}, .* before tax\\.$`))).toBeVisible();
  await shop.getByRole('button', { name: 'Put 2 years in the basket' }).click();
  await shop.getByRole('button', { name: 'Go to the basket' }).click();
  await expect(rail.getByRole('radio', { name: /^10 years.*not offered as a term$/ })).toBeDisabled();
  await expect(rail.getByRole('radio', { name: /^2 years/ })).toBeChecked();
  await expect(shop.getByText(new RegExp(`^Renewal: two years, until .* ${year + 3}$`))).toBeVisible();
  await expect(shop.getByText(`${name}, renewal`)).toBeVisible();
  await put(shop, freshWord(), 'boats');
  await shop.getByRole('link', { name: 'Basket, 2 names' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await expect(shop.getByText('Renewal for two years')).toBeVisible();
  await fillCard(shop);
  // The terms of the new name's registry were agreed to with the first order.
  await pay(shop);
  await headed(shop, 'Done');
  await expect(shop.getByText(new RegExp(`^renewed until .* ${year + 3}$`))).toBeVisible();
  await toOwnName(shop, name);
  await expect(shop.getByText(new RegExp(`renewed for two years, until .* ${year + 3} · you$`))).toBeVisible();
  await expect(renewal(shop)).toBeVisible();
});

test('a renewal that is not paid, and one that its registry refuses, go on to the happy end without a reload', async ({
  shop,
  baseURL,
}) => {
  const name = await atOwnName(shop, baseURL ?? '');
  const loads = countLoads(shop);
  await renewal(shop).click();
  await shop.getByRole('button', { name: 'Go to the basket' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await headed(shop, 'What you renew');
  await fillCard(shop, '4539000011110014');
  await pay(shop);
  await notPaid(shop);
  await payAgain(shop);
  await fault(shop, 'lanternhead', { on: 'renewDomain', kind: 'refuse', code: 2304, times: 1 });
  await by(shop, /^Card/);
  await fillCard(shop);
  await pay(shop);
  await headed(shop, 'Not renewed');
  await expect(shop.getByText(/^The registry refused it: “/)).toBeVisible();
  await shop.getByRole('button', { name: 'Go to the name and try again' }).click();
  await expect(shop.getByRole('heading', { name, level: 1 })).toBeVisible();
  await renewal(shop).click();
  await shop.getByRole('button', { name: 'Go to the basket' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await headed(shop, 'What you renew');
  await fillCard(shop);
  await pay(shop);
  await headed(shop, 'Renewed');
  expect(loads()).toBe(0);
});

test('a name is given back: refused, silent and refused, silent, then done, with what goes back said before and after, without a reload', async ({
  shop,
  baseURL,
}) => {
  const name = await atOwnName(shop, baseURL ?? '');
  const loads = countLoads(shop);
  const card = shop.getByLabel('Giving it back');
  await expect(card.getByText(/^It is new: until .* it can be given back, once\.$/)).toBeVisible();
  const back = card.getByText(/^US\$\d+\.\d\d, tax included, goes back the way you paid\.$/);
  const said = await back.textContent();
  const giveBack = async () => {
    await shop.getByRole('button', { name: 'Give it back', exact: true }).click();
    await expect(card.getByText(/anyone can register it/)).toBeVisible();
    await shop.getByRole('button', { name: 'Give it back now' }).click();
  };
  await shop.getByRole('button', { name: 'Give it back', exact: true }).click();
  await shop.getByRole('button', { name: 'Keep it' }).click();
  await fault(shop, 'lanternhead', { on: 'deleteDomain', kind: 'refuse', code: 2304, times: 1 });
  await giveBack();
  await expect(shop.getByText(/The registry refused it: “/)).toBeVisible();
  const silent = { on: 'infoDomain', kind: 'dropBefore', times: 3 };
  await fault(shop, 'lanternhead', silent, { on: 'deleteDomain', kind: 'refuse', code: 2304, times: 1 });
  await shop.getByRole('button', { name: 'Give it back now' }).click();
  await expect(card.getByText(/^Its registry has not answered yet\./)).toBeVisible();
  await expect(card.getByText(/could not be given back: it is yours as before/)).toBeVisible({ timeout: 60_000 });
  await fault(shop, 'lanternhead', silent);
  await giveBack();
  await expect(shop.getByText(`${name} is given back.`)).toBeVisible({ timeout: 60_000 });
  await expect(shop.getByText(said ?? 'nothing')).toBeVisible();
  await shop.getByRole('link', { name: /All names/ }).click();
  await expect(shop.getByText('No names yet')).toBeVisible();
  await shop.getByRole('link', { name: 'Account', exact: true }).click();
  await expect(shop.getByText(/^Credit note 20\d\d-/).first()).toBeVisible();
  expect(loads()).toBe(0);
});

test('privacy that has its price is bought later for the years still to run, refused once, then seen on the page', async ({
  shop,
  baseURL,
}) => {
  await signedIn(shop, baseURL ?? '', true);
  const word = freshWord();
  await put(shop, word, 'mobi');
  const name = `${word}.mobi`;
  await toReview(shop);
  await agree(shop);
  await fillCard(shop);
  await pay(shop);
  await registered(shop);
  await toOwnName(shop, name);
  const loads = countLoads(shop);
  const costs = shop.getByText(
    /^off: the public sees the holder\. Hiding it costs US\$\d+\.\d\d before tax for the year/,
  );
  await expect(costs).toBeVisible();
  await shop.getByRole('button', { name: 'Hide the holder' }).click();
  await expect(shop.getByText(/^Privacy for one year, until /)).toBeVisible();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await headed(shop, 'What you hide');
  await fault(shop, 'lanternhead', { on: 'updateDomain', kind: 'refuse', code: 2304, times: 1 });
  await fillCard(shop);
  await pay(shop);
  await headed(shop, 'Not hidden');
  await shop.getByRole('button', { name: 'Go to the name and try again' }).click();
  await shop.getByRole('button', { name: 'Hide the holder' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await headed(shop, 'What you hide');
  await fillCard(shop);
  await pay(shop);
  await headed(shop, 'Hidden');
  await expect(shop.getByText('its holder is hidden from the public')).toBeVisible();
  await toOwnName(shop, name);
  await expect(shop.getByRole('switch', { name: 'Privacy protection' })).toBeChecked();
  await expect(shop.getByText('on; switching it off gives nothing back')).toBeVisible();
  await expect(shop.getByText(/^privacy switched on · you$/)).toBeVisible();
  expect(loads()).toBe(0);
});
