import { readFileSync } from 'node:fs';
import { orderNames, untilEnded } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, freshWord, member, test } from './shop';

test('records of many names are changed alike: what cannot be is told, the rest is saved and taken back', async ({
  shop,
  baseURL,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  const names = Array.from({ length: 3 }, () => `${freshWord()}.org`);
  const ordered = names.map((name) => ({ name }));
  await untilEnded(visitor, (await orderNames(visitor, ordered)).id);
  const handedOn = [{ name: 'www', type: 'NS', ttl: 3600, data: 'ns1.quayhost.example' }];
  await visitor.expect(200, 'PUT', `/api/me/names/${names[2]}/zone`, { version: 0, records: handedOn });
  await shop.goto('/names');
  const loads = countLoads(shop);
  for (const name of names) await shop.getByRole('checkbox', { name: `Choose ${name}` }).click();
  await shop.getByRole('button', { name: 'Records', exact: true }).click();
  await expect(shop.getByRole('heading', { name: 'Records of 3 names' })).toBeVisible();
  await shop.getByRole('button', { name: 'Forward it' }).click();
  await shop.getByLabel('Where visitors are sent').fill('http://sites.quayhost.example/salt');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText('2 names will change.')).toBeVisible();
  await expect(shop.getByText(`${names[2]}: www FORWARD is handed on to other nameservers`)).toBeVisible();
  await shop.getByRole('button', { name: 'Save for 2 names' }).click();
  await expect(shop.getByText('2 names answer so from now on.')).toBeVisible();
  const recordsOf = async (name = '') => (await visitor.expect(200, 'GET', `/api/me/names/${name}/zone`)).records;
  expect(await recordsOf(names[0])).toHaveLength(2);
  await shop.getByRole('button', { name: 'Take it back' }).click();
  await expect(shop.getByText('2 names are as they were.')).toBeVisible();
  expect(await recordsOf(names[0])).toEqual([]);
  await shop.getByRole('button', { name: 'Change something else' }).click();
  await shop.getByRole('button', { name: 'The same as my other name' }).click();
  await shop.getByLabel('Your other name').fill(names[2] ?? '');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText('2 names will change. 1 is so already.')).toBeVisible();
  await shop.getByRole('button', { name: 'Leave it' }).click();
  const download = shop.waitForEvent('download');
  await shop.getByRole('button', { name: 'Save as zone files' }).click();
  const archive = readFileSync(await (await download).path());
  const input = shop.getByLabel('Read zone files').and(shop.locator('input'));
  await input.setInputFiles({ name: 'zones.zip', mimeType: 'application/zip', buffer: archive });
  // Two have no record yet, and the third is as its file says.
  await expect(shop.getByText('0 names will change. 1 is so already.')).toBeVisible();
  await input.setInputFiles({ name: 'zones.zip', mimeType: 'application/zip', buffer: Buffer.from('none') });
  await expect(shop.getByText('This archive cannot be read.')).toBeVisible();
  await input.setInputFiles(
    names.map((name) => ({ name: `${name}.zone`, mimeType: 'text/dns', buffer: Buffer.from('@ A 192.0.2.7\nx MX 1') })),
  );
  await expect(shop.getByText('3 names will change.')).toBeVisible();
  await expect(shop.getByText('3 lines were not read:')).toBeVisible();
  await shop.getByRole('button', { name: 'Save for 3 names' }).click();
  await expect(shop.getByText('3 names answer so from now on.')).toBeVisible();
  expect(await recordsOf(names[2])).toMatchObject([{ type: 'A', data: ['192.0.2.7'] }]);
  await shop.getByRole('button', { name: 'Take it back' }).click();
  await expect(shop.getByText('3 names are as they were.')).toBeVisible();
  expect(loads()).toBe(0);
});
