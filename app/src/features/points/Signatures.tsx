import { StyleSheet, View } from 'react-native';
import type { ShownSigning } from '@tienda/core/dns/signing';
import { useSigning, type SigningWish } from '../../api/points';
import { timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.points.signing;

interface SignaturesProps {
  readonly name: string;
  readonly signing: ShownSigning | undefined;
}

/** Whether what is answered can be proven (DNSSEC), and how far it has got with that. */
export function Signatures({ name, signing }: SignaturesProps) {
  const sign = useSigning(name);
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Card>
        <View role="status">
          <Text>{stateText(signing)}</Text>
        </View>
        {sign.isError ? <Failure fault={sign.error} /> : null}
        <View style={styles.actions}>
          {wishesIn(signing).map((wish) => (
            <Action
              key={wish}
              kind="link"
              title={words.wishes[wish]}
              busy={sign.isPending && sign.variables === wish}
              onPress={() => sign.mutate(wish)}
            />
          ))}
        </View>
      </Card>
    </View>
  );
}

function stateText(signing: ShownSigning | undefined): string {
  if (!signing) return words.off;
  const { at, keyTag, isRollover, until = '' } = signing;
  const time = until === '' ? '' : timeText(until);
  switch (at) {
    case 'spreading':
      return isRollover ? words.rolling(keyTag ?? 0, time) : words.spreading(keyTag ?? 0, time);
    case 'asking':
      return words.asking;
    case 'refused':
      return words.refused;
    case 'fading':
      return keyTag === undefined ? words.fadingOut(time) : words.fading(keyTag, time);
    case 'on':
      return words.on(keyTag ?? 0);
  }
}

/** What can be done about it now. */
function wishesIn(signing: ShownSigning | undefined): readonly SigningWish[] {
  switch (signing?.at) {
    case undefined:
      return ['on'];
    case 'on':
      return ['newKey', 'off'];
    case 'spreading':
      return signing.isRollover ? [] : ['off'];
    case 'refused':
      return signing.isRollover || signing.keyTag === undefined ? ['again'] : ['again', 'off'];
    case 'asking':
    case 'fading':
      return [];
  }
}

const styles = StyleSheet.create({
  part: { gap: 6, marginTop: 8 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16 },
});
