import { holderSides, type HolderSide } from '@tienda/core/contacts/holderChange';
import { hashOfToken } from '../../platform/secrets/hashOfToken';
import type { Keyring } from '../../platform/secrets/keyring';
import type { KeptHolderChange } from './store';

/** One mail to each holder; one for both where both have one address. */
export function mailsFor({ from, to }: KeptHolderChange, tokens: Readonly<Record<HolderSide, string>>) {
  const [old, other] = [from.email.toLowerCase(), to.email.toLowerCase()];
  if (old === other) return [{ as: holderSides, email: old, token: tokens.old }];
  return [
    { as: ['old'] as const, email: old, token: tokens.old },
    { as: ['new'] as const, email: other, token: tokens.new },
  ];
}

/** As whom somebody is asked whose link carries that. */
export function sidesOf({ from, to, oldToken }: KeptHolderChange, token: string): readonly HolderSide[] {
  if (from.email.toLowerCase() === to.email.toLowerCase()) return holderSides;
  return [hashOfToken(token) === oldToken ? 'old' : 'new'];
}

/** What the link of a mail carries: not stored, since it can be made again. */
export function sideToken(keys: Keyring, id: string, side: HolderSide): string {
  return keys.sign(`holder change ${id} ${side}`).toString('base64url');
}
