import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { palette } from './palette';

/** A piece of card on the paper. */
export function Card({ children, label }: { readonly children: ReactNode; readonly label?: string }) {
  return (
    <View style={styles.card} {...(label ? { role: 'group', 'aria-label': label } : {})}>
      {children}
    </View>
  );
}

/** A dashed line between the parts of a card. */
export function CardRule() {
  return <View style={styles.rule} />;
}

const styles = StyleSheet.create({
  card: {
    backgroundColor: palette.card,
    borderColor: palette.line,
    borderWidth: 1,
    borderRadius: 10,
    padding: 14,
    marginBottom: 10,
  },
  rule: { borderTopWidth: 1, borderStyle: 'dashed', borderColor: palette.line, marginVertical: 4 },
});
