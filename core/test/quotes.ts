import type { Catalogue } from '../src/catalogue/extension';
import { domainName } from '../src/names/domainName';
import type { Promotion } from '../src/pricing/promotion';
import { quote, type QuoteFacts } from '../src/pricing/quote';
import type { QuoteItem, QuoteRequest } from '../src/pricing/quoteRequest';
import { exampleCatalogue } from './catalogue';

export const readIn = (catalogue: Catalogue) => (typed: string) => domainName(typed, catalogue);

export const exampleFacts: QuoteFacts = {
  now: new Date('2026-11-24T10:00:00Z'),
  readName: readIn(exampleCatalogue),
  rates: { EUR: '0.92', JPY: '151.2', KWD: '0.3075', GBP: '0.79', CHF: '0.88', NOK: '10.7' },
  answers: new Map(),
  heldUntil: new Map(),
  isValidVatNumber: () => false,
};

export const item = (name: string, years = 1, privacy = false): QuoteItem => ({
  name,
  action: 'register',
  years,
  privacy,
  autoRenew: true,
});

/** A new person's order, outside any tax area. */
export const request = (items: readonly QuoteItem[], more: Partial<QuoteRequest> = {}): QuoteRequest => ({
  currency: 'USD',
  items,
  codes: [],
  customer: { country: 'MX', kind: 'person', isNew: true },
  ...more,
});

/** A code for examples: 15 percent off the first year of every registration, for anyone, unless given. */
export function exampleCode(code: string, conditions: Partial<Promotion> = {}): Promotion {
  return {
    code,
    label: `made-up code ${code}`,
    kind: 'percent',
    value: 15,
    on: 'register',
    years: 'first',
    excludePremium: true,
    newCustomersOnly: false,
    startsAt: '2026-01-01',
    endsAt: '2028-01-01',
    public: true,
    ...conditions,
  };
}

/** A quote with these codes known, all of them public unless they say otherwise. */
export function quoteWith(
  promotions: readonly Promotion[],
  items: readonly QuoteItem[],
  more: Partial<QuoteRequest> = {},
  facts: Partial<QuoteFacts> = {},
) {
  return quote(request(items, more), { ...exampleFacts, promotions, ...facts });
}
