import { isLanguage, languages, type Language } from '@tienda/core/accounts/language';
import { decimalAmount, type Currency, type Minor } from '@tienda/core/money/money';
import type { Context } from 'koa';
import { en, type Texts } from './en';
import { es } from './es';

const byLanguage: Readonly<Record<Language, Texts>> = { en, es };

export function textsIn(language: Language): Texts {
  return byLanguage[language];
}

/** What the reader of an answer wants to read, of what there is (RFC 9110, `Accept-Language`). */
export function languageOf(ctx: Context): Language {
  const wanted = ctx.acceptsLanguages([...languages]);
  return isLanguage(wanted) ? wanted : 'en';
}

/** `amountText(1234, 'USD')` is `'12.34 USD'`. */
export function amountText(amount: Minor, currency: Currency): string {
  return `${decimalAmount(amount, currency)} ${currency}`;
}

/** Who a mail goes to, and what they read. */
export interface Reader {
  readonly email: string;
  readonly language: Language;
}
