import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromiumOptions } from './chromium.mjs';
import { demoElsewhere, demoSignIns, Visitor } from './demo.mjs';
import { chromium as chromiumPackage, needNodeModules, needPackages, root, say } from './setup.mjs';

/** One picture of each main view, from the demo data of a running `npm start`, into docs/screenshots. */
needPackages([chromiumPackage]);
needNodeModules();
const { chromium } = await import('@playwright/test');
const url = `http://127.0.0.1:${process.env.TIENDA_PORT ?? 4310}`;
const folder = path.join(root, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });

const browser = await chromium.launch(chromiumOptions);
const phone = { width: 390, height: 844 };
const wide = { width: 1280, height: 800 };

/** Opens a browser of its own, does what leads to the view, and takes the picture. */
async function picture(name, viewport, lead, { colorScheme = 'light', locale = 'en-IE' } = {}) {
  const context = await browser.newContext({ viewport, colorScheme, locale });
  const page = await context.newPage();
  await lead(page);
  await page.waitForTimeout(600);
  await page.mouse.move(0, 0);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  await context.close();
  say(name);
}

/** Every name of a search has its registry's word. */
const everythingAsked = /^([1-9]\d*) of \1 asked/;

const find = (query) => async (page) => {
  await page.goto(`${url}/?q=${query}`);
  await page.getByText(everythingAsked).waitFor();
};
const basket = async (page) => {
  await find('saltwhistle.boats+saltwhistle.org')(page);
  for (const extension of ['boats', 'org'])
    await page.getByRole('button', { name: `Put saltwhistle.${extension} in the basket` }).click();
  await page.getByRole('link', { name: 'Basket, 2 names' }).click();
  await page
    .getByRole('radiogroup', { name: 'Years for saltwhistle.boats' })
    .getByRole('radio', { name: /^3 years/ })
    .click();
  await page.getByRole('group', { name: 'saltwhistle.boats' }).getByRole('switch', { name: 'Auto-renew' }).click();
};
const findWithTally = async (page) => {
  await basket(page);
  await page.getByRole('link', { name: 'Find' }).click();
  await page.getByLabel('Name or word').fill('saltwhistle.boats, saltwhistle.lake, saltwhistle');
  await page.getByText(/^501 of 501 asked/).waitFor();
};
const [maren, studio] = demoSignIns;
const signIn = async (page, { email, password }) => {
  await page.goto(`${url}/account`);
  await page.getByLabel('Mail address').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByText('Signed in as').waitFor();
};
const as =
  (lead, who = maren) =>
  async (page) => {
    await signIn(page, who);
    await lead(page);
  };
const at = (where, who) => as(async (page) => void (await page.goto(`${url}${where}`)), who);

/** Empties Maren's basket, so that pictures can be taken again. */
async function emptyBasket() {
  const [{ email, password }] = demoSignIns;
  const visitor = await Visitor.open(url);
  await visitor.expect(200, 'POST', '/api/session', { email, password });
  const { lines } = await visitor.expect(200, 'GET', '/api/basket');
  for (const { name } of lines) await visitor.expect(200, 'DELETE', `/api/basket/${name}`);
}

await emptyBasket();
await picture('find-phone', phone, findWithTally);
await picture('find-phone-dark', phone, findWithTally, { colorScheme: 'dark' });
await picture('find-wide', wide, findWithTally);
const nameOf = (name, shown) => async (page) => {
  await page.goto(`${url}/find/${name}`);
  await page.getByRole('heading', { name: shown }).waitFor();
};
await picture('page-phone', phone, nameOf('saltwhistle.boats', 'Past prices'));
await picture('taken-phone', phone, as(nameOf('saltwhistle.com', 'Make an offer')));
await picture('lineup-wide', wide, async (page) => {
  await page.goto(`${url}/lineup?items=saltwhistle.boats,saltwhistle.org,saltwhistle.lake,.shop`);
  await page.getByText('from year 3').waitFor();
});
await picture('basket-phone', phone, basket);
await picture('basket-wide', wide, basket);
await picture(
  'helping-phone',
  phone,
  as(async (page) => {
    await page.goto(`${url}/account/helpers`);
    await page.getByRole('button', { name: `Look after the names of ${demoSignIns[0].email}` }).click();
    await page.getByText(/^You look after the names of /).waitFor();
    await page
      .getByRole('link', { name: /^saltwhistle/ })
      .first()
      .waitFor();
  }, studio),
);
await picture(
  'moves-phone',
  phone,
  as(async (page) => {
    await page.goto(`${url}/names/move`);
    const typed = demoElsewhere.map(({ name, code }, at) => (at === 2 ? name : `${name} ${code}`)).join('\n');
    await page.getByLabel('Names, with their auth codes behind them').fill(typed);
    await page.getByRole('button', { name: 'Look at them' }).click();
    await page.getByRole('button', { name: /^Put \d names in the basket$/ }).waitFor();
    await page.getByText('On their way, or wanted').scrollIntoViewIfNeeded();
  }),
);
await picture(
  'basket-es-phone',
  phone,
  async (page) => {
    await page.goto(`${url}/?q=saltwhistle.boats+saltwhistle.org`);
    for (const extension of ['boats', 'org'])
      await page.getByRole('button', { name: `Poner saltwhistle.${extension} en la cesta` }).click();
    await page.getByRole('link', { name: 'Cesta, 2 nombres' }).click();
    await page.getByText('Vence más tarde').scrollIntoViewIfNeeded();
  },
  { locale: 'es-ES' },
);
await picture(
  'review-phone',
  phone,
  as(async (page) => {
    await basket(page);
    await page.getByRole('button', { name: 'Go to checkout' }).click();
    await page.getByLabel('Card number').waitFor();
  }),
);
await picture(
  'review-wide',
  wide,
  as(async (page) => {
    await page.goto(`${url}/checkout/review`);
    await page.getByLabel('Card number').waitFor();
  }),
);
await picture(
  'pay-phone',
  phone,
  as(async (page) => {
    await page.goto(`${url}/checkout/review`);
    await page.getByRole('radio', { name: /^Bank transfer/ }).click();
    await page.getByText(/No registry holds a name/).scrollIntoViewIfNeeded();
  }),
);
await emptyBasket();
await picture('names-phone', phone, at('/names', studio));
await picture('name-phone', phone, at('/names/saltwhistle.sail'));
await picture('points-phone', phone, at('/names/saltwhistle.sail/points'));
await picture('ahead-phone', phone, at('/ahead', studio));
await picture(
  'order-phone',
  phone,
  as(async (page) => {
    await page
      .getByRole('link', { name: /^Order / })
      .first()
      .click();
    await page.getByText('What next').waitFor();
  }),
);
await browser.close();
