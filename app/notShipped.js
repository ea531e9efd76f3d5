/*
 * In the place of what comes with the packages and is shown nowhere here (`notShipped` in metro.config.js): it is not sent
 * to anybody. Packages may put it together as they start; whoever shows it after all is told where it went.
 */
const inItsPlace = new Proxy(function () {}, {
  get: (target, key) => (key in target || typeof key === 'symbol' || key === 'then' ? target[key] : inItsPlace),
  apply: (_target, _self, given) => {
    if (given.length > 0) throw new Error('This part of a package is not shipped: see notShipped in metro.config.js');
    return inItsPlace;
  },
});

module.exports = inItsPlace;
