import type { Who } from '../accounts/actor';
import type { DnsRecord } from './record';

/** What Tienda's name servers answer for a name. */
export interface ShownZone {
  /** A-label. */
  readonly name: string;
  /** How often it was changed. */
  readonly version: number;
  /** Of its SOA. */
  readonly serial: number;
  readonly records: readonly DnsRecord[];
  /** False while the name is delegated to others, so that nobody asks for this. */
  readonly isAsked: boolean;
}

/** A state that a zone had. */
export interface ShownZoneVersion {
  readonly version: number;
  /** Since when: ISO 8601 instant. */
  readonly at: string;
  readonly who: Who['type'];
  readonly records: number;
}
