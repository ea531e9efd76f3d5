import type { Page } from '@playwright/test';
import { orderNames, untilEnded } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, fault, freshWord, member, test } from './shop';

const digest = 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A';

/** Somebody who holds names, and the browser on the page of the first. */
async function holder(shop: Page, baseURL: string, count: number): Promise<string[]> {
  const visitor = await member(shop, baseURL);
  const names = Array.from({ length: count }, () => `${freshWord()}.org`);
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name) => ({ name })),
      )
    ).id,
  );
  await shop.goto(`/names/${names[0]}`);
  return names;
}

test.use({ outages: true });

test('nameservers are set: what is typed wrong is told by line, a refusal in the registry’s words, silence waited out', async ({
  shop,
  baseURL,
}) => {
  const [name = ''] = await holder(shop, baseURL ?? '', 1);
  const loads = countLoads(shop);
  const card = shop.getByLabel('Nameservers', { exact: true }).first();
  await card.getByRole('button', { name: 'Change' }).click();
  await card.getByRole('radio', { name: /^Other nameservers/ }).focus();
  await shop.keyboard.press('Space');
  const hosts = card.getByLabel('Nameservers, one a line');
  const signers = card.getByLabel('DS records, one a line');
  await hosts.fill(`ns1.${name}\nns1.quayhost.example 192.0.2.1`);
  await signers.fill(`60485 13 2 ${digest.slice(2)}`);
  const set = card.getByRole('button', { name: 'Set them', exact: true });
  await set.click();
  await expect(card.getByText(`Line 1: ns1.${name} is below the name itself.`)).toBeVisible();
  await expect(card.getByText(/Line 2: ns1\.quayhost\.example is not below the name/)).toBeVisible();
  await expect(card.getByText('Line 1: The digest is cut short, or too long: copy it again.')).toBeVisible();
  // One that belongs to somebody else at this registry, who has not made it.
  await hosts.fill(`ns1.${name} 192.0.2.7\nns1.saltwhistle.com`);
  await signers.fill(`${name}. IN DS 60485 13 2 ${digest}`);
  await set.click();
  await expect(card.getByText(/Where ns1\.saltwhistle\.com is cannot be found out just now/)).toBeVisible();
  const anyway = card.getByRole('button', { name: 'Set them all the same' });
  await anyway.click();
  await expect(card.getByText(/saltwhistle\.com/).last()).toBeVisible();
  await expect(card.getByRole('alert').last()).toContainText('saltwhistle.com');
  await expect(hosts).toHaveValue(`ns1.${name} 192.0.2.7\nns1.saltwhistle.com`);
  await fault(
    shop,
    'lanternhead',
    { on: 'updateDomain', kind: 'dropAfter', times: 1 },
    { on: 'infoDomain', kind: 'dropBefore', times: 12 },
  );
  await hosts.fill(`ns1.${name} 192.0.2.7\nns1.quayhost.example`);
  await set.click();
  await anyway.click();
  await expect(shop.getByText(/has not answered yet/)).toBeVisible();
  await fault(shop, 'lanternhead');
  await expect(card.getByText(`ns1.${name}, ns1.quayhost.example`)).toBeVisible({ timeout: 60_000 });
  await expect(card.getByText('signed, by one DS record')).toBeVisible();
  await expect(shop.getByText(/^nameservers set: .*; signed · you$/)).toHaveCount(1);
  await expect(shop.getByText('Its registry has it just as this page says.')).toBeVisible();
  await card.getByRole('button', { name: 'Change' }).click();
  await card.getByRole('radio', { name: /^Tienda’s nameservers/ }).click({ force: true });
  await expect(card.getByText(/Its DS records go with the nameservers/)).toBeVisible();
  await set.click();
  await expect(card.getByText('Tienda’s nameservers')).toBeVisible();
  expect(loads()).toBe(0);
});

test('a name goes to a web host that answers for it, and comes back with what was set here', async ({
  shop,
  baseURL,
}) => {
  const [name = ''] = await holder(shop, baseURL ?? '', 1);
  const { csrf } = await (await shop.request.get('/api/session')).json();
  const records = [{ name: '@', type: 'FORWARD', ttl: 60, data: 'http://sites.quayhost.example/' }];
  const url = `/api/me/names/${name}/zone`;
  const put = await shop.request.put(url, { data: { version: 0, records }, headers: { 'X-Tienda-CSRF': csrf } });
  expect(put.status()).toBe(200);
  const card = shop.getByLabel('Nameservers', { exact: true }).first();
  await card.getByRole('button', { name: 'Change' }).click();
  await card.getByRole('radio', { name: /^Other nameservers/ }).click({ force: true });
  await card.getByLabel('Nameservers, one a line').fill('ns1.quayhost.example\nns1.lanternhead.example');
  await expect(card.getByText(/^Nobody asks Tienda any more: a forward of visitors\. It is kept here/)).toBeVisible();
  const set = card.getByRole('button', { name: 'Set them', exact: true });
  await set.click();
  await expect(card.getByText(/^ns1\.lanternhead\.example does not answer for this name/)).toBeVisible();
  await card.getByLabel('Nameservers, one a line').fill('ns1.quayhost.example\nns2.quayhost.example');
  await set.click();
  await expect(card.getByText('ns1.quayhost.example, ns2.quayhost.example')).toBeVisible();
  await card.getByRole('button', { name: 'Change' }).click();
  await card.getByRole('radio', { name: /^Tienda’s nameservers/ }).click({ force: true });
  await expect(card.getByText('What is set here counts again: 1 record.')).toBeVisible();
  await set.click();
  await expect(card.getByText('Tienda’s nameservers')).toBeVisible();
});

test('many names are pointed somewhere together, what cannot be said before; found by it, and taken back', async ({
  shop,
  baseURL,
}) => {
  const names = await holder(shop, baseURL ?? '', 3);
  await shop.getByRole('link', { name: /All names/ }).click();
  for (const name of names) await shop.getByRole('checkbox', { name: `Choose ${name}` }).click();
  await shop.getByRole('button', { name: 'Nameservers', exact: true }).click();
  await shop.getByRole('radio', { name: /^Other nameservers/ }).click({ force: true });
  await shop.getByLabel('Nameservers, one a line').fill(`ns1.${names[0]}`);
  await shop.getByRole('button', { name: 'Show what will change' }).click();
  await expect(shop.getByText(/^Name two nameservers at least/)).toBeVisible();
  await shop.getByLabel('Nameservers, one a line').fill(`ns1.${names[0]}\nns1.quayhost.example`);
  await shop.getByRole('button', { name: 'Show what will change' }).click();
  await expect(shop.getByText(/^2 names will change\. 1 can’t here: a nameserver below the name itself/)).toBeVisible();
  await shop.getByRole('button', { name: 'Leave them' }).click();
  await expect(shop.getByLabel('Nameservers, one a line')).toHaveValue(`ns1.${names[0]}\nns1.quayhost.example`);
  await shop.getByRole('radio', { name: /^None/ }).click({ force: true });
  await shop.getByRole('button', { name: 'Show what will change' }).click();
  await expect(shop.getByText('3 names will change.')).toBeVisible();
  await shop.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.getByText('All their registries have answered.')).toBeVisible();
  await shop.getByRole('button', { name: 'No nameservers · 3' }).click();
  await expect(shop.getByRole('checkbox')).toHaveCount(3);
  await shop.getByRole('button', { name: 'Undo' }).click();
  await expect(shop.getByRole('button', { name: 'No nameservers · 0' })).toBeVisible();
});
