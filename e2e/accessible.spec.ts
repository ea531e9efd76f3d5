import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { orderNames, untilEnded, Visitor } from '../scripts/demo.mjs';
import { everythingAsked, expect, freshWord, password, put, signedIn, test } from './shop';

/** No violations of WCAG 2.2 A and AA, as far as a program can tell. */
async function expectAccessible(page: Page, view: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  const found = violations.map(
    ({ id, nodes }) => `${view}: ${id} at ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
  );
  expect(found).toEqual([]);
}

for (const colorScheme of ['light', 'dark'] as const)
  test.describe(`in the ${colorScheme}`, () => {
    test.use({ colorScheme });
    // The colours of the dark are the same at both sizes: the phone speaks for them.
    test.skip(({ viewport }) => colorScheme === 'dark' && (viewport?.width ?? 0) >= 1000);

    test('what a visitor sees is accessible', async ({ shop, page }) => {
      await shop.goto('/');
      await expect(shop.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(shop, 'find, empty');
      await put(page, freshWord(), 'boats');
      await expectAccessible(shop, 'find');
      await shop.goto('/?q=salt_whistle');
      await expect(shop.getByText('character 5')).toBeVisible();
      await expectAccessible(shop, 'find, a problem');
      await shop.goto('/?q=saltwhistle');
      await shop.getByRole('button', { name: 'Filters' }).click();
      await expect(shop.getByText(everythingAsked)).toBeVisible();
      await expectAccessible(shop, 'find, filters');
      for (const [path, settled] of [
        ['/find/saltwhistle.boats', 'Protect it'],
        ['/find/saltwhistle.com', 'Who holds it'],
        ['/lineup?items=saltwhistle.boats,saltwhistle.org,.shop', 'Keep cost over ten years'],
        ['/wordbench', 'Wordbench'],
      ] as const) {
        await shop.goto(path);
        await expect(shop.getByRole('heading', { name: settled })).toBeVisible();
        await expect(shop.getByRole('status', { name: 'One moment' })).toHaveCount(0);
        await expectAccessible(shop, path);
      }
      await shop.goto('/basket');
      await expect(shop.getByRole('radiogroup', { name: /^Years for/ })).toBeVisible();
      await expectAccessible(shop, 'basket');
      await shop.goto('/checkout/account');
      await shop.getByRole('button', { name: 'Send me a code' }).click();
      await expect(shop.getByText('Write a full mail address')).toBeVisible();
      await expectAccessible(shop, 'account');
      await shop.goto('/inbox');
      await expect(shop.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(shop, 'inbox');
    });

    test('what a holder sees is accessible', async ({ shop, page, baseURL }) => {
      const email = await signedIn(page, baseURL ?? '', false);
      await put(page, freshWord(), 'boats');
      await shop.goto('/checkout/holder');
      await shop.getByRole('button', { name: 'Keep and go on' }).click();
      await expect(shop.getByText('Street and number is needed.')).toBeVisible();
      await expectAccessible(shop, 'holder, mistakes');

      const visitor = await Visitor.open(baseURL ?? '');
      await visitor.expect(200, 'POST', '/api/session', { email, password });
      const word = freshWord();
      const { id } = await orderNames(visitor, [{ name: `${word}.org` }]);
      await untilEnded(visitor, id);
      const unpaid = await orderNames(visitor, [{ name: `${freshWord()}.org` }], { payment: { method: 'transfer' } });
      await put(page, freshWord(), 'boats');
      await shop.goto('/checkout/review');
      await expect(shop.getByLabel('Card number')).toBeVisible();
      await shop
        .getByRole('button', { name: /^Change: one year/ })
        .first()
        .click();
      await shop
        .getByRole('button', { name: /^See: Public view/ })
        .first()
        .click();
      await expect(shop.getByText('Without', { exact: true })).toBeVisible();
      await expectAccessible(shop, 'review');
      for (const [path, heading] of [
        [`/orders/${id}`, /^Order/],
        [`/orders/${unpaid.id}`, /^Order/],
        ['/names', 'Names'],
        [`/names/${word}.org`, `${word}.org`],
        ['/ahead', 'Ahead'],
        ['/account', 'Account'],
      ] as const) {
        await shop.goto(path);
        await expect(shop.getByRole('heading', { name: heading, level: 1 })).toBeVisible();
        await expect(shop.getByRole('status', { name: 'One moment' })).toHaveCount(0);
        await expectAccessible(shop, path);
      }
      await shop.getByRole('button', { name: 'Change the password' }).click();
      await shop.getByRole('button', { name: 'Pay in' }).click();
      await shop.getByRole('button', { name: 'Add a second step' }).click();
      await shop.getByLabel('Password', { exact: true }).last().fill(password);
      await shop.getByRole('button', { name: 'Go on' }).click();
      await expect(shop.getByLabel('QR code for an authenticator app')).toBeVisible();
      await expectAccessible(shop, 'account, all open');
      await shop.goto('/confirm?token=made-up');
      await shop.getByRole('button', { name: 'Confirm the address' }).click();
      await expect(shop.getByText(/^This link is not one of ours/)).toBeVisible();
      await expectAccessible(shop, 'confirm');
    });
  });

test('text twice as large stays readable, nothing runs out of the side', async ({ shop, page, viewport }) => {
  await page.setViewportSize({ width: Math.max(320, (viewport?.width ?? 0) / 2), height: viewport?.height ?? 0 });
  await put(page, freshWord(), 'boats');
  for (const path of [
    '/?q=saltwhistle',
    '/find/saltwhistle.boats',
    '/find/saltwhistle.com',
    '/lineup',
    '/basket',
    '/checkout/account',
    '/names',
  ]) {
    await shop.goto(path);
    await expect(shop.getByRole('heading', { level: 1 })).toBeVisible();
    const beyond = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(beyond).toBeLessThanOrEqual(1);
  }
});
