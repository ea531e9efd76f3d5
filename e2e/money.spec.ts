import { readFile } from 'node:fs/promises';
import { orderNames, signUp, untilEnded, Visitor } from '../scripts/demo.mjs';
import { expect, freshAddress, freshWord, password, put, signedIn, test } from './shop';

test('codes: the best picked, another chosen, a private one typed, one taken with a longer term; all survive a reload', async ({
  shop,
  page,
}) => {
  const word = freshWord();
  await put(page, word, 'boats');
  await shop.goto('/basket');
  const codes = shop.getByRole('group', { name: 'Promo codes' });
  await expect(codes.getByRole('radio', { name: /^FIRSTKNOT · best, saves US\$0.60/ })).toBeChecked();
  await shop.getByLabel('A code you have').fill('quayside');
  await shop.getByRole('button', { name: 'Try it' }).click();
  await expect(codes.getByRole('radio', { name: /^QUAYSIDE · best, saves US\$1.20/ })).toBeChecked();
  await shop.getByLabel('A code you have').fill('sunk');
  await shop.getByRole('button', { name: 'Try it' }).click();
  await expect(shop.getByText('there is no such code: check its letters.')).toBeVisible();
  await expect(shop.getByLabel('A code you have')).toHaveValue('sunk');
  await codes.getByRole('radio', { name: /^REGATTA/ }).click();
  await expect(shop.getByRole('group', { name: 'Tally' })).toContainText('code REGATTA, 15% off');
  await shop.reload();
  await expect(codes.getByRole('radio', { name: /^REGATTA/ })).toBeChecked();
  await expect(shop.getByText('sunk: there is no such code')).toBeVisible();
  await shop.getByRole('button', { name: 'Remove it: sunk' }).click();
  await expect(shop.getByText(/code DRYDOCK: .* more today, and keeping it so long costs .* less/)).toBeVisible();
  await shop.getByRole('button', { name: 'Choose this: DRYDOCK' }).click();
  await expect(shop.getByRole('radio', { name: /^2 years/ })).toBeChecked();
  await expect(shop.getByRole('group', { name: 'Tally' })).toContainText('code DRYDOCK, first year at US$0.98');
});

test('signing in takes a newcomers’ code away, and says so with what takes its place', async ({
  shop,
  page,
  baseURL,
}) => {
  const email = await signedIn(page, baseURL ?? '', true);
  const visitor = await Visitor.open(baseURL ?? '');
  await visitor.expect(200, 'POST', '/api/session', { email, password });
  await untilEnded(visitor, (await orderNames(visitor, [{ name: `${freshWord()}.org` }])).id);
  await shop.goto('/account');
  await shop.getByRole('button', { name: 'Sign out', exact: true }).click();
  await put(page, freshWord(), 'org');
  await shop.goto('/basket');
  await expect(shop.getByRole('radio', { name: /^FIRSTKNOT · best/ })).toBeChecked();
  await shop.goto('/account');
  await shop.getByLabel('Mail address').fill(email);
  await shop.getByLabel('Password').fill(password);
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await expect(shop.getByText(`Signed in as ${email}`)).toBeVisible();
  await shop.goto('/basket');
  await expect(
    shop.getByText(
      /Code FIRSTKNOT does not apply: it is for new customers, and you have had a name here. Code REGATTA saves/,
    ),
  ).toBeVisible();
  await shop.getByRole('button', { name: 'Dismiss' }).click();
  await expect(shop.getByText(/Code FIRSTKNOT does not apply/)).toHaveCount(0);
});

test('country, currency and what a line means: all told where the money stands', async ({ shop, page }) => {
  await put(page, freshWord(), 'boats');
  await shop.goto('/basket');
  const tally = shop.getByRole('group', { name: 'Tally' });
  await expect(tally).toContainText('VAT 23%, Ireland');
  await shop.getByLabel('Billed in').focus();
  await shop.getByLabel('Billed in').selectOption('MX');
  await expect(shop.getByText(/Tax was: VAT 23%, Ireland. It is: No VAT, Mexico. The total was/)).toBeVisible();
  await tally.getByRole('button', { name: /^No VAT, Mexico/ }).click();
  await expect(shop.getByText('Sales to Mexico are outside the scope of VAT: none is charged.')).toBeVisible();
  await tally.getByLabel('Currency').selectOption('JPY');
  await expect(shop.getByText(/^1 USD = 151.2 JPY, rate of .*2026. Charged in JPY.$/)).toBeVisible();
  await expect(tally).toContainText('Today, JPY');
  await shop.reload();
  await expect(tally).toContainText('introductory price');
  await expect(tally).toContainText('Today, JPY');
});

test('over each of ten years stands the whole price, in currencies with long prices too', async ({ shop }) => {
  await shop.goto(`/find/${freshWord()}.org`);
  const signs = { USD: 'US$', MXN: 'MX$', NOK: 'NOK', JPY: 'JP¥' };
  for (const [currency, sign] of Object.entries(signs)) {
    await shop.getByLabel('Currency').selectOption(currency);
    const years = shop.getByRole('radiogroup').first();
    await expect(years.getByRole('radio', { name: `costs ${sign}` })).toHaveCount(10);
    // The year's number below, and its price above.
    const written = years.getByText(/^[\d.,]+$/);
    await expect(written).toHaveCount(20);
    const cut = await written.evaluateAll((all) =>
      all.flatMap(({ scrollWidth, clientWidth, textContent }) => (scrollWidth > clientWidth ? [textContent] : [])),
    );
    expect(cut, currency).toEqual([]);
  }
});

test('a list goes into the basket, takes one term for all, is advised on, and comes out as CSV', async ({
  shop,
  page,
}) => {
  const [one, two, three] = [freshWord(), freshWord(), freshWord()];
  await shop.goto('/basket');
  await shop.getByRole('button', { name: 'Import a list' }).click();
  await shop
    .getByLabel('Names to import')
    .fill(`name,years,auto-renew\n${one}.org,2,no\n${two}.paris,1,yes\n-${three}.org,1,no\n${three}.net`);
  await expect(shop.getByText('3 names can be put in.')).toBeVisible();
  await expect(shop.getByText(`Line 4, “-${three}.org”`)).toBeVisible();
  await shop.getByRole('button', { name: 'Put 3 names in the basket' }).click();
  await expect(shop.getByRole('group', { name: `${three}.net` })).toBeVisible();
  await shop.getByLabel('All names for').selectOption('3');
  await expect(shop.getByText('One name is not offered for three years')).toBeVisible();
  await expect(
    shop.getByRole('radiogroup', { name: `Years for ${one}.org` }).getByRole('radio', { name: /^3 years/ }),
  ).toBeChecked();
  await shop.getByRole('button', { name: 'Which term?' }).click();
  await expect(shop.getByRole('table', { name: 'Keep cost over ten years' }).getByRole('row')).toHaveCount(11);
  const download = page.waitForEvent('download');
  await shop.getByRole('button', { name: 'Save as CSV' }).click();
  const csv = await readFile(await (await download).path(), 'utf8');
  expect(csv.split('\r\n').slice(0, 3)).toEqual([
    'name,years,privacy,auto-renew',
    `${one}.org,3,yes,no`,
    `${two}.paris,1,no,yes`,
  ]);
  await shop.getByRole('button', { name: `Protect it: ${one}.org` }).click();
  await expect(shop.getByRole('button', { name: /^Put all \d+ names in the basket/ })).toBeVisible();
});

test('a name that someone else registered meanwhile is marked when the basket is opened again', async ({
  shop,
  page,
  baseURL,
}) => {
  const word = freshWord();
  await put(page, word, 'org');
  const other = await Visitor.open(baseURL ?? '');
  await signUp(other, freshAddress(), password);
  await untilEnded(other, (await orderNames(other, [{ name: `${word}.org` }])).id);
  await shop.goto('/basket');
  await expect(shop.getByText('One name is not as it was when you put it in.')).toBeVisible();
  await expect(shop.getByText('Was available, is taken.')).toBeVisible();
  await expect(shop.getByText('This name is taken now. Remove it to go on.')).toBeVisible();
});

test.describe('in Spanish', () => {
  test.use({ locale: 'es-ES' });

  test('everything is said in Spanish, dates and amounts as they are written there; English is one choice away', async ({
    shop,
    page,
  }) => {
    await page.goto('/?q=salt_whistle');
    await expect(shop.getByText('“_”, el carácter 5 de “salt_whistle”, no puede estar en un nombre')).toBeVisible();
    const name = `${freshWord()}.boats`;
    await shop.getByLabel('Nombre o palabra').fill(name);
    await shop.getByRole('button', { name: `Poner ${name} en la cesta` }).click();
    await shop.getByRole('link', { name: 'Cesta, 1 nombre' }).click();
    const tally = shop.getByRole('group', { name: 'Nota de compra' });
    await expect(tally).toContainText('precio de entrada');
    await expect(tally).toContainText('−8,00');
    await expect(tally).toContainText(/\d+ nov 20\d\d|\d+ \w{3} 20\d\d/);
    await expect(shop.locator('html')).toHaveAttribute('lang', 'es');
    await shop.getByRole('link', { name: 'Cuenta' }).click();
    await shop.getByLabel('Idioma').selectOption('en');
    await expect(shop.getByRole('heading', { name: 'Account', level: 1 })).toBeVisible();
    await expect(shop.getByRole('link', { name: 'Basket, 1 name' })).toBeVisible();
  });
});
