import { useRates } from '../../api/rates';
import { useStored } from '../../stored/stored';
import { dayText, rateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { currencyStore } from '../../api/currencyStore';

const words = texts.money;

/** At which rate prices are shown and charged, and of which day it is. */
export function RateNote() {
  const currency = useStored(currencyStore);
  const rates = useRates().data;
  const rate = rates?.rates[currency];
  const note =
    currency === 'USD' || !rates || rate === undefined
      ? words.usd
      : words.rate(rateText(rate), currency, dayText(rates.at));
  return (
    <Text kind="small" colour="quiet" style={{ flexGrow: 1, flexShrink: 1, flexBasis: 160, minWidth: 0 }}>
      {note}
    </Text>
  );
}
