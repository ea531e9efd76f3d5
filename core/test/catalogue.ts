import type { Catalogue, WholeExtension } from '../src/catalogue/extension';
import { readCatalogue } from '../src/catalogue/readCatalogue';
import { priceTrend } from '../src/catalogue/priceTrend';
import { agreements, extensionEntries } from '../src/catalogue/shipped';

/** The catalogue that ships, as of the demo's first month. */
export const shippedCatalogue: Catalogue<WholeExtension> = readCatalogue(extensionEntries, agreements, '2026-11');

/** An extension for examples: no intro, fee or rules unless given. */
export function exampleExtension(label: string, facts: Partial<WholeExtension>): WholeExtension {
  const terms = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
  return {
    label,
    unicode: label,
    kind: 'generic',
    registry: 'lanternhead',
    popularity: 50,
    prices: { register: 900, renew: 900, transfer: 900, restore: 8000 },
    yearlyFee: 0,
    terms: { register: terms, renew: terms },
    privacy: { policy: 'included', price: 0 },
    labelRules: { minLength: 1, maxLength: 63, scripts: ['Latin'] },
    requirements: [],
    agreements: [],
    lifecycle: { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 },
    transfer: { lockDays: 60, addsYear: true },
    history: [],
    trend: priceTrend(facts.history ?? []),
    ...facts,
  };
}

const intro = { price: 300, startsAt: '2026-01-01', endsAt: '2028-01-01' };
const dear = { register: 1100, renew: 1450, transfer: 1450, restore: 9000 };
const priced = { policy: 'priced', price: 250 } as const;

/** Extensions A, B and C of the worked examples, under labels of their own. */
export const exampleCatalogue: Catalogue<WholeExtension> = new Map(
  [
    exampleExtension('aa', { prices: dear, intro, yearlyFee: 18, privacy: priced }),
    exampleExtension('bb', {}),
    exampleExtension('cc', { prices: dear, intro: { ...intro, minYears: 2 }, yearlyFee: 18, privacy: priced }),
  ].map((extension) => [extension.label, extension]),
);
