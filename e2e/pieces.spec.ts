import { expect, test, type Page } from '@playwright/test';

/** Pieces of the app that are fetched when somebody comes to them. A browser says aloud that one is lost: no fault here. */

/** Loses a piece on the way as long as `isLost` says so. */
const losing = (page: Page, piece: RegExp, isLost: () => boolean) =>
  page.route(piece, (route) => (isLost() ? route.abort() : route.continue()));

test('a piece that is lost on the way is fetched again', async ({ page }) => {
  let losses = 2;
  await losing(page, /\/screens-[0-9a-f]+\.js/, () => (losses -= 1) >= 0);
  await page.goto('/');
  await page.getByRole('link', { name: /^Names/ }).click();
  await expect(page.getByRole('heading', { name: 'Names', level: 1 })).toBeVisible();
});

test('a piece of several pages that cannot be had is told, without a network too, and is shown once it can be', async ({
  page,
}) => {
  let isLost = true;
  await losing(page, /\/screens-[0-9a-f]+\.js|\/api\/health/, () => isLost);
  await page.goto('/');
  await page.getByRole('link', { name: /^Names/ }).click();
  const told = page.getByRole('heading', { name: 'This page could not be shown', level: 1 });
  await expect(told).toBeVisible();
  await page.getByRole('button', { name: 'Try again' }).press('Enter');
  await expect(page.getByRole('alert')).toBeVisible();
  isLost = false;
  await page.getByRole('button', { name: 'Try again' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Names', level: 1 })).toBeVisible();
});

test('one that cannot be had is told, all else goes on, and it is shown once it can be', async ({ page }) => {
  let isLost = true;
  await losing(page, /\/wordbench-[0-9a-f]+\.js/, () => isLost);
  await page.goto('/');
  await page.getByRole('button', { name: 'Open the wordbench' }).click();
  const told = page.getByRole('heading', { name: 'This page could not be shown', level: 1 });
  await expect(told).toBeVisible();
  await page.getByRole('link', { name: /^Basket/ }).click();
  await expect(page.getByRole('heading', { name: 'Basket', level: 1 })).toBeVisible();
  await page.goBack();
  await expect(told).toBeVisible();
  isLost = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { name: 'Wordbench', level: 1 })).toBeVisible();
});
