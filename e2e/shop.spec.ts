import type { Page } from '@playwright/test';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { priceTrend } from '@tienda/core/catalogue/priceTrend';
import { comingDay, everythingChecked, expect, fillCard, freshWord, put, scrollTo, signedIn, test } from './shop';

test('what cannot be a name says why and offers what can', async ({ shop }) => {
  await shop.goto('/?q=salt_whistle');
  await expect(shop.getByText('“_”, character 5 of “salt_whistle”')).toBeVisible();
  await expect(shop.getByText('The same word')).toBeVisible();
  await expect(shop.getByText('No name fits these choices.')).toBeHidden();
  await shop.getByRole('button', { name: 'Search for saltwhistle' }).click();
  await expect(shop.getByLabel('Name or word')).toHaveValue('saltwhistle');
  await expect(shop.getByText(everythingChecked).first()).toBeVisible();
});

test('a shared address opens the same search, and the way back works', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle&keep=10&sort=keep&kind=country&currency=EUR');
  await expect(shop.getByLabel('Years to keep')).toHaveValue('10');
  await expect(shop.getByLabel('Order')).toHaveValue('keep');
  await expect(shop.getByLabel('Currency')).toHaveValue('EUR');
  await expect(shop.getByRole('button', { name: 'Filters (1)' })).toBeVisible();
  await expect(shop.getByText(/€\d/).first()).toBeVisible();
  await shop.getByRole('link', { name: /^Basket/ }).click();
  await expect(shop.getByRole('heading', { name: 'The basket is empty' })).toBeVisible();
  await shop.goBack();
  await expect(shop.getByLabel('Name or word')).toHaveValue('saltwhistle');
  await expect(shop.getByLabel('Order')).toHaveValue('keep');
});

test('taken, reserved and premium names are told apart in words', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle.lake+saltwhistle.coop+saltwhistle.com+saltwhistle.org');
  await expect(shop.getByText('Premium · every year')).toBeVisible();
  await expect(shop.getByText('Reserved by its registry')).toBeVisible();
  await expect(shop.getByText(`Taken until ${comingDay('2027-05-03')}`)).toBeVisible();
  await expect(shop.getByRole('button', { name: 'Put saltwhistle.org in the basket' })).toBeVisible();
  await expect(shop.getByRole('button', { name: 'Put saltwhistle.com in the basket' })).toHaveCount(0);
});

test('a full name leads on: the same word elsewhere, names close to it, and what can be done about one that is taken', async ({
  shop,
  viewport,
}) => {
  await shop.goto('/?q=saltwhistle.com');
  await expect(shop.getByRole('heading', { name: 'The same word' })).toBeVisible();
  await expect(shop.getByText(everythingChecked).first()).toBeInViewport();
  await shop.getByRole('button', { name: 'Put saltwhistle.org in the basket' }).click();
  await expect(shop.getByRole('link', { name: 'Basket, 1 name' })).toBeVisible();
  const close = shop.getByRole('heading', { name: 'Close to it' });
  // Only what is near is drawn: one looks down the list step by step.
  await shop.getByRole('heading', { name: 'The same word' }).hover();
  await expect(async () => {
    await shop.mouse.wheel(0, 200);
    await expect(close).toBeInViewport({ timeout: 500 });
  }).toPass();
  const last = shop.getByRole('link', { name: 'saltwhistle.app' });
  await last.click();
  await expect(shop.getByRole('heading', { name: 'saltwhistle.app', level: 1 })).toBeVisible();
  await shop.goBack();
  // The search is as it was left: its list at the row where it was.
  await expect(last).toBeVisible();
  if ((viewport?.width ?? 0) < 1000)
    await expect(shop.getByRole('heading', { name: 'The same word' })).not.toBeInViewport();
  await shop.goto('/?q=saltwhistle.com');
  await shop.getByRole('link', { name: /^Make an offer/ }).click();
  await expect(shop.getByRole('group', { name: 'Make an offer' })).toBeInViewport();
  await shop.goBack();
  await shop.getByRole('link', { name: /^Wait for it/ }).click();
  await expect(shop.getByRole('group', { name: 'Wait for it' })).toBeInViewport();
});

test('a word leads on to names close to it, after the main extensions', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle');
  const close = shop.getByRole('heading', { name: 'Close to it' });
  await shop.getByRole('link', { name: 'saltwhistle.org' }).hover();
  await expect(async () => {
    await shop.mouse.wheel(0, 200);
    await expect(close).toBeInViewport({ timeout: 500 });
  }).toPass();
  // What stands at the top goes to the end: the list does not follow it there.
  await close.evaluate((head) => head.scrollIntoView({ block: 'start' }));
  const scrolled = () =>
    shop.evaluate(() => Math.max(...Array.from(document.querySelectorAll('div'), (part) => part.scrollTop)));
  await expect.poll(scrolled).toBeGreaterThan(0);
  await shop.getByLabel('Order').selectOption('keep');
  await expect(close).toHaveCount(0);
  await expect.poll(scrolled).toBe(0);
  await expect(shop.getByText(everythingChecked).first()).toBeInViewport();
  // Rows that are drawn stand in no order in the document.
  const inSight = (rows: Element[]) =>
    rows.some((row) => row.getBoundingClientRect().top > 0 && row.getBoundingClientRect().bottom < innerHeight);
  const offered = shop.getByRole('button', { name: /^Put saltwhistle\./ });
  await expect.poll(() => offered.evaluateAll(inSight)).toBe(true);
});

test('names pasted or given as a file are looked up together', async ({ shop, page }) => {
  const words = Array.from({ length: 30 }, () => freshWord());
  await shop.goto('/');
  const chooser = page.waitForEvent('filechooser');
  await shop.getByRole('button', { name: 'Names from a CSV or text file' }).click();
  await (
    await chooser
  ).setFiles({
    name: 'names.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['note,domain', ...words.map((word) => `"ours, soon",${word}.org`)].join('\n')),
  });
  await expect(shop.getByText(/^30 of 30 asked · 30 open/).first()).toBeVisible();
});

test('one extension only with one tap, and back to all with another', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle');
  await shop.getByRole('button', { name: 'More about saltwhistle.org' }).click();
  await shop.getByRole('button', { name: 'Only .org' }).click();
  await expect(shop.getByText(/^1 of 1 asked/).first()).toBeVisible();
  await expect(shop).toHaveURL(/only=org/);
  await shop.getByRole('button', { name: 'Only .org ✕' }).click();
  await expect(shop.getByText(everythingChecked).first()).toBeVisible();
  await expect(shop).not.toHaveURL(/only=/);
});

test('a registry that is silent leaves its names unknown, and they can be asked for again', async ({ shop, page }) => {
  const word = freshWord();
  const csrf = (await (await page.request.get('/api/session')).json()).csrf;
  const faults = (list: object[]) =>
    page.request.post('/api/demo/faults', {
      data: { standIn: 'fernhollow', faults: list },
      headers: { 'X-Tienda-CSRF': csrf },
    });
  await faults([{ on: 'checkDomains', kind: 'dropBefore' }]);
  await shop.goto(`/?q=${word}.pro`);
  await expect(shop.getByText('The registry did not answer').first()).toBeVisible();
  await faults([]);
  await shop.getByRole('button', { name: 'Ask again' }).click();
  await expect(shop.getByRole('button', { name: `Put ${word}.pro in the basket` })).toBeVisible();
});

/** What registering in an extension did in price over the last year, as the page says it: prices change as years go by. */
async function changeOfAYear(page: Page, label: string): Promise<string> {
  const extensions: WholeExtension[] = await (await page.request.get('/api/extensions')).json();
  const percent = Math.round(priceTrend(extensions.find((one) => one.label === label)?.history ?? []).register * 100);
  return percent === 0 ? 'did not change' : percent > 0 ? `rose ${percent}%` : `fell ${-percent}%`;
}

test('a name’s page: rail, curves as tables too, rules, dates; the term chosen goes into the basket', async ({
  shop,
}) => {
  const name = `${freshWord()}.boats`;
  await shop.goto(`/find/${name}`);
  await expect(shop.getByRole('heading', { name, level: 1 })).toBeVisible();
  await shop.getByRole('radio', { name: /^3 years/ }).click();
  await expect(
    shop.getByText('Today, for three years: US$32.54. Then US$14.68 a year, at today’s price.'),
  ).toBeVisible();
  const costs = shop.getByRole('table', { name: 'Keep cost', exact: true });
  await expect(costs.getByRole('row')).toHaveCount(11);
  await expect(shop.getByRole('table', { name: 'Past prices' }).getByRole('row')).toHaveCount(25);
  await expect(shop.getByText(`.boats ${await changeOfAYear(shop, 'boats')}`)).toBeVisible();
  await expect(shop.getByText('Within 5 days it can be given back for a refund.')).toBeVisible();
  await shop.getByRole('button', { name: `Put ${name} in the basket` }).click();
  await shop.getByRole('link', { name: 'Basket, 1 name' }).click();
  await expect(shop.getByRole('radio', { name: /^3 years/ })).toBeChecked();
});

test('alternatives come with their reason and availability, and go into the basket', async ({ shop }) => {
  await shop.goto('/find/boatyard.com');
  const alike = shop.getByRole('group', { name: 'Names like it' });
  await scrollTo(shop, alike);
  await expect(alike.getByText(/^another extension · Available/).first()).toBeVisible();
  await alike.getByRole('button', { name: /^Put / }).first().click();
  await expect(shop.getByRole('link', { name: 'Basket, 1 name' })).toBeVisible();
});

test('a taken name: who holds it, watched, and an offer that the holder answers', async ({ shop, page, baseURL }) => {
  await signedIn(page, baseURL ?? '', false);
  await shop.goto('/find/quayquill.com');
  await expect(shop.getByText(comingDay('2027-09-12'))).toBeVisible();
  await expect(shop.getByText(`becomes free on ${comingDay('2027-09-12', 80)} at the earliest`)).toBeVisible();
  await shop.getByRole('button', { name: 'Show the registration data (RDAP)' }).click();
  await expect(shop.getByText('"objectClassName": "domain"')).toBeVisible();
  await shop.getByRole('button', { name: 'Watch it' }).click();
  await expect(shop.getByRole('button', { name: 'Stop watching it' })).toBeVisible();
  await shop.getByRole('button', { name: 'Send the offer' }).click();
  await expect(shop.getByText('Type an amount such as 250.')).toBeVisible();
  await shop.getByLabel('What you offer, in US dollars').fill('9000');
  await expect(shop.getByText('You would pay US$9,900.00')).toBeVisible();
  await shop.getByRole('button', { name: 'Send the offer' }).click();
  await expect(shop.getByText('The holder has not answered yet')).toBeVisible();
  await expect(shop.getByText('Agreed at US$9,000.00')).toBeVisible();
  await shop.goto('/account');
  await expect(shop.getByText(`free from ${comingDay('2027-09-12', 80)} at the earliest`)).toBeVisible();
  await expect(shop.getByText('US$9,000.00 · agreed')).toBeVisible();
});

test('the lineup compares, marks the best, names the crossing years and saves as CSV', async ({ shop, page }) => {
  await shop.goto('/?q=saltwhistle.boats+saltwhistle.org');
  for (const name of ['saltwhistle.boats', 'saltwhistle.org']) {
    await shop.getByRole('button', { name: `More about ${name}` }).click();
    await shop.getByRole('button', { name: `Put ${name} in the lineup` }).click();
  }
  await shop.getByRole('button', { name: 'Lineup (2)' }).click();
  const table = shop.getByRole('table', { name: 'Lineup' });
  await expect(table.getByRole('row').filter({ hasText: 'Keep 5 years' })).toContainText('US$45.00');
  await expect(shop.getByText('saltwhistle.boats is dearer than saltwhistle.org from year 3.')).toBeVisible();
  await shop.getByLabel('Add a name or an extension').fill('.nowhere');
  await shop.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(shop.getByText('that Tienda offers')).toBeVisible();
  await shop.getByLabel('Add a name or an extension').fill('.net');
  await shop.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(shop).toHaveURL(/items=saltwhistle.boats(,|%2C)saltwhistle.org(,|%2C).net/);
  const download = page.waitForEvent('download');
  await shop.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toBe('lineup.csv');
});

test('the wordbench combines groups of words and looks them up', async ({ shop }) => {
  await shop.goto('/wordbench');
  const [one, two] = [freshWord(), freshWord()];
  await shop.getByLabel('Group 1').fill(`${one} ${two}`);
  await shop.getByLabel('Group 2').fill('yard, quay');
  await shop.getByRole('button', { name: 'Look up 4 names' }).click();
  await expect(shop.getByText(/^4 of 4 asked · 4 open/).first()).toBeVisible();
});

test('a name removed from the basket comes back with one tap, as it was', async ({ shop, page }) => {
  const word = freshWord();
  await put(page, word, 'org');
  await shop.getByRole('link', { name: 'Basket, 1 name' }).click();
  await shop.getByRole('radio', { name: /^5 years/ }).click();
  await shop.getByRole('button', { name: `Remove ${word}.org` }).click();
  await expect(shop.getByRole('heading', { name: 'The basket is empty' })).toBeVisible();
  await shop.getByRole('button', { name: 'Undo' }).click();
  await expect(shop.getByRole('radio', { name: /^5 years/ })).toBeChecked();
});

test('a declined card charges nothing and registers nothing', async ({ shop, page, baseURL }) => {
  const word = freshWord();
  await signedIn(page, baseURL ?? '', true);
  await put(page, word, 'org');
  await shop.goto('/checkout');
  await shop.getByRole('switch', { name: 'Terms of 1 registry' }).click();
  await fillCard(page, '4539000011110014');
  await shop.getByRole('button', { name: /^Pay/ }).click();
  await expect(shop.getByRole('heading', { name: 'Not paid' })).toBeVisible();
  await expect(shop.getByText('Nothing was done and nothing was taken.')).toBeVisible();
});

test('years changed at review change the price there, without leaving', async ({ shop, page, baseURL }) => {
  const word = freshWord();
  await signedIn(page, baseURL ?? '', true);
  await put(page, word, 'org', 'net');
  await shop.goto('/checkout');
  await expect(shop.getByRole('button', { name: 'Pay US$21.30' })).toBeVisible();
  await shop.getByRole('button', { name: `Change: one year, ${word}.org` }).click();
  await shop
    .getByRole('radiogroup', { name: `Years for ${word}.org` })
    .getByRole('radio', { name: /^3 years/ })
    .click();
  await expect(shop.getByRole('button', { name: 'Pay US$41.44' })).toBeVisible();
});

test('places of an account ask a visitor to sign in, and unknown pages say so', async ({ shop }) => {
  for (const path of ['/names', '/ahead']) {
    await shop.goto(path);
    await expect(shop.getByRole('button', { name: 'Sign in' })).toBeVisible();
  }
  for (const path of ['/nowhere', '/find/salt/quay.example', '/saltwhistle.boats']) {
    expect((await shop.goto(path))?.status()).toBe(404);
    await expect(shop.getByRole('heading', { name: 'Nothing here' }).first()).toBeVisible();
  }
});

test('a search that an address names as a place leads to it', async ({ shop }) => {
  const name = `${freshWord()}.boats`;
  await shop.goto(`/search/${name}`);
  await expect(shop).toHaveURL((address) => address.searchParams.get('q') === name);
  await expect(shop.getByLabel('Name or word')).toHaveValue(name);
});

test('keys of a choice are its own: space on a switch, arrows along the year rail and in a list', async ({
  shop,
  page,
}) => {
  const name = `${freshWord()}.boats`;
  await put(page, name.split('.')[0] ?? '', 'boats');
  const order = shop.getByLabel('Order');
  await order.focus();
  await shop.keyboard.press('b');
  await expect(shop.getByRole('button', { name: `Take ${name} out of the basket` })).toBeVisible();
  await expect(order).toBeFocused();
  await shop.goto('/basket');
  const years = shop.getByRole('radiogroup', { name: `Years for ${name}` });
  await years.getByRole('radio', { name: /^1 year:/ }).focus();
  await shop.keyboard.press('ArrowRight');
  await shop.keyboard.press('ArrowRight');
  await expect(years.getByRole('radio', { name: /^3 years/ })).toBeChecked();
  await expect(years.getByRole('radio', { name: /^3 years/ })).toBeFocused();
  const renew = shop.getByRole('switch', { name: 'Auto-renew' });
  await renew.focus();
  await shop.keyboard.press('Space');
  await expect(renew).not.toBeChecked();
  await shop.keyboard.press('Space');
  await expect(renew).toBeChecked();
});

test('keys: to the search, through the results, into the basket, and the list of keys', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) < 1000, 'keys belong to the wide view');
  const word = freshWord();
  await shop.goto(`/?q=${word}`);
  await expect(shop.getByText(everythingChecked).first()).toBeVisible();
  await shop.keyboard.press('ArrowDown');
  await shop.keyboard.press('b');
  await expect(shop.getByRole('button', { name: `Take ${word}.com out of the basket` })).toBeVisible();
  await shop.keyboard.press('l');
  await expect(shop.getByRole('button', { name: 'Lineup (1)' })).toBeVisible();
  await shop.keyboard.press('?');
  await expect(shop.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await shop.keyboard.press('Escape');
  await expect(shop.getByRole('dialog', { name: 'Keys' })).toHaveCount(0);
  await shop.keyboard.press('/');
  await expect(shop.getByLabel('Name or word')).toBeFocused();
  await shop.keyboard.press('ArrowDown');
  await shop.keyboard.press('Enter');
  await expect(shop.getByRole('heading', { name: `${word}.com`, level: 1 })).toBeVisible();
});
