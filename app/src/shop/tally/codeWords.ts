import { convert, type Currency } from '@tienda/core/money/money';
import type { CodeReason, Promotion } from '@tienda/core/pricing/promotion';
import { dateText, listText, percentText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';

const words = texts.codes;

/** In which money a code's amounts are said. */
export interface CodeMoney {
  readonly currency: Currency;
  /** Units of the currency for one US dollar. */
  readonly rate: string;
}

const amountIn = ({ currency, rate }: CodeMoney, usdCents: number) =>
  wholeAmount(convert(usdCents, currency, rate), currency);

const extensionList = (extensions: readonly string[]) => listText(extensions.map((label) => `.${label}`));

/** The day of a date or instant. */
const day = (at: string) => dateText(at.slice(0, 'YYYY-MM-DD'.length));

/** What a code gives: `15% off`. */
export function codeGives({ kind, value, years }: Promotion, money: CodeMoney): string {
  const { gives } = words;
  switch (kind) {
    case 'percent':
      return gives.percent(percentText(value / 100), years === 'first');
    case 'amount':
      return gives.amount(amountIn(money, value));
    case 'firstYearPrice':
      return gives.firstYearPrice(amountIn(money, value));
    case 'freePrivacy':
      return gives.freePrivacy(years === 'first');
  }
}

/** What a code gives and what it asks for: `15% off, for two years or more, until 1 Jan 2028`. */
export function codeTerms(promotion: Promotion, money: CodeMoney): string {
  const { on, extensions, minYears, maxNames, minSpend, newCustomersOnly, endsAt } = promotion;
  return [
    codeGives(promotion, money),
    words.on[on],
    extensions ? words.extensions(extensionList(extensions)) : '',
    minYears === undefined ? '' : words.minYears(minYears),
    maxNames === undefined ? '' : words.maxNames(maxNames),
    minSpend === undefined ? '' : words.minSpend(amountIn(money, minSpend)),
    newCustomersOnly ? words.newOnly : '',
    words.ends(day(endsAt)),
  ]
    .filter((part) => part !== '')
    .join(', ');
}

/** Why a code does not apply here. */
export function reasonWords(reason: CodeReason, promotion: Promotion | undefined, money: CodeMoney): string {
  const { reasons } = words;
  if (reason === 'unknown' || !promotion) return reasons.unknown;
  switch (reason) {
    case 'notYet':
      return reasons.notYet(day(promotion.startsAt));
    case 'expired':
      return reasons.expired(day(promotion.endsAt));
    case 'wrongExtension':
      return reasons.wrongExtension(extensionList(promotion.extensions ?? []));
    case 'termTooShort':
      return reasons.termTooShort(promotion.minYears ?? 1);
    case 'minSpend':
      return reasons.minSpend(amountIn(money, promotion.minSpend ?? 0));
    default:
      return reasons[reason];
  }
}
