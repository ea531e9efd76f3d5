import type { Who } from '../accounts/actor';
import type { DnsRecord } from './record';
import type { ShownSigning } from './signing';

/** What Tienda's name servers answer for a name. */
export interface ShownZone {
  /** A-label. */
  readonly name: string;
  /** How often it was changed. */
  readonly version: number;
  /** Of its SOA. */
  readonly serial: number;
  readonly records: readonly DnsRecord[];
  /** How it is signed; left out where it is not. */
  readonly signing?: ShownSigning;
  /** Of the names that send visitors on, how they answer over HTTPS; left out where there are none. */
  readonly certificates?: readonly ShownCertificate[];
  /** False while the name is delegated to others, so that nobody asks for this. */
  readonly isAsked: boolean;
  /** True while its registry has it out of service, as its holder has not confirmed the address; left out otherwise. */
  readonly isSuspended?: boolean;
}

/** A state that a zone had. */
export interface ShownZoneVersion {
  readonly version: number;
  /** Since when: ISO 8601 instant. */
  readonly at: string;
  readonly who: Who['type'];
  readonly records: number;
}

/** How a host answers over HTTPS. */
export interface ShownCertificate {
  /** Whole. */
  readonly host: string;
  /** ISO 8601 instant; left out before it has the first one. */
  readonly goodUntil?: string;
  /** What the authority said the last time, where it was no; it is asked again by itself. */
  readonly problem?: string;
}
