import { sellerCountry } from './tax';
import type { Extension } from '../catalogue/extension';
import type { SearchAnswer } from '../search/searchEvent';
import { quote, type QuoteLine } from './quote';
import type { Currency } from '../money/money';

export interface PricedName {
  readonly name: string;
  readonly unicode: string;
  readonly extension: Extension;
  readonly premium?: SearchAnswer['premium'] | undefined;
}

export interface PriceTerms {
  readonly years: number;
  readonly privacy: boolean;
  readonly currency: Currency;
  /** Units of the currency for one US dollar. */
  readonly rate: string;
  readonly now: Date;
}

/** Before tax nobody is billed yet; the country decides nothing here. */
const anyone = { country: sellerCountry, kind: 'person', isNew: true } as const;

/** What registering one name costs, year by year: a quote of one line. */
export function priceLine({ name, unicode, extension, premium }: PricedName, terms: PriceTerms): QuoteLine | undefined {
  const { years, privacy, currency, rate, now } = terms;
  const label = name.slice(0, name.indexOf('.'));
  return quote(
    { currency, items: [{ name, action: 'register', years, privacy, autoRenew: true }], codes: [], customer: anyone },
    {
      now,
      readName: () => ({ kind: 'name', name, unicode, label, extension }),
      rates: { [currency]: rate },
      answers: premium ? new Map([[name, { status: 'premium', premium }]]) : new Map(),
      heldUntil: new Map(),
      isValidVatNumber: () => false,
    },
  ).lines[0];
}

/** The extension as a name of its own, for comparing extensions. */
export function asName(extension: Extension): PricedName {
  return { name: `name.${extension.label}`, unicode: `.${extension.unicode}`, extension };
}
