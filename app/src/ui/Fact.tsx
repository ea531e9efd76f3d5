import { View } from 'react-native';
import { Text } from './Text';
import { themed } from './theme';

/** One fact: what it is about, and what it is. */
export function Fact({ title, children }: { readonly title: string; readonly children: string }) {
  const styles = useStyles();
  return (
    <View style={styles.fact}>
      <Text kind="small" colour="quiet" style={styles.title}>
        {title}
      </Text>
      <Text style={styles.words}>{children}</Text>
    </View>
  );
}

const useStyles = themed(() => ({
  fact: { flexDirection: 'row', gap: 12, paddingVertical: 4, flexWrap: 'wrap' },
  title: { width: 104, lineHeight: 21 },
  words: { flex: 1, minWidth: 180 },
}));
