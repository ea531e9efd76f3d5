import { expect, member, test } from './shop';

test('by keyboard, a question or a form that takes the place of a button is gone on with from there', async ({
  shop,
  baseURL,
}) => {
  const visitor = await member(shop, baseURL ?? '');
  await visitor.expect(201, 'POST', '/api/me/groups', { title: 'Saltwhistle', note: '' });
  await shop.goto('/names/groups');
  const group = shop.getByRole('group', { name: 'Saltwhistle' });
  const held = () => shop.evaluate(() => document.activeElement?.textContent ?? '');
  await group.getByRole('button', { name: 'Take away: Saltwhistle' }).focus();
  await shop.keyboard.press('Enter');
  await expect(group.getByRole('button', { name: 'Take the group away' })).toBeVisible();
  await expect.poll(held).toContain('Take the group away');
  await shop.keyboard.press('Tab');
  await expect(group.getByRole('button', { name: 'Take the group away' })).toBeFocused();
  await shop.keyboard.press('Tab');
  await shop.keyboard.press('Enter');
  await expect(group.getByRole('button', { name: 'Take away: Saltwhistle' })).toBeVisible();
  await expect.poll(held).toContain('Take away');
});

test('by keyboard, another page is read from its beginning', async ({ shop }) => {
  await shop.goto('/basket');
  await shop.getByRole('button', { name: 'Find a name' }).focus();
  await shop.keyboard.press('Enter');
  await expect(shop.getByLabel('Name or word')).toBeVisible();
  await expect.poll(() => shop.evaluate(() => document.activeElement === document.body)).toBe(false);
});
