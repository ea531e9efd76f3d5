import { orderNames, untilEnded, type Visitor } from '../scripts/demo.mjs';
import { expect, fault, freshWord, member, test } from './shop';

/** Somebody who holds three names, the first with auto-renew. */
async function threeNames(visitor: Visitor): Promise<string[]> {
  const word = freshWord();
  const names = ['org', 'boats', 'shop'].map((extension) => `${word}.${extension}`);
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name, place) => ({ name, autoRenew: place === 0 })),
      )
    ).id,
  );
  return names;
}

test('one name says whether all is well, is locked at its registry, and shows its auth code once, after proof', async ({
  shop,
  baseURL,
}) => {
  const [name = ''] = await threeNames(await member(shop, baseURL ?? ''));
  await shop.goto(`/names/${name}`);
  await expect(shop.getByText(/^All is well\. Paid until .*, renews by itself, not locked\.$/)).toBeVisible();
  await expect(shop.getByText(/^US\$9\.00 before tax on .*; told 60 and 30 days before its end$/)).toBeVisible();
  const lock = shop.getByRole('switch', { name: 'Locked against transfer' });
  await lock.click();
  await expect(lock).toBeChecked();
  await expect(shop.getByText(/renews by itself, locked\.$/)).toBeVisible();
  await expect(shop.getByText('locked against transfer · you')).toBeVisible();
  await shop.getByRole('button', { name: 'Show a new auth code' }).click();
  await shop.getByLabel('Password').fill('something else');
  await shop.getByRole('button', { name: 'Show a new auth code' }).click();
  await expect(shop.getByText('This is not your password: type it again.')).toBeVisible();
  await shop.getByLabel('Password').fill('a slow green boat');
  await shop.getByRole('button', { name: 'Show a new auth code' }).click();
  await expect(shop.getByText(/^The auth code is T1-/)).toBeVisible();
});

test('a registry that refuses the lock says why; when it is willing again the same tap locks the name', async ({
  shop,
  baseURL,
}) => {
  const [name = ''] = await threeNames(await member(shop, baseURL ?? ''));
  await shop.goto(`/names/${name}`);
  await fault(shop, 'lanternhead', { on: 'updateDomain', kind: 'refuse', code: 2304, times: 1 });
  const lock = shop.getByRole('switch', { name: 'Locked against transfer' });
  await lock.click();
  await expect(shop.getByText(/^The registry refused it/)).toBeVisible();
  await expect(lock).not.toBeChecked();
  await lock.click();
  await expect(lock).toBeChecked();
});

test('one name is found among many by what is typed, and the address holds it', async ({ shop, baseURL }) => {
  const [name = '', other = ''] = await threeNames(await member(shop, baseURL ?? ''));
  await shop.goto('/names');
  await shop.getByLabel('Find among 3').fill('.boats');
  await expect(shop.getByRole('checkbox', { name: `Choose ${name}` })).toBeHidden();
  await expect(shop.getByRole('checkbox', { name: `Choose ${other}` })).toBeVisible();
  await expect(shop).toHaveURL(/\/names\?q=\.boats$/);
  await shop.getByLabel('Find among 3').fill('nothing like it');
  await expect(shop.getByText('No name is like this.')).toBeVisible();
  await shop.getByLabel('Find among 3').fill('');
  await shop.getByRole('button', { name: 'Ends by itself · 2' }).click();
  await expect(shop.getByRole('checkbox', { name: `Choose ${name}` })).toBeHidden();
});

test('many names are changed at once: said before, done, and taken back', async ({ shop, baseURL }) => {
  await threeNames(await member(shop, baseURL ?? ''));
  await shop.goto('/names');
  await shop.getByRole('checkbox').first().focus();
  await shop.keyboard.press('Space');
  await shop.keyboard.press('Shift+ArrowDown');
  await expect(shop.getByText('2 chosen')).toBeVisible();
  await shop.getByRole('button', { name: 'Choose all 3' }).click();
  await expect(shop.getByText('3 chosen')).toBeVisible();
  await shop.getByRole('button', { name: 'Auto-renew on' }).click();
  await expect(shop.getByText('2 names will change. 1 is so already.')).toBeVisible();
  await shop.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.getByText('2 names were changed.')).toBeVisible();
  await expect(shop.getByRole('button', { name: /^Ends by itself/ })).toBeHidden();
  await shop.getByRole('button', { name: 'Undo' }).click();
  await expect(shop.getByRole('button', { name: 'Ends by itself · 2' })).toBeVisible();
  await shop.getByRole('button', { name: 'Close' }).click();
  await shop.getByRole('button', { name: 'Lock', exact: true }).click();
  await shop.getByRole('button', { name: 'Change them' }).click();
  await expect(shop.getByText('All their registries have answered.')).toBeVisible();
  await expect(shop.getByRole('button', { name: /^Unlocked/ })).toBeHidden();
});
