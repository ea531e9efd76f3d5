import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { promisify } from 'node:util';
import type { Locator, Page } from '@playwright/test';
import { orderNames, untilEnded, type Visitor } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, freshWord, member, test, tryUntil } from './shop';

const run = promisify(execFile);
const port = String(process.env['TIENDA_DNS_PORT']);

/** What the first name server answers, a line each. */
async function dig(name: string, type: string): Promise<string[]> {
  const { stdout } = await run('dig', ['@127.0.0.1', '-p', port, '+norecurse', '+short', name, type]);
  return stdout.trim().split('\n').filter(Boolean);
}

/** Somebody who holds a name, and the browser on the page of where it points. */
async function holder(shop: Page, baseURL: string): Promise<{ visitor: Visitor; name: string }> {
  const visitor = await member(shop, baseURL);
  const name = `${freshWord()}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  await shop.goto(`/names/${name}`);
  await shop.getByRole('link', { name: 'Records and recipes' }).click();
  await expect(shop.getByText('No records yet')).toBeVisible();
  return { visitor, name };
}

test('a recipe shows what it changes, is saved, and answered by the name servers; taken back with one tap', async ({
  shop,
  baseURL,
}) => {
  const { name } = await holder(shop, baseURL ?? '');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'A host gave me an address' }).click();
  await shop.getByLabel('IPv4 address', { exact: true }).fill('192.0.2');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText('“192.0.2” is not an IPv4 address.')).toBeVisible();
  await shop.getByLabel('IPv4 address', { exact: true }).fill('192.0.2.7');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(
    shop.getByText(/^2 records more\. Nothing else changes\. Seen everywhere within 5 minutes/),
  ).toBeVisible();
  expect(await dig(name, 'A')).toEqual([]);
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  expect(await dig(`www.${name}`, 'A')).toEqual([`${name}.`, '192.0.2.7']);
  await expect(shop.getByText('answers at 192.0.2.7')).toBeVisible();
  await shop.getByRole('button', { name: 'Take it back' }).click();
  await expect(shop.getByText(/^Saved as version 2/)).toBeVisible();
  expect(await dig(name, 'A')).toEqual([]);
  await shop.getByRole('button', { name: 'Earlier versions' }).click();
  await shop.getByRole('button', { name: 'Bring version 1 back' }).click();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 3/)).toBeVisible();
  expect(await dig(name, 'A')).toEqual(['192.0.2.7']);
  expect(loads()).toBe(0);
});

test('a record is typed wrong, put right, kept while one looks elsewhere, and what is missing beside it is said', async ({
  shop,
  baseURL,
}) => {
  const { name } = await holder(shop, baseURL ?? '');
  await shop.getByRole('button', { name: 'Add a record' }).click();
  await shop.getByLabel('Type').selectOption('MX');
  await shop.getByLabel('Data', { exact: true }).fill('10 192.0.2.7');
  await shop.getByRole('button', { name: 'Put it with the others' }).click();
  await expect(shop.getByText(/^192\.0\.2\.7 is an address, and this needs the name of a host/)).toBeVisible();
  await expect(shop.getByLabel('Data', { exact: true })).toHaveValue('10 192.0.2.7');
  await shop.getByLabel('Data', { exact: true }).fill('10 mx.lakepost.example');
  await shop.getByRole('button', { name: 'Put it with the others' }).click();
  await expect(shop.getByText('There is mail and no SPF', { exact: false })).toBeVisible();
  await shop.getByRole('link', { name: `All of ${name}` }).click();
  await shop.getByRole('link', { name: 'Records and recipes' }).click();
  await expect(shop.getByRole('button', { name: 'MX at @: change' })).toBeVisible();
  await shop.getByRole('button', { name: 'Add it' }).first().click();
  await shop.getByRole('button', { name: 'Add it' }).first().click();
  await expect(shop.getByRole('button', { name: 'Add it' })).toHaveCount(0);
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  expect(await dig(name, 'MX')).toEqual(['10 mx.lakepost.example.']);
  expect(await dig(`_dmarc.${name}`, 'TXT')).toEqual(['"v=DMARC1; p=quarantine"']);
});

test('what cannot be together is said before it is saved; two who change at once keep both', async ({
  shop,
  baseURL,
}) => {
  const { visitor, name } = await holder(shop, baseURL ?? '');
  const add = async (type: string, at: string, data: string) => {
    await shop.getByRole('button', { name: 'Add a record' }).click();
    await shop.getByLabel('Type').selectOption(type);
    await shop.getByLabel('Name', { exact: true }).fill(at);
    await shop.getByLabel('Data', { exact: true }).fill(data);
    await shop.getByRole('button', { name: 'Put it with the others' }).click();
  };
  await add('A', 'www', '192.0.2.7');
  await add('CNAME', 'www', '@');
  await expect(shop.getByText('www CNAME stands alone at its name. Take it away, or www A.')).toBeVisible();
  await expect(shop.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await shop.getByRole('button', { name: 'CNAME at www: change' }).click();
  await shop.getByRole('button', { name: 'Take it away' }).click();
  const other = [{ name: 'shop', type: 'A', ttl: 300, data: '192.0.2.9' }];
  await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records: other });
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Somebody else changed these records meanwhile: 1 record more/)).toBeVisible();
  await expect(shop.getByRole('button', { name: 'A at shop: change' })).toBeVisible();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 2/)).toBeVisible();
  expect([await dig(`www.${name}`, 'A'), await dig(`shop.${name}`, 'A')]).toEqual([['192.0.2.7'], ['192.0.2.9']]);
});

test('a zone file is read with a report of what was not, and given out again', async ({ shop, baseURL }) => {
  const { name } = await holder(shop, baseURL ?? '');
  const text = `$TTL 1h\n@ IN A 192.0.2.7\nwww CNAME @\n@ MX 10 192.0.2.9\n$INCLUDE more\n@ NS ns1.elsewhere.example.\n`;
  await shop
    .getByLabel('Read a zone file')
    .and(shop.locator('input'))
    .setInputFiles({ name: 'old.zone', mimeType: 'text/dns', buffer: Buffer.from(text) });
  await expect(shop.getByText(/^2 records read/)).toBeVisible();
  await expect(shop.getByText(/^Line 4: 192\.0\.2\.9 is an address/)).toBeVisible();
  await expect(shop.getByText('Line 5: this directive is not known here.')).toBeVisible();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  expect(await dig(name, 'A')).toEqual(['192.0.2.7']);
  const download = shop.waitForEvent('download');
  await shop.getByRole('link', { name: 'Save as a zone file' }).evaluate((link) => {
    link.removeAttribute('target');
    (link as HTMLAnchorElement).click();
  });
  const file = await (await download).path();
  expect(readFileSync(file, 'utf8')).toContain('www 3600 IN CNAME');
  await run('named-checkzone', [name, file]);
});

test('visitors are sent on: typed wrong, put right, saved, tried as a visitor would, and everyone is seen to see it', async ({
  shop,
  baseURL,
}) => {
  const { name } = await holder(shop, baseURL ?? '');
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'Forward it' }).click();
  const to = shop.getByLabel('Where visitors are sent');
  await to.fill('http://localhost:8080');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText(/is reached from some networks alone/)).toBeVisible();
  await to.fill('http://shy.quayhost.example/');
  await shop.getByRole('radio', { name: /^Masked/ }).check();
  await shop.getByLabel('Title of the page').fill('Salt & Whistle');
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  const tryIt = shop.getByRole('button', { name: 'Test it' });
  await tryUntil(() => tryIt.click(), shop.getByText(/forbids being shown under another name/));
  await shop.getByRole('button', { name: 'FORWARD at @: change' }).click();
  await shop.getByRole('radio', { name: /^For now/ }).check();
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 2/)).toBeVisible();
  await tryUntil(
    () => tryIt.click(),
    shop.getByText(/^Over HTTP: It works: a visitor arrives at http:..shy\.quayhost\.example/),
  );
  await expect(shop.getByText(/^Asked just now in three places: all of them see version 2/)).toBeVisible();
  expect(await dig(`www.${name}`, 'A')).toEqual(['127.0.0.1']);
  await shop.getByRole('button', { name: 'Sign it' }).click();
  await expect(shop.getByText(/^Signed with key \d+\. The registry vouches for it after/)).toBeVisible();
  expect(await dig(name, 'DNSKEY')).toHaveLength(1);
  await shop.getByRole('button', { name: 'Switch it off' }).click();
  await expect(shop.getByText(/^Not signed\./)).toBeVisible();
  expect(loads()).toBe(0);
});

/** Goes on with the Tab key until this has the keyboard, as somebody without a mouse does. */
async function tabTo(shop: Page, wanted: Locator): Promise<void> {
  const hasKeyboard = () => wanted.evaluate((element) => element === document.activeElement);
  for (let steps = 0; steps < 80 && !(await hasKeyboard()); steps += 1) await shop.keyboard.press('Tab');
  await expect(wanted).toBeFocused();
}

test('with the keyboard alone: visitors and mail are forwarded, saved, tried, signed, and taken back', async ({
  shop,
  baseURL,
}) => {
  const { name } = await holder(shop, baseURL ?? '');
  const { keyboard } = shop;
  const button = (title: string | RegExp) => shop.getByRole('button', { name: title, exact: true });
  const press = async (title: string) => {
    await tabTo(shop, button(title));
    await keyboard.press('Enter');
  };
  await press('Forward it');
  await tabTo(shop, shop.getByLabel('Where visitors are sent'));
  await keyboard.type('http://sites.quayhost.example/');
  await tabTo(shop, shop.getByRole('radio', { name: /^For good/ }));
  await keyboard.press('ArrowDown');
  await expect(shop.getByRole('radio', { name: /^For now/ })).toBeChecked();
  await press('Show what it changes');
  await press('Save');
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  await tryUntil(() => press('Test it'), shop.getByText(/^Over HTTP: It works/));
  await press('Forward mail');
  await tabTo(shop, shop.getByLabel('Address', { exact: true }));
  await keyboard.type('sales');
  await tabTo(shop, shop.getByLabel('Where its mail goes'));
  await keyboard.type('lotte@quayquill.example');
  await press('Show what it changes');
  await press('Save');
  await expect(shop.getByText(/^Saved as version 2/)).toBeVisible();
  await press('Sign it');
  await expect(shop.getByText(/^Signed with key \d+/)).toBeVisible();
  await press('Switch it off');
  await expect(shop.getByText(/^Not signed\./)).toBeVisible();
  expect(await dig(name, 'MX')).toEqual(['10 mx.tienda.example.']);
  await press('Take it back');
  await expect(shop.getByText(/^Saved as version 3/)).toBeVisible();
  expect(await dig(name, 'MX')).toEqual([]);
});
