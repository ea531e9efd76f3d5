import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { convert, type Currency } from '@tienda/core/money/money';
import type { QuoteLine } from '@tienda/core/pricing/quote';
import { termsText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { statusWords } from '../../shop/name/remarks';
import type { PricedName } from '@tienda/core/pricing/priceLine';

const words = texts.lineup.facts;

/** One thing in the lineup: a name, or an extension as such. */
export interface Entrant extends PricedName {
  /** Undefined until it has come. */
  readonly graceDays: number | undefined;
  /** As kept: an A-label name, or an extension with a leading dot. */
  readonly item: string;
  /** Left out for an extension. */
  readonly answer?: SearchAnswer | undefined;
  /** Bought for its shortest term, privacy left out where it costs. */
  readonly line: QuoteLine;
}

/** One row of the comparison. */
export interface LineupFact {
  readonly title: string;
  /** One for each entrant. */
  readonly values: readonly string[];
  /** Which are the best; none where all are alike, or it is not a matter of better. */
  readonly best: ReadonlySet<number>;
}

/**
 * The facts of the lineup as rows, the best of each marked.
 *
 * @param horizon years to keep, 1 to 10
 * @param rate units of the currency for one US dollar
 */
export function lineupFacts(
  entrants: readonly Entrant[],
  horizon: number,
  currency: Currency,
  rate: string,
): LineupFact[] {
  const amount = (minor: number) => wholeAmount(minor, currency);
  const cents = (usdCents: number) => convert(usdCents, currency, rate);
  const plain = (title: string, value: (entrant: Entrant) => string): LineupFact => ({
    title,
    values: entrants.map(value),
    best: new Set(),
  });
  const least = (title: string, value: (entrant: Entrant) => number, say: (value: number) => string): LineupFact => {
    const values = entrants.map(value);
    return { title, values: values.map(say), best: bestOf(values.map((number) => -number)) };
  };
  return [
    plain(words.status, ({ answer, extension, item }) => (item.startsWith('.') ? '' : statusWords(answer, extension))),
    least(words.firstYear, ({ line }) => line.cells[0]?.total ?? 0, amount),
    least(words.then, ({ line }) => line.renewal.each, amount),
    least(words.keep(horizon), ({ line }) => line.keepCost[horizon - 1] ?? 0, amount),
    least(words.keep(10), ({ line }) => line.keepCost[9] ?? 0, amount),
    least(
      words.trend,
      ({ extension }) => Math.round(extension.trend.renew * 100),
      (percent) => `${percent > 0 ? '+' : ''}${percent}%`,
    ),
    plain(words.terms, ({ extension }) => termsText(extension.terms.register)),
    {
      title: words.privacy,
      values: entrants.map(({ extension: { privacy } }) =>
        words.privacies[privacy.policy](amount(cents(privacy.price))),
      ),
      best: bestOf(
        entrants.map(({ extension: { privacy } }) =>
          ['included', 'hiddenByRegistry'].includes(privacy.policy) ? 1 : 0,
        ),
      ),
    },
    least(
      words.rules,
      ({ extension }) => extension.requirements.length,
      (count) => words.ruleCount(count),
    ),
    least(words.transfer, ({ extension }) => cents(extension.prices.transfer), amount),
    least(words.restore, ({ extension }) => cents(extension.prices.restore), amount),
    {
      title: words.grace,
      values: entrants.map(({ graceDays }) => (graceDays === undefined ? '' : words.days(graceDays))),
      best: bestOf(entrants.map(({ graceDays = 0 }) => graceDays)),
    },
    ...lengths(entrants),
  ];
}

/** How long the names are, where it is names that are compared. */
function lengths(entrants: readonly Entrant[]): LineupFact[] {
  if (entrants.some(({ item }) => item.startsWith('.'))) return [];
  const counts = entrants.map(({ unicode }) => [...unicode].length);
  return [{ title: words.length, values: counts.map(words.characters), best: bestOf(counts.map((count) => -count)) }];
}

/** The places of the highest; none where all are alike. */
function bestOf(values: readonly number[]): Set<number> {
  const highest = Math.max(...values);
  const places = values.flatMap((value, index) => (value === highest ? [index] : []));
  return new Set(places.length === values.length ? [] : places);
}
