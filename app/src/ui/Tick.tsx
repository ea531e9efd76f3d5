import Check from 'lucide-react-native/icons/check';
import { StyleSheet, View } from 'react-native';
import { NativeChoice } from './NativeChoice';
import { palette } from './palette';
import { thumb } from './theme';

interface TickProps {
  /** What is chosen by it. */
  readonly label: string;
  readonly value: boolean;
  readonly onChange: (value: boolean, withShift: boolean) => void;
  /** It was held by touch. */
  readonly onHeld: () => void;
}

/** A box to tick: the browser's own checkbox in Tienda's shape. */
export function Tick({ label, value, onChange, onHeld }: TickProps) {
  return (
    <NativeChoice type="checkbox" label={label} checked={value} onChange={onChange} onHeld={onHeld}>
      <View style={styles.target}>
        <View style={[styles.box, value && styles.ticked]}>
          {value ? <Check size={16} color={palette.card} strokeWidth={3} aria-hidden /> : null}
        </View>
      </View>
    </NativeChoice>
  );
}

const styles = StyleSheet.create({
  target: { width: thumb, minHeight: thumb, alignItems: 'center', justifyContent: 'center' },
  box: {
    width: 20,
    height: 20,
    borderRadius: 4,
    borderWidth: 1,
    borderColor: palette.quiet,
    backgroundColor: palette.card,
    alignItems: 'center',
    justifyContent: 'center',
  },
  ticked: { backgroundColor: palette.pine, borderColor: palette.pine },
});
