import type { Page } from '@playwright/test';
import { marenContact, orderNames, untilEnded, type Visitor } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, fault, freshWord, member, test } from './shop';

/** Somebody who looks after names that Maren holds, and the browser on the page of the first. */
async function holder(shop: Page, baseURL: string, count: number) {
  const visitor = await member(shop, baseURL);
  const maren = `${freshWord()}@saltwhistle.example`;
  await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, email: maren });
  const names = Array.from({ length: count }, () => `${freshWord()}.org`);
  const ordered = names.map((name) => ({ name }));
  await untilEnded(visitor, (await orderNames(visitor, ordered)).id);
  await shop.goto(`/names/${names[0]}`);
  return { visitor, maren, names };
}

/** The page that the latest mail to a holder leads to. */
async function linkTo(visitor: Visitor, address: string): Promise<string> {
  let link = '';
  await expect(async () => {
    const mails = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${address}`);
    const asking = mails.find(({ subject }: { subject: string }) => /^Shall/.test(subject));
    link = /\/holder-change\?token=[\w-]+/.exec(asking?.text ?? '')?.[0] ?? '';
    expect(link).not.toBe('');
  }).toPass();
  return link;
}

test('a name changes hands: both agree on the page of their mail, refused once by its registry, on to the end', async ({
  shop,
  baseURL,
  browser,
}) => {
  const { visitor, maren, names } = await holder(shop, baseURL ?? '', 1);
  const loads = countLoads(shop);
  const [name = ''] = names;
  const ilse = `${freshWord()}@quayquill.example`;
  const card = shop.getByLabel('Holder and contacts', { exact: true });
  await card.getByRole('button', { name: 'Change them' }).click();
  await card.getByLabel('Holder (registrant)').selectOption('new');
  await card.getByLabel('Held by', { exact: true }).selectOption('person');
  await card.getByLabel('Full name').fill('Ilse Quay');
  for (const [label, value] of [
    ['Street and number', '2 Quill Street'],
    ['Town or city', 'Ullvik'],
    ['Postal code', 'V94 T1P0'],
    ['Mail address', ilse],
  ] as const)
    await card.getByLabel(label).fill(value);
  await card
    .getByLabel(/^Phone/)
    .last()
    .fill('+353 20 915 0124');
  await card.getByRole('button', { name: 'Save and go on' }).click();
  await expect(card.getByText(/^Maren Solvik and Ilse Quay are both asked by mail/)).toBeVisible();
  await card.getByRole('button', { name: 'Ask both' }).click();
  await expect(card.getByText(/^It is to be held by Ilse Quay\. Both holders were asked by mail/)).toBeVisible();
  await fault(shop, 'lanternhead', { on: 'updateDomain', kind: 'refuse', code: 2304, times: 1 });
  const agree = async (address: string) => {
    const page = await browser.newPage({ baseURL: baseURL ?? '' });
    await page.goto(await linkTo(visitor, address));
    await expect(page.getByText(name, { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'I agree' }).click();
    await expect(page.getByText(/^(Thank you\. You have agreed|Both of you have agreed)/)).toBeVisible();
    await page.close();
  };
  await agree(maren);
  await agree(ilse);
  await shop.getByRole('link', { name: /All names/ }).click();
  await shop.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(card.getByRole('button', { name: 'Change them' })).toBeVisible();
  await expect(card.getByText('Maren Solvik, Saltwhistle Boatworks')).toBeVisible();
  await card.getByRole('button', { name: 'Change them' }).click();
  await card.getByLabel('Holder (registrant)').selectOption({ label: 'Ilse Quay, Ullvik' });
  await card.getByRole('button', { name: 'Ask both' }).click();
  await expect(card.getByText(/Both holders were asked by mail/)).toBeVisible();
  await expect(async () => {
    const mails = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${ilse}`);
    expect(mails.filter(({ subject }: { subject: string }) => /^Shall/.test(subject))).toHaveLength(2);
  }).toPass();
  await agree(ilse);
  await agree(maren);
  await shop.getByRole('link', { name: /All names/ }).click();
  await shop.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(card.getByText('Ilse Quay', { exact: true })).toBeVisible();
  await expect(shop.getByText(/^Its holder has changed: it cannot be moved away before /)).toBeVisible();
  await expect(shop.getByText('held by Ilse Quay from now on · you')).toBeVisible();
  expect(loads()).toBe(0);
});

test('contacts of many names: what will come of it is said first; a change is withdrawn, one that is refused ends', async ({
  shop,
  baseURL,
  browser,
}) => {
  const { visitor, maren, names } = await holder(shop, baseURL ?? '', 2);
  await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, name: 'Ilse Quay', email: maren });
  await shop.getByRole('link', { name: /All names/ }).click();
  for (const name of names) await shop.getByRole('checkbox', { name: `Choose ${name}` }).click();
  await shop.getByRole('button', { name: 'Contacts', exact: true }).click();
  const ilse = { label: 'Ilse Quay, Saltwhistle Boatworks, Ullvik' };
  await shop.getByLabel('Technical contact').selectOption(ilse);
  await shop.getByRole('button', { name: 'Show what will change' }).click();
  await expect(shop.getByText('2 names will change.')).toBeVisible();
  await shop.getByLabel('Holder (registrant)').selectOption(ilse);
  await shop.getByRole('button', { name: 'Show what will change' }).click();
  await expect(shop.getByText(/^The holders of 2 names will be asked by mail/)).toBeVisible();
  await shop.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.getByText(/^The holders of 2 names were asked by mail/)).toBeVisible();
  await shop.getByRole('button', { name: 'Close', exact: true }).last().click();
  await shop.getByRole('link', { name: new RegExp(`^${names[0]}`) }).click();
  await shop.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(shop.getByRole('button', { name: 'Change them' })).toBeVisible();
  const page = await browser.newPage({ baseURL: baseURL ?? '' });
  await page.goto(await linkTo(visitor, maren));
  await expect(page.getByText('It is not wanted any more. Nothing has changed.')).toBeVisible();
  await page.close();
});
