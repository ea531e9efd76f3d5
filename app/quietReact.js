const react = require('react');
const { onceAlive } = require('./src/stored/alive');

/**
 * React, as the router keeps where one is with it. While a page that was written ahead of time is taken over, the router
 * fills in what it keeps, of which nothing is seen. React would take over the whole screen in one go to say so, and the
 * browser could do nothing meanwhile that people ask of it: it is said once the page is alive.
 */
module.exports = {
  ...react,
  useSyncExternalStore(subscribe, get, getFirst) {
    const quietly = react.useCallback((listener) => subscribe(() => onceAlive(listener)), [subscribe]);
    return react.useSyncExternalStore(quietly, get, getFirst);
  },
};
