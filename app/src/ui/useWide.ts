import { useSyncExternalStore } from 'react';
import { Dimensions } from 'react-native';
import { useAlive } from '../stored/alive';

const wideFrom = 1000;

function onTurn(listener: () => void): () => void {
  const subscription = Dimensions.addEventListener('change', listener);
  return () => subscription.remove();
}

const isWide = () => Dimensions.get('window').width >= wideFrom;
/** Pages are written ahead of time for the phone. */
const isWideAheadOfTime = () => false;

/** True where places stand on the left and the tally on the right. */
export function useWide(): boolean {
  return useSyncExternalStore(onTurn, useAlive() ? isWide : isWideAheadOfTime, isWideAheadOfTime);
}
