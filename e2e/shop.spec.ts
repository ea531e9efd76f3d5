import { expect, fillCard, freshWord, put, signedIn, test } from './shop';

test('what cannot be a name says why and offers what can', async ({ shop }) => {
  await shop.goto('/?q=salt_whistle');
  await expect(shop.getByText('“_”, character 5 of “salt_whistle”')).toBeVisible();
  await shop.getByRole('button', { name: 'Search for saltwhistle' }).click();
  await expect(shop.getByLabel('Name or word')).toHaveValue('saltwhistle');
  await expect(shop.getByText(/^18 of 18 asked/)).toBeVisible();
});

test('a shared address opens the same search, and the way back works', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle&keep=10&sort=keep');
  await expect(shop.getByRole('button', { name: 'Keep 10 years' })).toHaveAttribute('aria-pressed', 'true');
  await expect(shop.getByRole('button', { name: 'Cheapest to keep' })).toHaveAttribute('aria-pressed', 'true');
  await shop.getByRole('link', { name: /^Basket/ }).click();
  await expect(shop.getByRole('heading', { name: 'The basket is empty' })).toBeVisible();
  await shop.goBack();
  await expect(shop.getByLabel('Name or word')).toHaveValue('saltwhistle');
});

test('taken, reserved and premium names are told apart in words', async ({ shop }) => {
  await shop.goto('/?q=saltwhistle');
  await expect(shop.getByText('Premium · every year')).toBeVisible();
  await expect(shop.getByText('Reserved by its registry')).toBeVisible();
  await expect(shop.getByText('Taken', { exact: true })).toHaveCount(2);
  await expect(shop.getByRole('button', { name: 'Put saltwhistle.com in the basket' })).toHaveCount(0);
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
  await expect(shop.getByRole('heading', { name: 'The card was not accepted' })).toBeVisible();
  await expect(shop.getByText('Nothing was registered and nothing was taken.')).toBeVisible();
});

test('years changed at review change the price there, without leaving', async ({ shop, page, baseURL }) => {
  const word = freshWord();
  await signedIn(page, baseURL ?? '', true);
  await put(page, word, 'org', 'net');
  await shop.goto('/checkout');
  await expect(shop.getByRole('button', { name: 'Pay $26.57' })).toBeVisible();
  await shop.getByRole('button', { name: `Change: one year, ${word}.org` }).click();
  await shop
    .getByRole('radiogroup', { name: `Years for ${word}.org` })
    .getByRole('radio', { name: /^3 years/ })
    .click();
  await expect(shop.getByRole('button', { name: 'Pay $48.71' })).toBeVisible();
});

test('places of an account ask a visitor to sign in, and unknown pages say so', async ({ shop }) => {
  for (const path of ['/names', '/ahead']) {
    await shop.goto(path);
    await expect(shop.getByRole('button', { name: 'Sign in' })).toBeVisible();
  }
  await shop.goto('/nowhere');
  await expect(shop.getByRole('heading', { name: 'Nothing here' }).first()).toBeVisible();
});

test('keys: to the search, through the results, into the basket, and the list of keys', async ({ shop, viewport }) => {
  test.skip((viewport?.width ?? 0) < 1000, 'keys belong to the wide view');
  const word = freshWord();
  await shop.goto(`/?q=${word}`);
  await expect(shop.getByText(/^18 of 18 asked/)).toBeVisible();
  await shop.keyboard.press('ArrowDown');
  await shop.keyboard.press('b');
  await expect(shop.getByRole('button', { name: `Take ${word}.com out of the basket` })).toBeVisible();
  await shop.keyboard.press('?');
  await expect(shop.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await shop.keyboard.press('Escape');
  await expect(shop.getByRole('dialog', { name: 'Keys' })).toHaveCount(0);
  await shop.keyboard.press('/');
  await expect(shop.getByLabel('Name or word')).toBeFocused();
});
