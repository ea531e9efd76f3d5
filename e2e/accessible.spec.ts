import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { orderNames, signUp, untilEnded, Visitor } from '../scripts/demo.mjs';
import { cookiesOf, everythingChecked, expect, freshAddress, freshWord, password, put, scrollTo, test } from './shop';

/** What depends on colours alone, and so is asked again in the dark. */
const rulesOfColour = ['color-contrast', 'link-in-text-block'];

/** No violations of WCAG 2.2 A and AA, as far as a program can tell, nor of some of its rules alone. */
async function expectAccessible(page: Page, view: string, rules?: readonly string[]): Promise<void> {
  // Without frames there is nothing that a page beside this one would have to put together.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  const { violations } = await (
    rules
      ? axe.withRules([...rules])
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
  ).analyze();
  const found = violations.map(
    ({ id, nodes }) => `${view}: ${id} at ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
  );
  expect(found).toEqual([]);
}

/** Everything is there at twice its size, without scrolling sideways but in what scrolls so by itself. */
async function expectRoom(
  page: Page,
  view: string,
  { width, height }: { width: number; height: number },
): Promise<void> {
  const half = { width: width / 2, height: height / 2 };
  await page.setViewportSize(half);
  const cut = () =>
    page.evaluate((width) => {
      const scrolls = (element: Element | null): boolean =>
        element !== null && (/auto|scroll/.test(getComputedStyle(element).overflowX) || scrolls(element.parentElement));
      const beyond = document.documentElement.scrollWidth > width + 1 ? ['the page itself'] : [];
      return Array.from(document.querySelectorAll('#root *'))
        .filter((element) =>
          Array.from(element.childNodes).some(({ nodeType, textContent }) => nodeType === 3 && textContent?.trim()),
        )
        .filter((element) => element.getBoundingClientRect().right > width + 1 && element.getClientRects().length > 0)
        .filter((element) => !scrolls(element))
        .map((element) => element.textContent.slice(0, 60))
        .concat(beyond);
    }, half.width);
  await expect.poll(cut, `${view}: cut off at the right`).toEqual([]);
}

/** A view as it is when there is something on it, and what has to be there before it is looked at. */
interface View {
  readonly name: string;
  readonly open: (page: Page, known: Known) => Promise<void>;
}

/** What a holder's views are about. */
interface Known {
  readonly registered: string;
  readonly order: string;
  readonly unpaidOrder: string;
}

const settled = async (page: Page, path: string, heading: string | RegExp) => {
  await page.goto(path);
  await expect(page.getByRole('heading', { name: heading }).first()).toBeVisible();
  await expect(page.getByRole('status', { name: 'One moment' })).toHaveCount(0);
};
const simply = (name: string, path: string | ((known: Known) => string), heading: string | RegExp): View => ({
  name,
  open: (page, known) => settled(page, typeof path === 'string' ? path : path(known), heading),
});

const visitorsViews: readonly View[] = [
  simply('find, empty', '/', /Which name/),
  { name: 'find', open: (page) => put(page, freshWord(), 'boats') },
  {
    name: 'find, a problem',
    open: async (page) => {
      await page.goto('/?q=salt_whistle');
      await expect(page.getByText('character 5')).toBeVisible();
    },
  },
  {
    name: 'find, filters',
    open: async (page) => {
      await page.goto('/?q=saltwhistle&ext=boat');
      await page.getByRole('button', { name: /^Filters/ }).click();
      await expect(page.getByText(everythingChecked).first()).toBeVisible();
    },
  },
  {
    name: 'a name that is free',
    open: async (page) => {
      await settled(page, '/find/saltwhistle.boats', 'saltwhistle.boats');
      await expect(page.getByRole('radiogroup', { name: /^Years for/ })).toBeVisible();
      await scrollTo(page, page.getByRole('heading', { name: 'Protect it' }));
    },
  },
  simply('a name that is taken', '/find/saltwhistle.com', 'Who holds it'),
  simply('lineup', '/lineup?items=saltwhistle.boats,saltwhistle.org,.shop', 'Keep cost over ten years'),
  simply('lineup, empty', '/lineup', /./),
  simply('names, signed out', '/names', /./),
  simply('wordbench', '/wordbench', 'Wordbench'),
  {
    name: 'basket',
    open: async (page) => {
      await put(page, freshWord(), 'boats');
      await page.goto('/basket');
      await expect(page.getByRole('radiogroup', { name: /^Years for/ })).toBeVisible();
    },
  },
  {
    name: 'account, mistakes',
    open: async (page) => {
      await put(page, freshWord(), 'boats');
      await page.goto('/checkout/account');
      await page.getByRole('button', { name: 'Send me a code' }).click();
      await expect(page.getByText('Write a full mail address')).toBeVisible();
    },
  },
  simply('inbox', '/inbox', /./),
];

const holdersViews: readonly View[] = [
  {
    name: 'holder, mistakes',
    open: async (page) => {
      await put(page, freshWord(), 'boats');
      await page.goto('/checkout/holder?another=1');
      await page.getByRole('button', { name: 'Save and go on' }).click();
      await expect(page.getByText('Street and number is needed.')).toBeVisible();
    },
  },
  {
    name: 'review',
    open: async (page) => {
      await put(page, freshWord(), 'boats');
      await page.goto('/checkout/review');
      await expect(page.getByLabel('Card number')).toBeVisible();
      await page
        .getByRole('button', { name: /^Change: one year/ })
        .first()
        .click();
      await page
        .getByRole('button', { name: /^See: Public view/ })
        .first()
        .click();
      await expect(page.getByText('Without', { exact: true })).toBeVisible();
    },
  },
  simply('order', ({ order }) => `/orders/${order}`, /^Order/),
  simply('order, unpaid', ({ unpaidOrder }) => `/orders/${unpaidOrder}`, /^Order/),
  simply('names', '/names', 'Names'),
  {
    name: 'where it points, a record and a recipe open',
    open: async (page, { registered }) => {
      await settled(page, `/names/${registered}/points`, 'Where it points');
      await page.getByRole('button', { name: 'Prove that it is mine' }).click();
      await page.getByRole('button', { name: 'Add a record' }).click();
      await page.getByLabel('Data', { exact: true }).fill('192.0.2');
      await page.getByRole('button', { name: 'Put it with the others' }).click();
      await expect(page.getByText(/is not an IPv4 address/)).toBeVisible();
    },
  },
  {
    name: 'names to be moved here',
    open: async (page) => {
      await settled(page, '/names/move', 'Move names here');
      await page
        .getByLabel('Names, with their auth codes behind them')
        .fill('saltwhistle.com\nquayquill.lake k9\nnone');
      await page.getByRole('button', { name: 'Look at them' }).click();
      await expect(page.getByText(/^It is locked against transfer/)).toBeVisible();
    },
  },
  simply('one name', ({ registered }) => `/names/${registered}`, /^saltwhistle/),
  {
    name: 'one name, its forms open',
    open: async (page, { registered }) => {
      await settled(page, `/names/${registered}`, /^saltwhistle/);
      await page.getByRole('button', { name: 'Change them' }).click();
      await expect(page.getByLabel('Billing contact')).toBeVisible();
      await page.getByRole('button', { name: 'Change', exact: true }).click();
      await page.getByRole('radio', { name: /^Other nameservers/ }).click({ force: true });
      await page.getByLabel('Nameservers, one a line').fill('192.0.2.7');
      await page.getByRole('button', { name: 'Set them' }).click();
      await expect(page.getByText(/is not the name of a host/)).toBeVisible();
      // A label that is scrolled away counts as none.
      await page.getByText('Nameservers, one a line').evaluate((label) => label.scrollIntoView());
    },
  },
  simply('ahead', '/ahead', 'Ahead'),
  {
    name: 'account, all open',
    open: async (page) => {
      await settled(page, '/account', 'Account');
      // What comes late moves what is below it.
      await expect(page.getByRole('link', { name: /^Receipt for invoice/ })).toBeVisible();
      await expect(page.getByText('this browser')).toBeVisible();
      // From below, so that what opens moves nothing that is pressed after it.
      await page.getByRole('button', { name: 'Add a second step' }).click();
      await page.getByLabel('Password', { exact: true }).fill(password);
      await page.getByRole('button', { name: 'Continue' }).click();
      await expect(page.getByLabel('QR code for an authenticator app')).toBeVisible();
      await page.getByRole('button', { name: 'Change the password' }).click();
      await page.getByRole('button', { name: 'Pay in' }).click();
      await expect(page.getByLabel(/^Amount in/)).toBeVisible();
    },
  },
  simply('change of holder', '/holder-change?token=made-up', 'Change of holder'),
  {
    name: 'confirm',
    open: async (page) => {
      await page.goto('/confirm?token=made-up');
      await page.getByRole('button', { name: 'Confirm the address' }).click();
      await expect(page.getByText(/^This link is not one of ours/)).toBeVisible();
    },
  },
];

const nothingKnown: Known = { registered: '', order: '', unpaidOrder: '' };

/** A view at this size in the light; the colours of the dark, the same at both sizes, on the phone; and at twice its size. */
async function expectGood(page: Page, view: string): Promise<void> {
  const size = page.viewportSize() ?? { width: 0, height: 0 };
  await expectAccessible(page, view);
  if (size.width < 1000) {
    await page.emulateMedia({ colorScheme: 'dark' });
    await expectAccessible(page, `${view}, in the dark`, rulesOfColour);
  }
  await expectRoom(page, view, size);
}

test.describe('accessible', () => {
  for (const { name, open } of visitorsViews)
    test(name, async ({ shop }) => {
      await open(shop, nothingKnown);
      await expectGood(shop, name);
    });

  test.describe('of a holder', () => {
    let cookies: ReturnType<typeof cookiesOf> = [];
    let known = nothingKnown;

    test.beforeAll(async ({ baseURL }) => {
      const shop = baseURL ?? '';
      const visitor = await Visitor.open(shop);
      await signUp(visitor, freshAddress(), password);
      const registered = `${freshWord()}.org`;
      const order = (await orderNames(visitor, [{ name: registered }])).id;
      await untilEnded(visitor, order);
      const transfer = { payment: { method: 'transfer' } };
      const unpaidOrder = (await orderNames(visitor, [{ name: `${freshWord()}.org` }], transfer)).id;
      known = { registered, order, unpaidOrder };
      cookies = cookiesOf(visitor, shop);
    });

    for (const { name, open } of holdersViews)
      test(name, async ({ shop }) => {
        await shop.context().addCookies(cookies);
        await open(shop, known);
        await expectGood(shop, name);
      });
  });
});
