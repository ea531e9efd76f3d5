import { orderNames, untilEnded, type Visitor } from '../scripts/demo.mjs';
import { countLoads } from './buyer';
import { expect, freshAddress, freshWord, member, test, tryUntil } from './shop';

/** The latest mail to an address whose subject matches, waited for. */
async function mailTo(visitor: Visitor, address: string, subject: RegExp): Promise<{ readonly text: string }> {
  let found: { readonly subject: string; readonly text: string } | undefined;
  await expect(async () => {
    const mails = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${encodeURIComponent(address)}`);
    found = mails.find((mail: { subject: string }) => subject.test(mail.subject));
    expect(found).toBeDefined();
  }).toPass();
  return { text: found?.text ?? '' };
}

test('mail is forwarded: typed wrong, put right, saved, agreed to, tried, ended', async ({
  shop,
  baseURL,
  browser,
}) => {
  const email = freshAddress();
  const visitor = await member(shop, baseURL ?? '', email);
  const name = `${freshWord()}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const pia = `pia.${freshWord()}@inkandtide.example`;
  await shop.goto(`/names/${name}/points`);
  const loads = countLoads(shop);
  await shop.getByRole('button', { name: 'Forward mail' }).click();
  await shop.getByLabel('Address', { exact: true }).fill('orders');
  await shop.getByLabel('Where its mail goes').fill(`${email}, pia@inkandtide`);
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText(/^“pia@inkandtide” is not a mail address/)).toBeVisible();
  await shop.getByLabel('Where its mail goes').fill(`${email}, ${pia}`);
  await shop.getByRole('button', { name: 'Show what it changes' }).click();
  await expect(shop.getByText(/^4 records more\. Nothing else changes\./)).toBeVisible();
  await shop.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(shop.getByText(/^Saved as version 1/)).toBeVisible();
  await expect(shop.getByText('forwarded here: orders')).toBeVisible();
  await expect(shop.getByText('has not agreed yet, so nothing goes there')).toBeVisible();
  const tryIt = shop.getByRole('button', { name: 'Send me a test' });
  await tryUntil(
    () => tryIt.click(),
    shop.getByText('mx.tienda.example took the test in. Below is what became of it.'),
  );
  await expect(shop.getByText('It arrived.').first()).toBeVisible();
  const { text } = await mailTo(visitor, pia, new RegExp(`orders@${name}`));
  const [, link = ''] = /(\/mail-target\?token=\S+)/.exec(text) ?? [];
  const reader = await (await browser.newContext()).newPage();
  await reader.goto(`${baseURL}${link}`);
  await reader.getByRole('button', { name: 'I want this mail' }).click();
  await expect(reader.getByText(`Mail is forwarded to ${pia}.`)).toBeVisible();
  await expect(shop.getByText('wants it', { exact: true })).toHaveCount(2);
  await tryIt.click();
  await expect(shop.getByText(`orders@${name} → ${pia}`).first()).toBeVisible();
  await mailTo(visitor, pia, new RegExp(`^A test of orders@${name}$`));
  await reader.getByRole('button', { name: 'End it' }).click();
  await expect(reader.getByText(`Nothing is forwarded to ${pia}.`)).toBeVisible();
  await expect(shop.getByText('does not want it, so nothing goes there')).toBeVisible();
  await reader.context().close();
  expect(loads()).toBe(0);
});
