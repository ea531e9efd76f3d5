import { codeIn, everythingChecked, expect, fillCard, freshAddress, freshWord, password, test, tryUntil } from './shop';

test('someone new finds a name, sees what it costs, registers it and finds it again', async ({
  shop,
  page,
  isMobile: _,
}) => {
  const word = freshWord();
  const name = `${word}.boats`;

  await test.step('find: free or not in hundreds of extensions, both prices side by side', async () => {
    await shop.goto('/');
    await shop.getByLabel('Name or word').fill(word);
    await expect(shop.getByText(everythingChecked).first()).toBeVisible();
    await shop.getByRole('button', { name: 'Filters' }).click();
    await shop.getByLabel('Extension contains').fill('boats');
    await expect(shop.getByText('US$3.18').first()).toBeVisible();
    await expect(shop.getByText('US$14.68').first()).toBeVisible();
    await expect(shop).toHaveURL(new RegExp(`q=${word}`));
    await shop.getByRole('button', { name: `Put ${name} in the basket` }).click();
  });

  await test.step('the tally says what is due today and then', async () => {
    const opener = shop.getByRole('button', { name: 'Open the tally' });
    if (await opener.isVisible()) await opener.click();
    const tally = shop.getByRole('group', { name: 'Tally' });
    await expect(tally).toContainText('introductory price');
    await expect(tally).toContainText('code FIRSTKNOT, 20% off the first year');
    await expect(tally).toContainText('US$3.17');
    await expect(tally).toContainText('14.68');
  });

  await test.step('basket: two years on the rail, privacy left on, auto-renew off', async () => {
    await shop.getByRole('link', { name: 'Basket, 1 name' }).click();
    const card = shop.getByRole('group', { name });
    await card.getByRole('radio', { name: /^2 years/ }).click();
    await expect(card.getByRole('radio', { name: /^2 years/ })).toBeChecked();
    await expect(card.getByRole('switch', { name: 'Privacy protection' })).toBeChecked();
    await card.getByRole('switch', { name: 'Auto-renew' }).click();
    await expect(card.getByRole('switch', { name: 'Auto-renew' })).not.toBeChecked();
    await expect(card).toContainText('US$17.86');
    await shop.reload();
    await expect(card).toContainText('US$17.86');
    await expect(shop.getByRole('radio', { name: /^REGATTA · best/ })).toBeChecked();
    await shop.getByRole('button', { name: 'Go to checkout' }).click();
  });

  const email = freshAddress();
  await test.step('account: address, password, code from the mail', async () => {
    await shop.getByLabel('Mail address').fill(email);
    await shop.getByLabel('Password').fill(password);
    await expect(shop.getByText('at least 12 characters, met')).toBeVisible();
    await shop.getByRole('button', { name: 'Send me a code' }).click();
    await shop.getByLabel('Code from the mail').fill('000000');
    await shop.getByRole('button', { name: 'Confirm' }).click();
    await expect(shop.getByText('not the code that was sent')).toBeVisible();
    await shop.getByLabel('Code from the mail').fill(await codeIn(page, email));
    await shop.getByRole('button', { name: 'Confirm' }).click();
  });

  await test.step('holder: every mistake at once, nothing typed is lost', async () => {
    await shop.getByLabel('Full name').fill('Maren Solvik');
    await shop.getByRole('button', { name: 'Save and go on' }).click();
    await expect(shop.getByText('Street and number is needed.')).toBeVisible();
    await expect(shop.getByText('A postal code is needed in this country.')).toBeVisible();
    await expect(shop.getByLabel('Street and number')).toBeFocused();
    await expect(shop.getByLabel('Full name')).toHaveValue('Maren Solvik');
    await shop.getByLabel('Held by').selectOption('company');
    await shop.getByLabel('Organisation').fill('Saltwhistle Boatworks');
    await shop.getByLabel('Street and number').fill('4 Slip Lane');
    await shop.getByLabel('Postal code').fill('V94 T1P0');
    await shop.getByLabel('Town or city').fill('Ullvik');
    await shop.getByLabel('Phone, with country code').fill('+353 20 915 0123');
    await shop.getByRole('button', { name: 'Save and go on' }).click();
  });

  await test.step('review: read back, public view, terms; the total is the basket’s', async () => {
    await expect(shop.getByRole('heading', { name: 'Review' })).toBeVisible();
    await expect(shop.getByText('Lima').first()).toBeVisible();
    await expect(shop.getByText('Easily mistaken:')).toBeVisible();
    await shop.getByRole('button', { name: /^See: Public view/ }).click();
    await expect(shop.getByText('hidden', { exact: true }).first()).toBeVisible();
    await expect(shop.getByText('Two years, auto-renew off')).toBeVisible();
    await shop.getByRole('button', { name: /^Read: Lanternhead/ }).click();
    await expect(shop.getByText(/registered to the holder/)).toBeVisible();
  });

  await test.step('pay: terms first, then the card', async () => {
    const pay = shop.getByRole('button', { name: 'Pay US$18.73' });
    await pay.click();
    await expect(shop.getByText('Agree to the terms above before paying.')).toBeVisible();
    await shop.getByRole('switch', { name: 'Terms of 1 registry' }).click();
    await fillCard(page, '4539000011110007');
    await pay.click();
    await expect(shop.getByText(/^The card number has a mistake in it/)).toBeVisible();
    await fillCard(page);
    await page.request.post('/api/demo/faults', {
      data: { standIn: 'lanternhead', faults: [{ on: 'createDomain', kind: 'delay', ms: 4000, times: 1 }] },
      headers: { 'X-Tienda-CSRF': (await (await page.request.get('/api/session')).json()).csrf },
    });
    await pay.click();
  });

  await test.step('progress: received, sent, registered, charged once', async () => {
    await expect(shop.getByRole('heading', { name: 'Sent to the registry' })).toBeVisible();
    await expect(shop.getByText('US$18.73 is held, not yet taken.')).toBeVisible();
    await expect(shop.getByRole('heading', { name: 'Registered' })).toBeVisible();
    await expect(shop.getByText('US$18.73 was taken.')).toBeVisible();
    await shop.getByRole('button', { name: `Forward ${name}` }).click();
    await shop.getByLabel('Where visitors are sent').fill('http://sites.quayhost.example/');
    await shop.getByRole('button', { name: 'Show what it changes' }).click();
    await shop.getByRole('button', { name: 'Save', exact: true }).click();
    await tryUntil(
      () => shop.getByRole('button', { name: 'Test it' }).click(),
      shop.getByText(/^Over HTTP: It works: a visitor arrives at http:..sites\.quayhost\.example/),
    );
    await shop.goBack();
    await expect(shop.getByRole('link', { name: 'Account', exact: true })).toHaveAttribute('aria-current', 'page');
    await shop.getByRole('link', { name: '← Account' }).click();
    await shop.getByRole('link', { name: /^Order \d+/ }).click();
    await shop.getByRole('button', { name: 'See it under Names' }).click();
  });

  await test.step('names: expiry, privacy and auto-renew as chosen', async () => {
    const row = shop.getByRole('link').filter({ hasText: name });
    await expect(row).toContainText('ends by itself');
    const year = new Date().getUTCFullYear() + 2;
    await expect(row).toContainText(String(year));
    await row.click();
    await expect(shop.getByRole('heading', { name })).toBeVisible();
    await expect(shop.getByText('Maren Solvik, Saltwhistle Boatworks')).toBeVisible();
    await expect(shop.getByText('anyone can register it')).toBeVisible();
    await shop.getByRole('link', { name: 'Ahead' }).click();
    await expect(shop.getByRole('switch', { name: `Keep ${name}` })).not.toBeChecked();
  });

  await test.step('searched again, it is taken', async () => {
    await shop.getByRole('link', { name: 'Find' }).click();
    await shop.getByLabel('Name or word').fill(name);
    await expect(shop.getByText(/^Taken until/)).toBeVisible();
    await shop.getByRole('link', { name: `Who holds it: ${name}` }).click();
    await expect(shop.getByText('not shown: privacy protection')).toBeVisible();
  });

  await test.step('the mail says what was registered and charged', async () => {
    await shop.goto(`/inbox?to=${encodeURIComponent(email)}`);
    await expect(shop.getByRole('heading', { name: new RegExp(`^Order \\d+: ${name} is registered`) })).toBeVisible();
    await expect(shop.getByText('Taken: 18.73 USD')).toBeVisible();
  });
});
