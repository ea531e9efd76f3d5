import { Redirect, useLocalSearchParams } from 'expo-router';
import type { ComponentType } from 'react';

function ToSearch() {
  const { q } = useLocalSearchParams<{ q: string }>();
  return <Redirect href={{ pathname: '/', params: { q } }} />;
}

/** Find with a search, to be written ahead of time for `/?q=…`; in the browser it is no place of its own. */
const Search: ComponentType =
  typeof window === 'undefined'
    ? // oxlint-disable-next-line typescript/no-require-imports
      (require('../../features/find/FindScreen') as { FindScreen: ComponentType }).FindScreen
    : ToSearch;

export default Search;
