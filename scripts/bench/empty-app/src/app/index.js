import { Text } from 'react-native';

/** The least that Expo Router can show: the floor for Tienda's first load. */
export default function Nothing() {
  return <Text>Nothing</Text>;
}
