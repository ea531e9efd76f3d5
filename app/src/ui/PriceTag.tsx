import { StyleSheet, View } from 'react-native';
import { HiddenText } from './HiddenText';
import { palette } from './palette';
import { Text } from './Text';

interface PriceTagProps {
  readonly label: string;
  readonly amount: string;
  /** An introductory price: marigold. */
  readonly intro?: boolean;
}

/** A price on a tag with a hole for the string; first-year and renewal price hang side by side, equally large. */
export function PriceTag({ label, amount, intro = false }: PriceTagProps) {
  return (
    <View style={[styles.tag, intro && styles.intro]}>
      <View style={[styles.hole, intro && styles.introHole]} />
      <View>
        <Text kind="small" style={styles.label} colour={intro ? 'pine' : 'quiet'}>
          {label}
        </Text>
        <Text kind="amount" style={styles.amount}>
          {amount}
        </Text>
      </View>
    </View>
  );
}

/** A price on a tag where there is little room: who listens hears what it is for. */
export function SmallTag({ label, amount, intro = false }: PriceTagProps) {
  return (
    <View style={[styles.small, intro && styles.intro]}>
      <HiddenText>{label}</HiddenText>
      <Text kind="amount" style={styles.smallAmount}>
        {amount}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  tag: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 7,
    minWidth: 84,
    borderWidth: 1,
    borderColor: palette.pine,
    borderRadius: 3,
    backgroundColor: palette.card,
    paddingVertical: 3,
    paddingHorizontal: 7,
  },
  intro: { backgroundColor: palette.marigoldWash, borderColor: palette.marigold },
  hole: {
    width: 9,
    height: 9,
    borderRadius: 5,
    borderWidth: 1,
    borderColor: palette.pine,
    backgroundColor: palette.paper,
  },
  introHole: { borderColor: palette.marigold },
  small: {
    borderWidth: 1,
    borderColor: palette.pine,
    borderRadius: 3,
    backgroundColor: palette.card,
    paddingHorizontal: 5,
  },
  smallAmount: { fontSize: 14, lineHeight: 19, fontWeight: '700' },
  label: { fontSize: 11, lineHeight: 14 },
  amount: { fontWeight: '700', lineHeight: 19 },
});
