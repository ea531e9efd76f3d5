import { router } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Currency } from '@tienda/core/money/money';
import { savesBefore, type BeforeRises as Rises } from '@tienda/core/pricing/ahead';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { NameAndDetail } from './KeepRow';

const words = texts.ahead;

interface BeforeRisesProps {
  readonly rises: Rises;
  /** That the names are of; any where empty. */
  readonly group: string;
  readonly currency: Currency;
}

/** What costs more soon, and what renewing before would save. */
export function BeforeRises({ rises: { count, saves, most }, group, currency }: BeforeRisesProps) {
  if (count === 0) return null;
  const money = (amount: number) => wholeAmount(amount, currency);
  return (
    <View role="group" aria-label={words.beforeRise}>
      <Text kind="heading" level={2} style={styles.head}>
        {words.beforeRise}
      </Text>
      <Text kind="small">{words.beforeRiseDetail(count, money(saves))}</Text>
      {most.map((one) => {
        const { rise } = one.price;
        return rise ? (
          <View key={one.name} style={styles.row}>
            <NameAndDetail
              name={one.name}
              unicode={one.unicode}
              detail={words.riseDetail(dateText(rise.on), money(rise.more), money(savesBefore(one)))}
            />
          </View>
        ) : null;
      })}
      <View style={styles.action}>
        <Action
          title={words.renewThem}
          onPress={() =>
            router.navigate({ pathname: '/names', params: { show: 'dearer', ...(group === '' ? {} : { group }) } })
          }
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { marginTop: 14 },
  row: { flexDirection: 'row', paddingVertical: 8, borderBottomWidth: 1, borderBottomColor: palette.line },
  action: { alignItems: 'flex-start', marginVertical: 10 },
});
