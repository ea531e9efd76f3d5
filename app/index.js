/* What the start is spared; Expo, which knows how modules are fetched; then the language, before anything that says something. */
import './src/quickStart';
import 'expo';
import { askEarly } from './src/api/early';
import { fetchAgain } from './src/fetchAgain';
import { fetchScreensOf } from './src/held/later';
import { loadLanguage } from './src/texts/language';

/** Who types or scrolls meanwhile is answered first. */
const nextTask = () => new Promise((done) => setTimeout(done, 0));

fetchAgain();
askEarly(globalThis.location);
void loadLanguage()
  .then(() => fetchScreensOf(globalThis.location.pathname))
  .then(nextTask)
  .then(() => require('expo-router/entry'));
