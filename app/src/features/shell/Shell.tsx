import { Slot, usePathname } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Awning } from '../../ui/Awning';
import { palette } from '../../ui/palette';
import { useWide } from '../../ui/useWide';
import { HelpedBar } from '../../shop/helped/HelpedBar';
import { TallyColumn, TallySheet } from '../../shop/tally/TallySheet';
import { Places } from './Places';

/** Screens that show the tally themselves on the phone. */
const ownTally = ['/basket', '/checkout', '/orders', '/inbox'];

/** The awning above, the places below (left when wide), the tally at hand. */
export function Shell() {
  const wide = useWide();
  const path = usePathname();
  const inCheckout = path.startsWith('/checkout');
  const sheet = !wide && !ownTally.some((start) => path.startsWith(start));
  // The screen stays at its place in the tree whatever the width: turning the phone loses nothing that was typed.
  return (
    <View style={styles.shop}>
      <Awning />
      <HelpedBar />
      <View style={[styles.room, wide && styles.wide]}>
        {wide ? <Places wide /> : null}
        <View key="screen" style={styles.middle}>
          <Slot />
        </View>
        {wide ? <TallyColumn checkout={!inCheckout} /> : null}
      </View>
      {sheet ? <TallySheet /> : null}
      {wide ? null : <Places wide={false} />}
    </View>
  );
}

const styles = StyleSheet.create({
  shop: { flex: 1, backgroundColor: palette.paper, minHeight: 0 },
  room: { flex: 1, minHeight: 0 },
  wide: { flexDirection: 'row' },
  middle: { flex: 1, minHeight: 0, minWidth: 0 },
});
