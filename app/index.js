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
  require('react-dom/client');
  await nextTask();
  // A module starts when something of it is first used.
  const native = require('react-native');
  for (const part of ['StyleSheet', 'View', 'Text', 'ScrollView', 'Animated']) {
    void native[part];
    await nextTask();
  }
  // It knows how modules are fetched.
  require('expo');
  await nextTask();
  const { fetchAgain } = require('./src/fetchAgain');
  fetchAgain();
  // Before anything that says something.
  await loadLanguage();
  const { fetchScreensOf } = require('./src/held/later');
  await fetchScreensOf(globalThis.location.pathname);
  await nextTask();
  const { ctx } = require('expo-router/_ctx');
  // Where that fails the router says so itself.
  const { parts } = await ctx('./_layout.tsx').catch(() => ({ parts: [] }));
  for (const use of parts) {
    await nextTask();
    use();
  }
  await nextTask();
  require('expo-router/entry');
}

void start();
