/*
 * What is started with tries things that the browser refuses. A trace of each refusal would cost a phone a tenth of a
 * second, and nobody reads it.
 */

/** Rules for pseudo-elements that only other browsers know, which React Native Web writes as well. */
const foreign = /::?-(?:moz|ms)-/;

if (typeof CSSStyleSheet !== 'undefined' && !CSS.supports('selector(::-moz-focus-inner)')) {
  const { insertRule } = CSSStyleSheet.prototype;
  CSSStyleSheet.prototype.insertRule = function (rule: string, index?: number) {
    // An empty rule in its place: those after it are counted.
    return insertRule.call(this, foreign.test(rule.slice(0, rule.indexOf('{'))) ? '.foreign{}' : rule, index);
  };
}

const { stackTraceLimit } = Error;
Error.stackTraceLimit = 0;

/** All has started: from here on what goes wrong says where. */
export function started(): void {
  Error.stackTraceLimit = stackTraceLimit;
}
