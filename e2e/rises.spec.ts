import { orderNames, untilEnded } from '../scripts/demo.mjs';
import { expect, freshWord, member, test } from './shop';

/** What the catalogue says of an extension, as far as it matters here. */
interface Known {
  readonly label: string;
  readonly rise?: object;
  readonly requirements: readonly object[];
  readonly terms: { readonly renew: readonly number[] };
}

test('what costs more soon is seen ahead, and renewed before for as many years as chosen', async ({
  shop,
  baseURL,
}) => {
  const url = baseURL ?? '';
  const visitor = await member(shop, url);
  const all: Known[] = await visitor.expect(200, 'GET', '/api/extensions');
  const rising = all.find(
    ({ rise, requirements, terms }) => rise && requirements.length === 0 && terms.renew.length === 10,
  );
  const [dearer, same] = [`${freshWord()}.${rising?.label}`, `${freshWord()}.org`];
  await untilEnded(visitor, (await orderNames(visitor, [{ name: dearer }, { name: same }])).id);

  await shop.goto('/ahead');
  const rises = shop.getByRole('group', { name: 'Before prices rise' });
  await expect(rises.getByText(/^One name costs more soon, .* saves US\$\d+\.\d\d\.$/)).toBeVisible();
  await expect(rises.getByRole('link', { name: dearer })).toBeVisible();
  await expect(rises.getByRole('link', { name: same })).toHaveCount(0);
  await rises.getByRole('button', { name: 'Renew them before' }).click();

  const filter = shop.getByRole('button', { name: 'Dearer soon · 1' });
  await expect(filter).toHaveAttribute('aria-pressed', 'true');
  await expect(filter).toBeInViewport();
  await shop.getByRole('checkbox', { name: `Choose ${dearer}` }).check({ force: true });
  await expect(shop.getByRole('checkbox')).toHaveCount(1);
  await shop.getByRole('button', { name: 'Renew', exact: true }).click();
  await shop.getByRole('combobox', { name: 'Years for each' }).selectOption('Up to 9 years');
  await shop.getByRole('button', { name: 'Put them in the basket' }).click();
  await expect(shop.getByText(/^Renewal: nine years, until /)).toBeVisible();
});
