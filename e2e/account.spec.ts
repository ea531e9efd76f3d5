import { Secret, TOTP } from 'otpauth';
import { codeIn, expect, freshAddress, freshWord, password, put, signedIn, test } from './shop';

test('a second step is added, asked for at the next sign-in, and a recovery code lets in too', async ({
  shop,
  page,
  baseURL,
}) => {
  const email = await signedIn(shop, baseURL ?? '', false);
  await shop.getByRole('button', { name: 'Add a second step' }).click();
  await shop.getByLabel('Password', { exact: true }).fill(password);
  await shop.getByRole('button', { name: 'Continue' }).click();
  await expect(shop.getByLabel('QR code for an authenticator app')).toBeVisible();
  const typed = await shop.getByText(/^([A-Z2-7]{4} ){7}[A-Z2-7]{4}$/).textContent();
  const totp = new TOTP({ secret: Secret.fromBase32((typed ?? '').replaceAll(' ', '')) });
  await shop.getByLabel('Code from the app').fill(totp.generate());
  await shop.getByRole('button', { name: 'Turn it on' }).click();
  const recovery = await shop
    .getByText(/^[a-z2-9]{5}-[a-z2-9]{5}$/)
    .first()
    .textContent();
  await shop.getByRole('button', { name: 'I have kept them' }).click();
  await expect(shop.getByText('On. 10 recovery codes left.')).toBeVisible();

  await shop.getByRole('button', { name: 'Sign out', exact: true }).click();
  await shop.getByLabel('Mail address', { exact: true }).fill(email);
  await shop.getByLabel('Password', { exact: true }).fill(password);
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await shop.getByLabel('Code', { exact: true }).fill('000000');
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await expect(shop.getByText(/This code is not right/)).toBeVisible();
  await shop.getByLabel('Code', { exact: true }).fill(recovery ?? '');
  await shop.getByRole('button', { name: 'Sign in' }).click();
  await expect(shop.getByText('On. 9 recovery codes left.')).toBeVisible();
  expect((await page.request.get('/api/me/export')).status()).toBe(200);
});

test('a forgotten password is set anew by mail', async ({ shop, page, baseURL }) => {
  const email = await signedIn(shop, baseURL ?? '', false);
  await shop.getByRole('button', { name: 'Sign out', exact: true }).click();
  await shop.getByLabel('Mail address', { exact: true }).fill(email);
  await shop.getByRole('button', { name: 'I have forgotten it' }).click();
  await shop.getByRole('button', { name: 'Send me a code' }).click();
  await expect(shop.getByText(/has an account, a code of six digits is on its way there/)).toBeVisible();
  await shop.getByLabel('Code from the mail').fill(await codeIn(page, email));
  await shop.getByLabel('New password', { exact: true }).fill('dragon-12345');
  await expect(shop.getByText(/is not among the first that thieves try$/)).toBeVisible();
  await shop.getByLabel('New password', { exact: true }).fill('three grey herons');
  await shop.getByRole('button', { name: 'Set it and sign in' }).click();
  await expect(shop.getByText(`Signed in as ${email}`)).toBeVisible();
});

test('the mail address is changed with the codes sent to both', async ({ shop, page, baseURL }) => {
  const email = await signedIn(shop, baseURL ?? '', false);
  const wanted = freshAddress();
  await shop.getByRole('button', { name: 'Change the mail address' }).click();
  await shop.getByLabel('New mail address').fill(wanted);
  await shop.getByLabel('Password', { exact: true }).fill(password);
  await shop.getByRole('button', { name: 'Send both codes' }).click();
  await expect(shop.getByLabel(`Code sent to ${email}`)).toBeVisible();
  await shop.getByLabel(`Code sent to ${email}`).fill(await codeIn(page, email));
  await shop.getByLabel(`Code sent to ${wanted}`).fill(await codeIn(page, wanted));
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(`Your address is now ${wanted}.`)).toBeVisible();
});

test('one name gets another technical contact, and what its extension asks is said before it is paid', async ({
  shop,
  baseURL,
}) => {
  await signedIn(shop, baseURL ?? '', true);
  const word = freshWord();
  await put(shop, word, 'ie');
  await shop.getByRole('link', { name: 'Basket, 1 name' }).click();
  await shop.getByRole('button', { name: 'Go to checkout' }).click();
  await shop.getByRole('button', { name: /^Change: Held by Maren Solvik/ }).click();
  await shop.getByRole('button', { name: 'Add another person or organisation' }).click();
  await shop.getByLabel('Full name').fill('Ilse Tamboura');
  await shop.getByLabel('Street and number').fill('9 Quay Row');
  await shop.getByLabel('Postal code').fill('V94 T1P0');
  await shop.getByLabel('Town or city').fill('Ullvik');
  await shop.reload();
  await expect(shop.getByLabel('Street and number')).toHaveValue('9 Quay Row');
  await shop.getByLabel('Phone, with country code').fill('020 915 0177');
  await shop.getByLabel('Mail address').fill('ilse@quayquill.example');
  await expect(shop.getByLabel('Phone, with country code')).toHaveValue('+353 20 915 0177');
  await shop.getByRole('button', { name: 'Save and go on' }).click();
  await shop.getByRole('button', { name: /^Change: Held by Maren Solvik/ }).click();
  await shop.getByLabel('Technical contact').selectOption({ label: 'Ilse Tamboura, Ullvik' });
  await expect(shop.getByText('with other contacts')).toBeVisible();

  await shop.getByRole('switch', { name: /^Terms of 1 registry/ }).click();
  await shop.getByRole('radio', { name: /^Wallet/ }).click();
  await shop.getByRole('button', { name: /^Pay / }).click();
  await expect(shop.getByText(/Confirm each of them/)).toBeVisible();
  await shop.getByRole('switch', { name: `${word}.ie: this is so` }).click();
  await shop.getByRole('button', { name: /^Pay / }).click();
  await shop.getByRole('button', { name: 'Go to the wallet' }).click();
  await shop.getByRole('button', { name: 'Approve' }).click();
  await expect(shop.getByRole('heading', { name: 'Registered', exact: true })).toBeVisible();
  await expect(shop.getByText(/has to be confirmed by/)).toBeVisible();
});
