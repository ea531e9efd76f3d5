import type { PrivacyPolicy } from '../catalogue/extension';
import type { EppContact } from '../epp/objects';
import { jCard, type RdapEntity } from './domainObject';

/** Why the public does not see a holder. */
export type HeldBack = 'byRegistry' | 'privacy';

/** What a registry says of it (RFC 9537, `reason.description`). */
export const heldBackTexts: Readonly<Record<HeldBack, string>> = {
  byRegistry: 'The registry shows no personal details',
  privacy: 'Privacy protection',
};

/**
 * Whether a holder is held back from the public, and why; undefined where anyone sees it.
 *
 * @param disclose false where the registry was asked not to show the details (RFC 5733 section 2.9)
 */
export function heldBack(policy: PrivacyPolicy, disclose: boolean): HeldBack | undefined {
  if (policy === 'hiddenByRegistry') return 'byRegistry';
  return policy === 'notAllowed' || disclose ? undefined : 'privacy';
}

/** A contact as anyone sees it where it is not held back: the jCard of its entity. */
export function publicCard(contact: EppContact): NonNullable<RdapEntity['vcardArray']> {
  const { street, city, region = '', postalCode = '', country } = contact;
  return jCard([
    ['fn', 'text', contact.name],
    ['org', 'text', contact.organisation ?? ''],
    ['adr', 'text', ['', '', street.join(', '), city, region, postalCode, country]],
    ['tel', 'uri', `tel:${contact.voice.replace('.', '')}`],
    ['email', 'text', contact.email],
  ]);
}

/** A public card in plain facts, to be shown; those left out are not public. */
export interface PublicHolder {
  readonly name: string;
  readonly organisation: string;
  /** Street, town, region, postal code, country code. */
  readonly address: readonly string[];
  readonly phone: string;
  readonly email: string;
}

/** Reads a card back: what is shown is what will be answered. */
export function readPublicCard([, properties]: NonNullable<RdapEntity['vcardArray']>): PublicHolder {
  const value = (name: string) => properties.find(([property]) => property === name)?.[3] ?? '';
  const text = (name: string) => String(value(name));
  const address = value('adr');
  return {
    name: text('fn'),
    organisation: text('org'),
    address: (typeof address === 'string' ? [address] : address).filter(Boolean),
    phone: text('tel').replace('tel:', ''),
    email: text('email'),
  };
}
