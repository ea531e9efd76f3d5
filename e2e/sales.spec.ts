import { marenContact, putElsewhere, sellerDoes } from '../scripts/demo.mjs';
import { agree, countLoads, decidedElsewhere, notPaid, pay, payAgain } from './buyer';
import { expect, fillCard, freshWord, member, test } from './shop';

test('a taken name is offered for, agreed, bought: declined once, its holder backing out once, and then it is here', async ({
  shop,
  baseURL,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const name = `${freshWord()}.org`;
  await putElsewhere(visitor, [{ name, code: 'held-there', statuses: ['clientTransferProhibited'] }]);
  await sellerDoes(name, 'backOut');
  await shop.goto(`/find/${name}`);
  const loads = countLoads(shop);
  const card = shop.getByRole('group', { name: 'Make an offer' });
  const offer = async (amount: string) => {
    await card.getByLabel('What you offer, in US dollars').fill(amount);
    await card.getByRole('button', { name: 'Send the offer' }).click();
    await expect(card.getByText(`Agreed at US$${amount}.00.`, { exact: false })).toBeVisible();
  };
  const buy = async () => {
    await card.getByRole('button', { name: 'Go on and buy it' }).click();
    await shop.getByRole('button', { name: 'Put 1 name in the basket' }).click();
    await shop.getByRole('button', { name: 'To the basket' }).click();
    await shop.getByRole('button', { name: 'Go to checkout' }).click();
  };
  await offer('6,000');
  await expect(card.getByText('you pay US$6,600.00, before tax', { exact: false })).toBeVisible();
  await buy();
  await expect(
    shop.getByText('Bought of its holder: US$6,000.00, and a fee of US$600.00', { exact: false }),
  ).toBeVisible();
  await agree(shop);
  await fillCard(shop, '4539000011110014');
  await pay(shop);
  await notPaid(shop);
  await payAgain(shop);
  await fillCard(shop);
  await pay(shop);
  await decidedElsewhere(shop, 'Not moved here');
  await expect(shop.getByText('Its holder had agreed, and did not hand it over.')).toBeVisible();
  await sellerDoes(name, 'nothing');
  await shop.goBack();
  await shop.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Account' }).click();
  await shop.getByRole('link', { name, exact: true }).last().click();
  await expect(card.getByText('The money was let go', { exact: false })).toBeVisible();
  await card.getByRole('button', { name: 'Make another offer' }).click();
  await offer('7,000');
  await buy();
  await fillCard(shop);
  await pay(shop);
  await expect(shop.getByText(/^Its holder has until .* to unlock it and give its code/)).toBeVisible();
  await sellerDoes(name, 'handOver');
  await decidedElsewhere(shop, 'Moved here');
  await shop.getByRole('button', { name: /^See (it|them) under Names$/ }).click();
  await expect(shop.getByRole('link', { name: new RegExp(`^${name}`) })).toBeVisible();
  expect(loads()).toBe(0);
});
