import { View } from 'react-native';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Quote, QuoteLine } from '@tienda/core/pricing/quote';
import type { Customer } from '@tienda/core/pricing/tax';
import { countryText, dateText, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { Till, TillLine } from '../../ui/Till';

const words = texts.tally;

interface TallyRollProps {
  readonly quote: Quote;
  readonly customer: Customer;
  /** What is in the basket: tells which names renew by themselves. */
  readonly lines: readonly BasketLine[];
  /** The holder is known, and with them the tax. */
  readonly settled?: boolean;
}

/** The running account of money as a till roll: today line by line, then what falls due later. */
export function TallyRoll({ quote, customer, lines, settled = false }: TallyRollProps) {
  const { currency, tax, total, dueLater } = quote;
  const chosen = new Map(lines.map((line) => [line.name, line]));
  const laterWords = (name: string) => {
    const line = chosen.get(name);
    return line?.autoRenew === false ? words.ifRenewed(line.unicode) : (line?.unicode ?? name);
  };
  return (
    <Till label={words.title}>
      {quote.lines.map((line) => (
        <LineCharges key={line.name} line={line} quote={quote} />
      ))}
      <TillLine look="quiet" words={taxWords(quote, customer)} amount={tillAmount(tax.amount, currency)} />
      <TillLine look="total" words={words.todayTotal} amount={wholeAmount(total, currency)} />
      <View style={{ height: 12 }} />
      <Text kind="heading" level={3}>
        {words.later}
      </Text>
      {dueLater.map(({ on, name, amount }) => (
        <TillLine key={name} words={`${dateText(on)} · ${laterWords(name)}`} amount={tillAmount(amount, currency)} />
      ))}
      <Text kind="small" colour="quiet" style={{ marginTop: 8 }}>
        {(settled ? words.settledCountry : words.country)(countryText(customer.country))}
      </Text>
    </Till>
  );
}

function LineCharges({ line, quote: { currency } }: { readonly line: QuoteLine; readonly quote: Quote }) {
  const { unicode, years, charge, introSaving, fee, privacy, cells, privacyPolicy } = line;
  const first = cells[0]?.charge ?? 0;
  const amount = (minor: number) => tillAmount(minor, currency);
  return (
    <>
      <TillLine words={words.year1(unicode)} amount={amount(first + introSaving)} />
      {introSaving > 0 ? <TillLine look="saving" words={words.intro} amount={amount(-introSaving)} /> : null}
      {years > 1 ? <TillLine words={words.laterYears(2, years)} amount={amount(charge - first)} /> : null}
      {fee > 0 ? <TillLine look="quiet" words={words.fee(years, amount(fee / years))} amount={amount(fee)} /> : null}
      {privacy > 0 ? (
        <TillLine look="quiet" words={words.privacy(years, amount(privacy / years))} amount={amount(privacy)} />
      ) : privacyPolicy === 'included' ? (
        <TillLine look="quiet" words={words.privacyIncluded} amount={words.included} />
      ) : null}
    </>
  );
}

function taxWords({ tax }: Quote, { country }: Customer): string {
  const place = countryText(country);
  if (tax.basis === 'reverseCharge') return words.reverse(place);
  if (tax.basis === 'outOfScope') return words.noTax(place);
  return words.tax(`${Number((Number(tax.rate) * 100).toFixed(2))}%`, place);
}
