import type { DelegationSigner } from '../dns/delegationSigner';
import type { FeeCommand } from './command';

/** A contact as registries keep it (RFC 5733), in the international (`int`, ASCII) or local (`loc`) form. */
export interface EppContact {
  readonly id: string;
  readonly postal: 'int' | 'loc';
  readonly name: string;
  readonly organisation?: string;
  readonly street: readonly string[];
  readonly city: string;
  readonly region?: string;
  readonly postalCode?: string;
  /** ISO 3166-1 alpha-2. */
  readonly country: string;
  /** `+353.15550123`, as RFC 5733 section 2.5 writes E.164. */
  readonly voice: string;
  readonly email: string;
  /** False: the registry is asked not to show the details (section 2.9). */
  readonly disclose: boolean;
  readonly authCode: string;
}

/** A contact as the registry tells it (RFC 5733 section 3.1.2). */
export interface EppContactInfo extends EppContact, Provenance {
  readonly roid: string;
  readonly statuses: readonly string[];
}

/** A host as the registry tells it (RFC 5732 section 3.1.2). */
export interface EppHostInfo extends Provenance {
  readonly host: string;
  readonly roid: string;
  readonly statuses: readonly string[];
  /** IPv4 and IPv6; none for a host below a name of another registry. */
  readonly addresses: readonly string[];
}

/** Who sponsors an object, who made it and who changed it last, and when: client ids and ISO 8601 instants. */
export interface Provenance {
  readonly sponsor: string;
  readonly creator: string;
  readonly createdAt: string;
  readonly updatedBy?: string;
  readonly updatedAt?: string;
}

/** A contact of a name, in a role besides the registrant's. */
export interface ContactLink {
  readonly type: 'admin' | 'tech' | 'billing';
  readonly id: string;
}

/** What is asked for when a name is registered (RFC 5731 section 3.2.1). */
export interface EppDomainCreate {
  readonly name: string;
  readonly years: number;
  readonly registrant: string;
  readonly contacts: readonly ContactLink[];
  /** Hosts that the registry knows; the registry's own choice where left out. */
  readonly nameservers?: readonly string[];
  readonly ds?: readonly DelegationSigner[];
  readonly authCode: string;
  /** The fee the client agrees to (RFC 8748 section 5.2.1); needed for premium names. */
  readonly fee?: Money;
}

export interface Money {
  /** ISO 4217 code. */
  readonly currency: string;
  /** Plain decimal: `'240.00'`. */
  readonly amount: string;
}

/** How a command that waited for the registry's decision came out (RFC 5731 section 3.3). */
export interface PendingResult {
  readonly name: string;
  /** True where the name was registered. */
  readonly done: boolean;
  /** The clTRID of the command that waited. */
  readonly transaction?: string;
  /** The svTRID under which it was answered. */
  readonly serverTransaction: string;
  /** ISO 8601 instant. */
  readonly decidedAt: string;
}

export const transferStatuses = [
  'pending',
  'clientApproved',
  'clientRejected',
  'clientCancelled',
  'serverApproved',
  'serverCancelled',
] as const;

/** Where a transfer stands (RFC 5730 section 2.9.3.4); instants are of ISO 8601. */
export interface EppTransfer {
  readonly name: string;
  readonly status: (typeof transferStatuses)[number];
  readonly requestedBy: string;
  readonly requestedAt: string;
  /** Who has to decide, or has decided; and until when, or when. */
  readonly decidedBy: string;
  readonly decidedAt: string;
  /** When the name expires if it moves. */
  readonly expiresAt?: string;
}

/** The oldest message of a queue (RFC 5730 section 2.9.2.3). */
export interface QueuedMessage {
  readonly id: string;
  /** Messages waiting, this one included. */
  readonly count: number;
  readonly text: string;
}

/** A registered name as the registry tells it (RFC 5731 section 3.1.2). */
export interface EppDomainInfo extends Provenance {
  readonly name: string;
  readonly roid: string;
  readonly statuses: readonly string[];
  readonly registrant: string;
  readonly contacts: readonly ContactLink[];
  /** The hosts that it is delegated to, and those below it. */
  readonly nameservers: readonly string[];
  readonly hosts?: readonly string[];
  /** What its zone is signed with (RFC 5910 section 5.1.2). */
  readonly ds?: readonly DelegationSigner[];
  readonly expiresAt: string;
  /** When it came from another registrar, the last time it did. */
  readonly transferredAt?: string;
  /** The grace periods that it is in (RFC 3915 section 3.1): `addPeriod`, `redemptionPeriod`, … */
  readonly graceStatuses?: readonly string[];
  /** Only in answers to the sponsor, and to who named it. */
  readonly authCode?: string;
}

/** What a command costs; `years` where it has a term. */
export interface CommandFee extends Money {
  readonly command: FeeCommand;
  readonly years?: number;
}

/** One name of a check answer, with its fees where they were asked for. */
export interface EppDomainCheck {
  readonly name: string;
  readonly available: boolean;
  readonly reason?: string;
  /** RFC 8748: `standard` or `premium`, and what each command costs. */
  readonly feeClass?: string;
  readonly fees?: readonly CommandFee[];
}
