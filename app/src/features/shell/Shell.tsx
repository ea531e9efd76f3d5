import { Slot, usePathname } from 'expo-router';
import { View } from 'react-native';
import { Awning } from '../../ui/Awning';
import { themed } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { TallyColumn, TallySheet } from '../tally/TallySheet';
import { Places } from './Places';

/** Screens that show the tally themselves on the phone. */
const ownTally = ['/basket', '/checkout', '/orders', '/inbox'];

/** The awning above, the places below (left when wide), the tally at hand. */
export function Shell() {
  const styles = useStyles();
  const wide = useWide();
  const path = usePathname();
  const inCheckout = path.startsWith('/checkout');
  if (wide)
    return (
      <View style={styles.shop}>
        <Awning />
        <View style={styles.wide}>
          <Places wide />
          <View style={styles.middle}>
            <Slot />
          </View>
          <TallyColumn checkout={!inCheckout} />
        </View>
      </View>
    );
  return (
    <View style={styles.shop}>
      <Awning />
      <View style={styles.middle}>
        <Slot />
      </View>
      {ownTally.some((start) => path.startsWith(start)) ? null : <TallySheet />}
      <Places wide={false} />
    </View>
  );
}

const useStyles = themed((palette) => ({
  shop: { flex: 1, backgroundColor: palette.paper, minHeight: 0 },
  wide: { flex: 1, flexDirection: 'row', minHeight: 0 },
  middle: { flex: 1, minHeight: 0, minWidth: 0 },
}));
