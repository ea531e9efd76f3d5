import type { DelegationSigner } from './delegationSigner';

/** A key that a zone is signed with. */
export interface SigningKey {
  /** By which name servers know it. */
  readonly id: number;
  /** x and y (RFC 6605), base 64. */
  readonly publicKey: string;
  /** What the parent's zone says of it. */
  readonly signer: DelegationSigner;
}

/**
 * How a zone that Tienda serves is signed; undefined where it is not. Nothing is taken away before nobody needs it any
 * more, so that an answer can be proven at any moment (RFC 6781 section 4.1, RFC 7583).
 */
export type Signing =
  /** Signed by the key, and by the old one still; the registry hears of it once answers from before are over. */
  | { readonly at: 'spreading'; readonly key: SigningKey; readonly old?: SigningKey; readonly until: string }
  /** The registry was asked to vouch for the key; for none where null. `ttl`: seconds that what it said before is kept. */
  | { readonly at: 'asking'; readonly key: SigningKey | null; readonly old?: SigningKey; readonly ttl: number }
  /** The registry did not. */
  | { readonly at: 'refused'; readonly key: SigningKey | null; readonly old?: SigningKey; readonly ttl: number }
  /** It vouches for the key, or for none; what it said before is still kept elsewhere. */
  | { readonly at: 'fading'; readonly key: SigningKey | null; readonly old: SigningKey; readonly until: string }
  | { readonly at: 'on'; readonly key: SigningKey; readonly since: string };

/** `until`, `at`: ISO 8601 instants. */
export type SigningEvent =
  | { readonly type: 'switchedOn' | 'rolledOver'; readonly key: SigningKey; readonly until: string }
  /** `ttl`: how long what the parent says of the keys is kept, seconds. */
  | { readonly type: 'switchedOff' | 'spread' | 'again'; readonly ttl: number }
  | { readonly type: 'vouched'; readonly at: string }
  | { readonly type: 'refused' }
  | { readonly type: 'faded'; readonly at: string }
  /** The name is delegated to others, so nobody asks for what is signed here. */
  | { readonly type: 'left' };

/**
 * The state after an event; `null` where that cannot happen in this one.
 *
 * @param signing undefined where the zone is not signed
 */
export function nextSigning(signing: Signing | undefined, event: SigningEvent): Signing | undefined | null {
  if (event.type === 'left') return undefined;
  if (!signing) return event.type === 'switchedOn' ? { at: 'spreading', key: event.key, until: event.until } : null;
  switch (event.type) {
    case 'switchedOn':
      return null;
    case 'rolledOver':
      if (signing.at !== 'on') return null;
      return { at: 'spreading', key: event.key, old: signing.key, until: event.until };
    case 'switchedOff':
      if (signing.at === 'on') return { at: 'asking', key: null, old: signing.key, ttl: event.ttl };
      // Its parent has never vouched for it, so nobody expects it to be signed.
      return mayJustEnd(signing) ? undefined : null;
    case 'spread':
      if (signing.at !== 'spreading') return null;
      return { at: 'asking', key: signing.key, ...withOld(signing.old), ttl: event.ttl };
    case 'again':
      return signing.at === 'refused' ? { ...signing, at: 'asking', ttl: event.ttl } : null;
    case 'refused':
      return signing.at === 'asking' ? { ...signing, at: 'refused' } : null;
    case 'vouched': {
      if (signing.at !== 'asking') return null;
      const { key, old, ttl } = signing;
      if (old) return { at: 'fading', key, old, until: after(event.at, ttl) };
      return key ? { at: 'on', key, since: event.at } : undefined;
    }
    case 'faded':
      if (signing.at !== 'fading') return null;
      return signing.key ? { at: 'on', key: signing.key, since: event.at } : undefined;
  }
}

function withOld(old: SigningKey | undefined) {
  return old ? { old } : {};
}

function mayJustEnd(signing: Signing): boolean {
  return (signing.at === 'spreading' || signing.at === 'refused') && signing.key !== null && !signing.old;
}

function after(instant: string, seconds: number): string {
  return new Date(Date.parse(instant) + 1000 * seconds).toISOString();
}

/** The keys that name servers sign with. */
export function keysOf(signing: Signing | undefined): readonly SigningKey[] {
  if (!signing) return [];
  const old = 'old' in signing ? signing.old : undefined;
  return [...(signing.key ? [signing.key] : []), ...(old ? [old] : [])];
}

/** What the registry is to say of a zone; undefined where it is left as it is. */
export function wantedSigners(signing: Signing): readonly DelegationSigner[] | undefined {
  if (signing.at !== 'asking' && signing.at !== 'refused') return undefined;
  return signing.key ? [signing.key.signer] : [];
}

/** What of it is shown: no key by its number. */
export interface ShownSigning {
  readonly at: Signing['at'];
  /** Of the key that it is signed with, or is to be; left out where it is being switched off. */
  readonly keyTag?: number;
  /** True where another key takes the place of one. */
  readonly isRollover: boolean;
  /** When it goes on by itself: ISO 8601 instant. */
  readonly until?: string;
}

export function shownSigning(signing: Signing): ShownSigning {
  return {
    at: signing.at,
    ...(signing.key ? { keyTag: signing.key.signer.keyTag } : {}),
    isRollover: signing.key !== null && 'old' in signing,
    ...('until' in signing ? { until: signing.until } : {}),
  };
}
