import { useLocalSearchParams } from 'expo-router';
import { useAlive } from '../stored/alive';

const none = {};

/** What stands in the address after `?`: a page written ahead of time does not know it, so nothing until it is alive. */
export function useQueryParams<Params>(): Partial<Params> {
  const params = useLocalSearchParams();
  return useAlive() ? (params as Partial<Params>) : none;
}
