import { orderNames, signUp, untilEnded, Visitor } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, freshAddress, freshWord, member, password, test } from './shop';

test('somebody is invited, refused once for what is missing, helps with records, and is stopped at once', async ({
  shop,
  baseURL,
  browser,
}) => {
  const owner = await member(shop, baseURL ?? '');
  const [name, other] = [`${freshWord()}.org`, `${freshWord()}.org`];
  await untilEnded(owner, (await orderNames(owner, [{ name }, { name: other }])).id);
  const email = freshAddress();
  await signUp(await Visitor.open(baseURL ?? ''), email, password);
  await shop.goto('/account');
  const loads = countLoads(shop);
  await shop.getByRole('link', { name: 'Helpers' }).click();
  await shop.getByRole('button', { name: 'Invite somebody' }).click();
  await shop.getByLabel('Mail address of the helper').fill(email);
  await shop.getByRole('switch', { name: 'Records and forwarding' }).check({ force: true });
  await shop.getByRole('radio', { name: 'Single ones' }).check({ force: true });
  await shop.getByLabel('Names, one a line').fill(`${name}\nnowhere.org`);
  await shop.getByLabel('Password').fill(password);
  await shop.getByRole('button', { name: 'Send the invitation' }).click();
  await expect(shop.getByText('nowhere.org', { exact: false })).toBeVisible();
  await expect(shop.getByText('This name is not among yours.')).toBeVisible();
  await shop.getByLabel('Names, one a line').fill(name);
  await shop.getByRole('button', { name: 'Send the invitation' }).click();
  await expect(shop.getByText(/^Invited, can be accepted until /)).toBeVisible();

  const theirs = await browser.newContext({ ...(baseURL ? { baseURL } : {}) });
  const page = await theirs.newPage();
  await page.goto('/account/helpers');
  const helperLoads = countLoads(page);
  await page.getByLabel('Mail address').fill(email);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).last().click();
  await page.getByRole('button', { name: 'Accept' }).click();
  await page.getByRole('button', { name: /^Look after the names of / }).click();
  await expect(page.getByText(/^You look after the names of /)).toBeVisible();
  await expect(page.getByText(other)).toBeHidden();
  await page.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('switch', { name: 'Auto-renew' })).toBeDisabled();
  await expect(page.getByText('Moving it away')).toBeHidden();
  await page.getByRole('link', { name: 'Records and recipes' }).click();
  await page.getByRole('button', { name: 'A host gave me an address' }).click();
  await page.getByLabel('IPv4 address', { exact: true }).fill('192.0.2.7');
  await page.getByRole('button', { name: 'Show what it changes' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/^Saved as version 1/)).toBeVisible();
  await expect(page.getByText(/^You look after the names of /)).toBeVisible();

  await shop.getByRole('button', { name: `End the help of ${email}` }).click();
  await expect(shop.getByText('Nobody helps you.')).toBeVisible();
  await page.getByRole('link', { name: `All of ${name}` }).click();
  await expect(page.getByText(/^You do not help .* any more\. These are your own names\.$/)).toBeVisible();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Names' }).click();
  await expect(page.getByText('No names yet')).toBeVisible();
  expect(helperLoads()).toBe(0);
  await theirs.close();

  await shop.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Names' }).click();
  await shop.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(shop.getByText(`its DNS records were changed · ${email}`)).toBeVisible();
  expect(loads()).toBe(0);
});
