/* What the start is spared. */
import './src/quickStart';

/** Who types or scrolls meanwhile is answered first. */
const nextTask = () => new Promise((done) => setTimeout(done, 0));

/** One thing after the other, each in a task of its own. */
async function start() {
  const { loadLanguage } = require('./src/texts/language');
  await nextTask();
  const { askEarly } = require('./src/api/early');
  askEarly(globalThis.location);
  await nextTask();
  require('react-native').StyleSheet.create({});
  await nextTask();
  // It knows how modules are fetched.
  require('expo');
  const { fetchAgain } = require('./src/fetchAgain');
  fetchAgain();
  // Before anything that says something.
  await loadLanguage();
  const { fetchScreensOf } = require('./src/held/later');
  await fetchScreensOf(globalThis.location.pathname);
  await nextTask();
  require('expo-router/entry');
}

void start();
