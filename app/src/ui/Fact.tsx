import { StyleSheet, View } from 'react-native';
import { Text } from './Text';
import { breaksAnywhere, fonts } from './theme';

interface FactProps {
  readonly title: string;
  readonly children: string;
  /** A code or an amount. */
  readonly mono?: boolean;
}

/** One fact: what it is about, and what it is. */
export function Fact({ title, children, mono = false }: FactProps) {
  return (
    <View style={styles.fact}>
      <Text kind="small" colour="quiet" style={styles.title}>
        {title}
      </Text>
      <Text style={[styles.words, mono && { fontFamily: fonts.mono }]}>{children}</Text>
    </View>
  );
}

const styles = StyleSheet.create({
  fact: { flexDirection: 'row', gap: 12, paddingVertical: 4, flexWrap: 'wrap' },
  title: { width: 104, lineHeight: 21 },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 180, minWidth: 0, ...breaksAnywhere },
});
