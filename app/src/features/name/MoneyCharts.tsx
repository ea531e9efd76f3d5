import type { Extension } from '@tienda/core/catalogue/extension';
import { convert, type Currency } from '@tienda/core/money/money';
import type { QuoteLine } from '@tienda/core/pricing/quote';
import { useWholeExtension } from '../../api/catalogue';
import { monthText, roundAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { LineChart } from '../../ui/chart/LineChart';
import { Text } from '../../ui/Text';

const words = texts.name;

interface MoneyChartsProps {
  readonly line: QuoteLine;
  readonly extension: Extension;
  readonly rate: string;
  readonly currency: Currency;
}

/** What keeping the name costs over ten years, and what its extension has cost over the last two. */
export function MoneyCharts({ line, extension, rate, currency }: MoneyChartsProps) {
  const format = (amount: number) => roundAmount(amount, currency);
  const inCurrency = (cents: number) => convert(cents + extension.yearlyFee, currency, rate);
  const { trend } = extension;
  const history = useWholeExtension(extension.label).data?.history ?? [];
  const [five = 0, ten = 0] = [line.keepCost[4], line.keepCost[9]];
  return (
    <>
      <Card label={words.keepTitle}>
        <Text kind="heading" level={2}>
          {words.keepTitle}
        </Text>
        <Text kind="small" colour="quiet">
          {words.keepDetail(wholeAmount(five, currency), wholeAmount(ten, currency))}
        </Text>
        <LineChart
          title={words.keepTitle}
          along={line.keepCost.map((_, index) => String(index + 1))}
          alongTitle={words.years}
          series={[{ name: words.keepCost, values: line.keepCost }]}
          format={format}
        />
      </Card>
      <Card label={words.historyTitle}>
        <Text kind="heading" level={2}>
          {words.historyTitle}
        </Text>
        <Text kind="small" colour="quiet">
          {words.trend(extension.unicode, Math.round(trend.register * 100), Math.round(trend.renew * 100))}
        </Text>
        <LineChart
          title={words.historyTitle}
          along={history.map(({ month }) => monthText(month))}
          alongTitle={words.month}
          series={[
            { name: words.register, values: history.map(({ register }) => inCurrency(register)) },
            { name: words.renew, values: history.map(({ renew }) => inCurrency(renew)) },
          ]}
          format={format}
          steps
        />
      </Card>
    </>
  );
}
