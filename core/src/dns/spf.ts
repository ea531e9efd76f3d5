/** Terms of an SPF policy that take a look-up of whoever checks a mail (RFC 7208 section 4.6.4). */
const lookUp = /^[+?~-]?(include:|a([:/]|$)|mx([:/]|$)|ptr(:|$)|exists:)|^redirect=/i;

/**
 * Look-ups that a policy takes by itself; more than ten, those of included policies with them, and it counts as broken
 * (RFC 7208 section 4.6.4).
 */
export function spfLookups(policy: string): number {
  return termsOf(policy).filter((term) => lookUp.test(term)).length;
}

const term =
  /^([+?~-]?(all|include:\S+|a(:[^\s/]+)?(\/\d{1,2})?(\/\/\d{1,3})?|mx(:[^\s/]+)?(\/\d{1,2})?(\/\/\d{1,3})?|ptr(:\S+)?|ip4:[\d.]+(\/\d{1,2})?|ip6:[\da-f:.]+(\/\d{1,3})?|exists:\S+)|[a-z][a-z0-9_.-]*=\S*)$/i;

/** True for a text that says who may send for a name (RFC 7208 section 4.5). */
export function isSpf(text: string): boolean {
  return /^v=spf1( |$)/i.test(text);
}

/** The first term of a policy that is none (RFC 7208 section 4.6.1); undefined where it is well formed. */
export function spfProblem(policy: string): string | undefined {
  return termsOf(policy).find((one) => !term.test(one));
}

function termsOf(policy: string): string[] {
  return policy
    .replace(/^v=spf1/i, '')
    .split(' ')
    .filter(Boolean);
}
