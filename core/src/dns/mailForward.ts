import { readHost } from './delegation';

/** Where mail comes in that is forwarded. */
export const ownMailHost = 'mx.tienda.example';
/** Whose mail servers may send for a name whose mail is forwarded: the part of an SPF that says so (RFC 7208). */
export const ownSpf = 'include:_spf.tienda.example';

/** One address is forwarded to so many at the most. */
export const mostMailTargets = 25;

/** Of an address that is forwarded: all that have no record of their own. */
export const catchAll = '*';

/** The longest that may come before the @ (RFC 5321 section 4.5.3.1.1). */
const longestLocalPart = 64;

/** An address of a name that is forwarded, and one of the targets that its mail goes to. */
export interface MailForward {
  /** Before the @, in lower case; `*` for all others. */
  readonly local: string;
  /** Whole, in lower case and A-labels. */
  readonly to: string;
}

/** What a MAIL record says. */
export function mailForwardOf({ data: [local = '', to = ''] }: { readonly data: readonly string[] }): MailForward {
  return { local, to };
}

/**
 * What comes before the @ of an address here: `Orders` is `orders`. A plus and what follows it are left to whoever writes
 * (RFC 5233), so that no address of its own has one.
 *
 * @returns undefined for what cannot be one
 */
export function readLocalPart(typed: string): string | undefined {
  const text = typed.trim().toLowerCase();
  if (text === catchAll) return text;
  const isOne = text.length <= longestLocalPart && /^[a-z0-9_-]+(?:\.[a-z0-9_-]+)*$/.test(text);
  return isOne ? text : undefined;
}

/** A mail address (RFC 5321 section 4.1.2) of the plain kind: no quotes, no bare address of a host. */
export function readMailAddress(typed: string): string | undefined {
  const text = typed.trim();
  const at = text.lastIndexOf('@');
  const local = text.slice(0, Math.max(at, 0)).toLowerCase();
  const host = at > 0 ? readHost(text.slice(at + 1)) : undefined;
  const isOne =
    local.length <= longestLocalPart && /^[a-z0-9!#$%&'*+/=?^_`{|}~-]+(?:\.[a-z0-9!#$%&'*+/=?^_`{|}~-]+)*$/.test(local);
  return isOne && host !== undefined ? `${local}@${host}` : undefined;
}

/** True where mail to a name comes in here. */
export function takesMailHere(
  records: readonly { readonly name: string; readonly type: string; readonly data: readonly string[] }[],
  name: string,
): boolean {
  return records.some((record) => record.name === name && record.type === 'MX' && record.data[1] === ownMailHost);
}
