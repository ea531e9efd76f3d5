import { View } from 'react-native';

/*
 * In the place of react-native-safe-area-context: the page never lies under a phone's notch, since its viewport does not
 * cover it. Measuring that once all is there would make the browser take over the whole page at once.
 */
export function SafeAreaProvider({ children }) {
  return <View style={{ flex: 1 }}>{children}</View>;
}

export const SafeAreaView = View;
