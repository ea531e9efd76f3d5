import type { Extension } from '@tienda/core/catalogue/extension';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { convert } from '@tienda/core/money/money';
import { termsText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';

const words = texts.find;

/** From here on a renewal is far enough above the first year to be warned of. */
const jumpFrom = 1.5;
/** From here on a rise over the last year is warned of. */
const riseFrom = 0.05;

/** The word beside the door, with what is good or plain about the name; `brief` where there is little room. */
export function statusWords(answer: SearchAnswer | undefined, extension: Extension, brief = false): string {
  if (!answer) return brief ? words.briefHints.unknown : words.status.checking;
  if (answer.type === 'hint')
    return (brief ? words.briefHints : words.hints)[
      answer.status === 'taken' || answer.status === 'available' ? answer.status : 'unknown'
    ];
  if (answer.status === 'premium' && answer.premium)
    return answer.premium.renew >= answer.premium.register ? words.premiumEvery : words.premiumFirst;
  if (brief || answer.status !== 'available') return words.status[answer.status];
  const { policy } = extension.privacy;
  return policy === 'included' ? `${words.status.available} · ${words.privacyIncluded}` : words.status.available;
}

/**
 * What deserves a warning before the name is taken, in words.
 *
 * @param rate units of the currency shown for one US dollar; undefined until it is known
 */
export function warnings(
  { price, detail, status, premium }: SearchAnswer,
  extension: Extension,
  rate: string | undefined,
): string[] {
  if (status === 'invalid') return detail ? [detail] : [];
  if (!price) return [];
  const found: string[] = [];
  if (price.renewal > price.firstYear * jumpFrom)
    found.push(words.jump((price.renewal / price.firstYear).toFixed(1).replace(/\.0$/, '')));
  const rise = extension.trend.renew;
  if (!premium && rise >= riseFrom) found.push(words.rising(Math.round(rise * 100)));
  const min = extension.intro?.minYears ?? 1;
  if (extension.intro && min > 1 && !price.intro && !premium && rate !== undefined) {
    const cents = extension.intro.price;
    const amount = convert(cents, price.currency, rate) + convert(extension.yearlyFee, price.currency, rate);
    found.push(words.introMin(wholeAmount(amount, price.currency), min));
  }
  const { register } = extension.terms;
  if (register.length === 1) found.push(words.oneYearOnly);
  else if (register.length < 10) found.push(words.terms(termsText(register)));
  if (extension.privacy.policy === 'notAllowed') found.push(words.privacyNot);
  if (extension.requirements.length > 0) found.push(words.rules);
  return found;
}
