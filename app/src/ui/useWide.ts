import { useWindowDimensions } from 'react-native';

const wideFrom = 1000;

/** True where places stand on the left and the tally on the right. */
export function useWide(): boolean {
  return useWindowDimensions().width >= wideFrom;
}
