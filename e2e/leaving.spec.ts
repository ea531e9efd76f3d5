import { askFromElsewhere, marenContact, orderNames, signUp, untilEnded, Visitor } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, freshAddress, freshWord, member, password, test } from './shop';

/** Names that somebody holds. */
async function named(visitor: Visitor, count: number): Promise<string[]> {
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const names = Array.from({ length: count }, () => `${freshWord()}.me.uk`);
  const wanted = names.map((name) => ({ name }));
  await untilEnded(visitor, (await orderNames(visitor, wanted)).id);
  return names;
}

test('a name that another registrar asks for is kept, asked for again, and let go; what goes on here is told', async ({
  shop,
  baseURL,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  const [name = ''] = await named(visitor, 1);
  await shop.goto(`/names/${name}`);
  const loads = countLoads(shop);
  const places = shop.getByRole('navigation', { name: 'Places' });
  const ask = async (registrar: string) => {
    const { authCode } = await visitor.expect(200, 'POST', `/api/me/names/${name}/auth-code`, { password });
    expect(await askFromElsewhere(name, authCode, registrar)).toBe(1001);
    const asked = async () => (await visitor.expect(200, 'GET', '/api/me/moves-away')).asked.length;
    await expect.poll(asked).toBe(1);
    await places.getByRole('link', { name: 'Ahead' }).click();
    await places.getByRole('link', { name: 'Names' }).click();
    await expect(shop.getByText(new RegExp(`^${registrar} asks for ${name}`))).toBeVisible();
    await shop.getByRole('link', { name: `See ${name}` }).click();
  };
  const card = shop.getByLabel('Moving it away', { exact: true });
  await card.getByRole('button', { name: 'Show a new auth code' }).click();
  await card.getByLabel('Password').fill(password);
  await card.getByRole('button', { name: 'Show a new auth code' }).click();
  await expect(card.getByText(/^The auth code is /)).toBeVisible();
  await ask('penny-quay');
  await shop.getByRole('button', { name: 'Keep it here' }).click();
  await expect(shop.getByRole('button', { name: 'Keep it here' })).toBeHidden();
  await expect(shop.getByText(/^kept, though another registrar asked for it/)).toBeVisible();
  await ask('harbourgate');
  await shop.getByRole('button', { name: 'Let it go' }).click();
  await shop.getByRole('button', { name: 'Yes, let it go' }).click();
  await expect(
    shop.getByText(new RegExp(`^${name} moved away on .* Its records, forwarding and mail go on here`)),
  ).toBeVisible();
  await places.getByRole('link', { name: 'Names' }).click();
  await expect(shop.getByText(new RegExp(`^${name} moved away on `))).toBeVisible();
  expect(loads()).toBe(0);
});

test('names are handed over to another account: refused while one is offered elsewhere, and taken there', async ({
  shop,
  baseURL,
  browser,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  const names = await named(visitor, 2);
  const [name = '', other = ''] = names;
  const email = freshAddress();
  await signUp(await Visitor.open(baseURL ?? ''), email, password);
  await shop.goto('/names');
  const loads = countLoads(shop);
  for (const one of names) await shop.getByRole('checkbox', { name: `Choose ${one}` }).check({ force: true });
  await shop.getByRole('button', { name: 'Hand over' }).click();
  await shop.getByLabel('Mail address of the other account').fill(email);
  await shop.getByLabel('Password').fill('not it');
  const { given } = await visitor.expect(201, 'POST', '/api/me/hand-overs', {
    names: [other],
    email: freshAddress(),
    password,
  });
  const offer = shop.getByRole('button', { name: 'Offer 2 names' });
  await offer.click();
  await expect(shop.getByText('is not your password', { exact: false })).toBeVisible();
  await shop.getByLabel('Password').fill(password);
  await offer.click();
  await expect(shop.getByText(`${other}: it is offered to somebody already: withdraw that first`)).toBeVisible();
  await visitor.expect(200, 'DELETE', `/api/me/hand-overs/${given[0].id}`);
  await offer.click();
  await expect(shop.getByText(`Offered to ${email}, by mail.`, { exact: false })).toBeVisible();
  const theirs = await browser.newContext({ ...(baseURL ? { baseURL } : {}) });
  const page = await theirs.newPage();
  await page.goto('/names/hand-overs');
  await page.getByRole('button', { name: 'Sign in', exact: true }).first().click();
  await page.getByLabel('Mail address').fill(email);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).last().click();
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(page.getByText('They are yours now.')).toBeVisible();
  await page.getByRole('button', { name: 'To your names' }).click();
  for (const one of names) await expect(page.getByRole('link', { name: new RegExp(`^${one}`) })).toBeVisible();
  await page.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByText(/^taken over from /)).toBeVisible();
  await theirs.close();
  await shop.getByRole('link', { name: 'Handing over' }).click();
  await expect(shop.getByText('Taken.', { exact: true })).toBeVisible();
  expect(loads()).toBe(0);
});
