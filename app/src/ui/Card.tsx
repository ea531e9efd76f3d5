import type { ReactNode } from 'react';
import { View } from 'react-native';
import { themed } from './theme';

/** A piece of card on the paper. */
export function Card({ children, label }: { readonly children: ReactNode; readonly label?: string }) {
  const styles = useStyles();
  return (
    <View style={styles.card} {...(label ? { role: 'group', 'aria-label': label } : {})}>
      {children}
    </View>
  );
}

/** A dashed line between the parts of a card. */
export function CardRule() {
  return <View style={useStyles().rule} />;
}

const useStyles = themed((palette) => ({
  card: {
    backgroundColor: palette.card,
    borderColor: palette.line,
    borderWidth: 1,
    borderRadius: 10,
    padding: 14,
    marginBottom: 10,
  },
  rule: { borderTopWidth: 1, borderStyle: 'dashed', borderColor: palette.line, marginVertical: 4 },
}));
