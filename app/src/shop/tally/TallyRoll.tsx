import { memo } from 'react';
import { View } from 'react-native';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Currency } from '@tienda/core/money/money';
import type { KnownPromotion } from '@tienda/core/pricing/promotion';
import type { Quote, QuoteLine } from '@tienda/core/pricing/quote';
import { beforeDiscount, lineParts } from '@tienda/core/pricing/quoteSums';
import type { Customer } from '@tienda/core/pricing/tax';
import { countryText, percentText, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Till, TillLine } from '../../ui/Till';
import { codeGives } from './codeWords';
import { DueLater } from './DueLater';
import { TallyFoot } from './TallyFoot';

const words = texts.tally;

/** Up to so many names are taken apart line by line; more are one line each. */
const mostTakenApart = 8;
/** Up to so many names have a line; the rest are summed up in one. */
const mostListed = 40;

interface TallyRollProps {
  readonly quote: Quote;
  readonly customer: Customer;
  /** What is in the basket: tells which names renew by themselves. */
  readonly lines: readonly BasketLine[];
  readonly promotions: readonly KnownPromotion[];
  /** The holder is known, and with them the tax. */
  readonly settled?: boolean;
}

/** The running account of money as a till roll: today line by line, then what falls due later. */
export function TallyRoll({ quote, customer, lines, promotions, settled = false }: TallyRollProps) {
  const { currency, rate, tax, total, discount, codes } = quote;
  const used = codes.find(({ applied }) => applied)?.code;
  const promotion = promotions.find(({ code }) => code === used);
  const rest = quote.lines.slice(mostListed);
  const Line = quote.lines.length > mostTakenApart ? NameCharge : NameCharges;
  return (
    <Till label={words.title}>
      {quote.lines.slice(0, mostListed).map((line) => (
        <Line key={line.name} line={line} currency={currency} />
      ))}
      {rest.length > 0 ? (
        <TillLine words={words.others(rest.length)} amount={tillAmount(beforeDiscount(rest), currency)} />
      ) : null}
      {used === undefined ? null : (
        <TillLine
          look="saving"
          words={promotion ? words.code(used, codeGives(promotion, { currency, rate })) : used}
          amount={tillAmount(-discount, currency)}
          why={words.why.code}
        />
      )}
      <TillLine
        look="quiet"
        words={taxWords(quote, customer)}
        amount={tillAmount(tax.amount, currency)}
        why={taxWhy(quote, customer)}
      />
      <TillLine
        look="total"
        words={words.todayTotal(currency)}
        amount={wholeAmount(total, currency)}
        why={words.why.total}
      />
      <View style={{ height: 12 }} />
      <DueLater quote={quote} lines={lines} />
      <TallyFoot customer={customer} settled={settled} />
    </Till>
  );
}

interface ChargesProps {
  readonly line: QuoteLine;
  readonly currency: Currency;
}

/** One name taken apart. */
const NameCharges = memo(function NameCharges({ line, currency }: ChargesProps) {
  const { unicode, action, years, privacyPolicy, renewal, purchase } = line;
  const { firstYear, introSaving, laterYears, fee, privacy } = lineParts(line);
  const amount = (minor: number) => tillAmount(minor, currency);
  const whole = (minor: number) => wholeAmount(minor, currency);
  const { why } = words;
  return (
    <>
      {purchase ? (
        <>
          <TillLine
            words={words.bought(unicode)}
            amount={amount(purchase.price)}
            why={why.bought(whole(purchase.price))}
          />
          {purchase.fee > 0 ? (
            <TillLine
              look="quiet"
              words={words.offerFee(purchase.move === 0)}
              amount={amount(purchase.fee)}
              why={why.offerFee}
            />
          ) : null}
          {purchase.move > 0 ? (
            <TillLine
              look="quiet"
              words={words.premiumMove}
              amount={amount(purchase.move)}
              why={why.premiumMove(whole(purchase.move))}
            />
          ) : null}
        </>
      ) : (
        <TillLine
          words={words.firstYear[action](unicode)}
          amount={amount(firstYear)}
          why={why.firstYear[action](whole(firstYear))}
        />
      )}
      {introSaving > 0 ? (
        <TillLine
          look="saving"
          words={words.intro}
          amount={amount(-introSaving)}
          why={why.intro(whole(firstYear - introSaving), whole(renewal.each))}
        />
      ) : null}
      {years > 1 && action !== 'privacy' ? (
        <TillLine
          words={words.laterYears(2, years)}
          amount={amount(laterYears.total)}
          why={why.laterYears(years - 1, whole(laterYears.each))}
        />
      ) : null}
      {fee.total > 0 && !purchase ? (
        <TillLine
          look="quiet"
          words={words.fee(years, amount(fee.each))}
          amount={amount(fee.total)}
          why={why.fee(whole(fee.each))}
        />
      ) : null}
      {privacy.total > 0 ? (
        <TillLine
          look="quiet"
          words={words.privacy(years, amount(privacy.each))}
          amount={amount(privacy.total)}
          why={why.privacy(whole(privacy.each))}
        />
      ) : privacyPolicy === 'included' ? (
        <TillLine look="quiet" words={words.privacyWord} amount={words.included} why={why.privacyIncluded} />
      ) : null}
    </>
  );
});

/** One name as one line, for baskets of many. */
const NameCharge = memo(function NameCharge({ line, currency }: ChargesProps) {
  const { unicode, action, years } = line;
  return <TillLine words={words.whole[action](unicode, years)} amount={tillAmount(beforeDiscount([line]), currency)} />;
});

/** The tax in few words: rate and country, or why there is none. */
export function taxWords({ tax }: Pick<Quote, 'tax'>, { country }: Customer): string {
  const place = countryText(country);
  if (tax.basis === 'reverseCharge') return words.reverse(place);
  if (tax.basis === 'outOfScope') return words.noTax(place);
  return words.tax(percentText(Number(tax.rate)), place);
}

function taxWhy({ tax: { basis, rate } }: Quote, { country }: Customer): string {
  const place = countryText(country);
  if (basis === 'reverseCharge') return words.why.reverseCharge;
  if (basis === 'outOfScope') return words.why.outOfScope(place);
  return words.why[basis](percentText(Number(rate)), place);
}
