/**
 * Control characters but tab and line ends, halves of characters, and what is no character: neither PostgreSQL nor XML
 * (XML 1.0, section 2.2) keeps all of them, and nobody types them.
 */
// oxlint-disable-next-line no-control-regex -- these are what is looked for
const unkeepable = /[\0-\x08\v\f\x0e-\x1f\x7f-\x9f\ufffe\uffff]|\p{Surrogate}/gu;

/** True where every character of a text can be kept and written down. */
export function isKeepable(text: string): boolean {
  return text.search(unkeepable) === -1;
}

/** True where a text can be kept and is one line, as it is seen. */
export function isOneLine(text: string): boolean {
  return isKeepable(text) && !/[\t\n\r\u2028\u2029]/.test(text);
}

/** The text with U+FFFD in the place of what cannot be kept. */
export function keepable(text: string): string {
  return text.replace(unkeepable, '\ufffd');
}
