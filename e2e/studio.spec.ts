import type { Page } from '@playwright/test';
import { demoSignIns, loadDemo, Visitor } from '../scripts/demo.mjs';
import { countLoads, headed, pay } from './buyer';
import { cookiesOf, expect, fault, fillCard, test } from './shop';

/** The studio's own browser, on its names. */
async function atStudio(shop: Page, baseURL: string): Promise<Visitor> {
  await loadDemo(baseURL);
  const studio = demoSignIns.find(({ who }) => who.includes('Quay & Quill'));
  const visitor = await Visitor.open(baseURL);
  await visitor.expect(200, 'POST', '/api/session', { email: studio?.email, password: studio?.password });
  await shop.context().addCookies(cookiesOf(visitor, baseURL));
  await shop.goto('/names');
  await expect(shop.getByText(/^\d+ names$/).first()).toBeVisible();
  return visitor;
}

test('a name in redemption is found, restored at the price shown first, refused once by its registry, and is back', async ({
  shop,
  baseURL,
}) => {
  const visitor = await atStudio(shop, baseURL ?? '');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: /^To restore · \d+$/ }).click();
  const row = shop.getByRole('link', { name: /restore for/ }).first();
  await row.click();
  const name = (await shop.getByRole('heading', { level: 1 }).textContent()) ?? '';
  await expect(shop.getByText(/^It is out of service and can only be restored, before /)).toBeVisible();
  const price = /costs (\S+) before tax/.exec((await shop.getByText(/^Restoring it costs/).textContent()) ?? '')?.[1];
  await shop.getByRole('button', { name: 'Put it in the basket' }).click();
  await shop.getByRole('button', { name: 'Go to the basket' }).click();
  await expect(shop.getByRole('heading', { name, level: 2 })).toBeVisible();
  await expect(shop.getByText(/^Restored and renewed for one year, until /)).toBeVisible();
  await expect(
    shop
      .getByLabel(name)
      .getByText(price ?? 'no price', { exact: true })
      .first(),
  ).toBeVisible();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await headed(shop, 'What you restore');
  const extensions: { label: string; registry: string }[] = await visitor.expect(200, 'GET', '/api/extensions');
  const registry = extensions.find(({ label }) => name.endsWith(`.${label}`))?.registry ?? '';
  await fault(shop, registry, { on: 'restoreDomain', kind: 'refuse', code: 2304, times: 1 });
  await payByNewCard(shop);
  await headed(shop, 'Not restored');
  await expect(shop.getByText(/^The registry refused it: “/)).toBeVisible();
  await shop.getByRole('button', { name: 'Go to the name and try again' }).click();
  await shop.getByRole('button', { name: 'Put it in the basket' }).click();
  await shop.getByRole('button', { name: 'Go to the basket' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await payByNewCard(shop);
  await headed(shop, 'Restored');
  await expect(shop.getByText(/^restored, renewed until /)).toBeVisible();
  await shop.getByRole('button', { name: 'See it under Names' }).click();
  await shop.getByLabel(/^Find among/).fill(name);
  await shop.getByRole('link', { name: new RegExp(`^${name.replaceAll('.', '\\.')}`) }).click();
  await expect(shop.getByText(/restored, and renewed for one year, until .* · you$/)).toBeVisible();
  expect(loads()).toBe(0);
});

async function payByNewCard(shop: Page): Promise<void> {
  await shop
    .getByRole('radio', { name: /^Card/ })
    .or(shop.getByRole('radio', { name: /^Another card/ }))
    .last()
    .click();
  await fillCard(shop);
  await pay(shop);
}

test('many names are put in a new group, found by it, told apart in a statement, and put back where they were', async ({
  shop,
  baseURL,
}) => {
  await atStudio(shop, baseURL ?? '');
  await shop.getByLabel(/^Find among/).fill('reedinn');
  await expect(shop.getByRole('checkbox', { name: /^Choose reedinn/ }).first()).toBeVisible();
  await shop.getByRole('checkbox').first().click();
  await shop.getByRole('checkbox').nth(1).click();
  await shop.getByRole('button', { name: 'Put in a group' }).click();
  await shop.getByRole('combobox', { name: 'Put in a group' }).selectOption('new');
  const title = `Spring fair ${Date.now()}`;
  await shop.getByLabel('Title').fill(title);
  await shop.getByRole('button', { name: 'Make the group' }).click();
  await expect(shop.getByText('2 names will change.')).toBeVisible();
  await shop.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.getByText('2 names were changed.')).toBeVisible();
  await shop.getByLabel('Group', { exact: true }).selectOption({ label: `${title} · 2` });
  await expect(shop.getByRole('checkbox')).toHaveCount(2);
  await shop.getByRole('button', { name: 'Undo' }).click();
  await expect(shop.getByText('No name is like this.')).toBeVisible();
  await shop.getByRole('link', { name: 'Groups' }).click();
  const card = shop.getByLabel('Reed Inn', { exact: true });
  await card.getByRole('button', { name: 'Statement: Reed Inn' }).click();
  await expect(card.getByText(/^\d+ names held\.$/)).toBeVisible();
  await expect(card.getByRole('link', { name: 'Open as PDF' })).toHaveAttribute('href', /statement\.pdf\?from=/);
  const [file] = await Promise.all([
    shop.waitForEvent('download'),
    card.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^reed-inn-.*\.csv$/);
  await shop.getByRole('button', { name: `Take away: ${title}` }).click();
  await shop.getByRole('button', { name: 'Take the group away' }).click();
  await expect(shop.getByText(title)).toHaveCount(0);
});

test('names of a group are renewed together by way of the basket, what cannot be said before', async ({
  shop,
  baseURL,
}) => {
  const visitor = await atStudio(shop, baseURL ?? '');
  await visitor.send('DELETE', '/api/basket');
  await shop.getByLabel(/^Find among/).fill('copperfold');
  await shop.getByRole('checkbox').first().click();
  await shop.getByRole('button', { name: 'Choose all that match' }).click();
  await shop.getByRole('button', { name: 'Renew', exact: true }).click();
  await expect(shop.getByText(/^\d+ names can be renewed\. .*Nothing is paid before you check out\.$/)).toBeVisible();
  await shop.getByRole('button', { name: 'Put them in the basket' }).click();
  await expect(shop.getByRole('heading', { name: 'Basket', level: 1 })).toBeVisible();
  await expect(shop.getByText(/^Renewal: one year, until /).first()).toBeVisible();
  await visitor.send('DELETE', '/api/basket');
});
