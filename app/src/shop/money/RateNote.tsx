import { StyleSheet } from 'react-native';
import { useRates } from '../../api/rates';
import { useStored } from '../../stored/stored';
import { dayText, rateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { currencyStore } from '../../api/currencyStore';

const words = texts.money;

/** At which rate prices are shown and charged, and of which day it is. @param beside it stands in a row with other things */
export function RateNote({ beside = false }: { readonly beside?: boolean }) {
  const currency = useStored(currencyStore);
  const rates = useRates().data;
  const rate = rates?.rates[currency];
  const note =
    currency === 'USD' || !rates || rate === undefined
      ? words.usd
      : words.rate(rateText(rate), currency, dayText(rates.at));
  return (
    <Text kind="small" colour="quiet" style={beside ? styles.beside : undefined}>
      {note}
    </Text>
  );
}

const styles = StyleSheet.create({ beside: { flexGrow: 1, flexShrink: 1, flexBasis: 160, minWidth: 0 } });
