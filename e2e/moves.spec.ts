import { marenContact, putElsewhere } from '../scripts/demo.mjs';
import { agree, countLoads, decidedElsewhere, pay } from './buyer';
import { expect, fillCard, freshWord, member, test } from './shop';

test.use({ outages: true });

const code = 'k9-Tide!44';

test('names come here: locked, without a code and wrong first, refused once, then paid for and arrived', async ({
  shop,
  baseURL,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const [name, stubborn] = [`${freshWord()}.org`, `${freshWord()}.org`];
  const nameservers = ['ns1.quayhost.example', 'ns2.quayhost.example'];
  await putElsewhere(visitor, [{ name, code, nameservers, statuses: ['clientTransferProhibited'] }]);
  await putElsewhere(visitor, [{ name: stubborn, code }], 'northlight-names');
  await shop.goto('/names');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'Move names here' }).click();
  const list = shop.getByLabel('Names, with their auth codes behind them');
  await list.fill(`${name}\n${stubborn} ${code}\nnowhere`);
  await expect(shop.getByText(/^Line 3, nowhere: /)).toBeVisible();
  await shop.getByRole('button', { name: 'Look at them' }).click();
  await expect(shop.getByText('It is locked against transfer.', { exact: false })).toBeVisible();
  await expect(shop.getByText(/^It can come, for US\$/)).toHaveCount(1);
  await putElsewhere(visitor, [{ name, code, nameservers }]);
  const field = shop.getByLabel(`Auth code of ${name}`);
  const tryIt = shop.getByRole('button', { name: 'Try this code' });
  await field.fill('not-it');
  await tryIt.click();
  await expect(shop.getByText('The auth code does not fit.', { exact: false })).toBeVisible();
  await field.fill(code);
  // Without a network it is told at once, and what was typed is sent by the next tap.
  await shop.context().setOffline(true);
  await tryIt.click();
  await expect(shop.getByText('Tienda cannot be reached', { exact: false })).toBeVisible();
  await shop.context().setOffline(false);
  await tryIt.click();
  await expect(shop.getByText(/^It can come, for US\$/)).toHaveCount(2);
  await shop.getByRole('button', { name: 'Put 2 names in the basket' }).click();
  await shop.getByRole('button', { name: 'To the basket' }).click();
  await expect(shop.getByText(/^Moved here, paid for until/)).toHaveCount(2);
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await agree(shop);
  await fillCard(shop);
  await pay(shop);
  await expect(shop.getByText(/^Asked for\. Where it is now may say no until/).first()).toBeVisible();
  await decidedElsewhere(shop, 'Moved here in part');
  await expect(shop.getByText(/^here, paid for until .*; its website and mail go on as before$/)).toBeVisible();
  await expect(shop.getByText('Where it is now said no.')).toBeVisible();
  await shop.getByRole('button', { name: /^See (it|them) under Names$/ }).click();
  await shop.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(shop.getByText(/^moved here, paid for until /)).toBeVisible();
  // What is answered there is served here before anyone asks here: nothing breaks on the way.
  await shop.getByRole('link', { name: 'Records and recipes' }).click();
  await shop.getByRole('button', { name: 'Read it' }).click();
  await expect(shop.getByText(/^5 records read from ns1\.quayhost\.example/)).toBeVisible();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  await shop.getByRole('link', { name: `All of ${name}` }).click();
  const card = shop.getByLabel('Nameservers', { exact: true }).first();
  await card.getByRole('button', { name: 'Change' }).click();
  await card.getByRole('radio', { name: /^Tienda’s nameservers/ }).click({ force: true });
  await expect(card.getByText('What is set here counts again: 5 records.')).toBeVisible();
  await card.getByRole('button', { name: 'Set them', exact: true }).click();
  await expect(card.getByText('Tienda’s nameservers')).toBeVisible();
  expect(loads()).toBe(0);
});
