import type { Extension } from '@tienda/core/catalogue/extension';
import type { SearchResult } from '../../api/search';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';

const words = texts.find;

/** From here on a renewal is far enough above the first year to be warned of. */
const jumpFrom = 1.5;

/** The word beside the door, with what is good or plain about the name. */
export function statusWords(result: SearchResult | undefined, extension: Extension): string {
  if (!result) return words.status.checking;
  if (result.status === 'premium' && result.premium)
    return result.premium.renew >= result.premium.register ? words.premiumEvery : words.premiumFirst;
  if (result.status !== 'available') return words.status[result.status];
  const { policy } = extension.privacy;
  if (policy === 'included') return `${words.status.available} · ${words.privacyIncluded}`;
  return policy === 'notAllowed' ? `${words.status.available} · ${words.privacyNot}` : words.status.available;
}

/** What deserves a warning before the name is taken, in words. */
export function warnings({ price, detail, status }: SearchResult, extension: Extension): string[] {
  if (status === 'invalid') return detail ? [detail] : [];
  if (!price) return [];
  const found: string[] = [];
  if (price.renewal > price.firstYear * jumpFrom)
    found.push(words.jump((price.renewal / price.firstYear).toFixed(1).replace(/\.0$/, '')));
  const { register } = extension.terms;
  if (register.length === 1) found.push(words.oneYearOnly);
  else if (register.length < 10) found.push(words.terms(register));
  const min = extension.intro?.minYears ?? 1;
  if (extension.intro && min > 1 && !price.intro)
    found.push(words.introMin(wholeAmount(extension.intro.price + extension.yearlyFee, 'USD'), min));
  if (extension.requirements.length > 0) found.push(words.rules);
  return found;
}
