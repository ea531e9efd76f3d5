import type { DelegationSigner } from '../dns/delegationSigner';

/** An event in a name's life (RFC 9083 section 4.5). */
export interface RdapEvent {
  readonly eventAction: string;
  /** ISO 8601 instant. */
  readonly eventDate: string;
}

/** A property of a jCard (RFC 7095): name, parameters, type, value. */
export type JCardProperty = readonly [
  name: string,
  parameters: Readonly<Record<string, string>>,
  type: string,
  value: string | readonly string[],
];

/** Someone with a part in the name: its holder, its registrar. */
export interface RdapEntity {
  readonly objectClassName: 'entity';
  readonly handle: string;
  readonly roles: readonly string[];
  readonly vcardArray?: readonly ['vcard', readonly JCardProperty[]];
}

/** Where more is (RFC 9083 section 4.2). */
export interface RdapLink {
  readonly value: string;
  readonly rel: string;
  readonly href: string;
  readonly type: string;
}

/** Something about the service, not about the name (RFC 9083 section 4.3). */
export interface RdapNotice {
  readonly title: string;
  readonly description: readonly string[];
}

/** The registration data of a name as anyone may see it (RFC 9083 section 5.3). */
export interface RdapDomain {
  readonly rdapConformance: readonly string[];
  readonly notices?: readonly RdapNotice[];
  readonly links?: readonly RdapLink[];
  readonly objectClassName: 'domain';
  readonly handle: string;
  /** A-labels. */
  readonly ldhName: string;
  readonly unicodeName?: string;
  /** RDAP's words for the EPP statuses (RFC 8056). */
  readonly status: readonly string[];
  readonly events: readonly RdapEvent[];
  readonly entities: readonly RdapEntity[];
  readonly nameservers: readonly {
    readonly objectClassName: 'nameserver';
    readonly ldhName: string;
    readonly ipAddresses?: { readonly v4?: readonly string[]; readonly v6?: readonly string[] };
  }[];
  /** Whether its zone is signed, and by what (RFC 9083 section 5.3). */
  readonly secureDNS?: {
    readonly delegationSigned: boolean;
    readonly dsData?: readonly DelegationSigner[];
  };
  /** What is held back, and why (RFC 9537). */
  readonly redacted?: readonly {
    readonly name: { readonly type: string };
    readonly reason: { readonly description: string };
  }[];
}

const statusWords: Readonly<Record<string, string>> = {
  ok: 'active',
  clientTransferProhibited: 'client transfer prohibited',
  clientUpdateProhibited: 'client update prohibited',
  clientDeleteProhibited: 'client delete prohibited',
  clientHold: 'client hold',
  serverHold: 'server hold',
  serverTransferProhibited: 'server transfer prohibited',
  pendingCreate: 'pending create',
  pendingDelete: 'pending delete',
  pendingTransfer: 'pending transfer',
  pendingUpdate: 'pending update',
  autoRenewPeriod: 'auto renew period',
  redemptionPeriod: 'redemption period',
};

/** RDAP's word for an EPP or grace-period status (RFC 8056 section 2). */
export function rdapStatus(epp: string): string {
  return statusWords[epp] ?? epp;
}

/** A jCard of a person or an organisation; empty properties are left out. */
export function jCard(
  properties: readonly (readonly [name: string, type: string, value: string | readonly string[]])[],
): NonNullable<RdapEntity['vcardArray']> {
  const filled = properties.filter(([, , value]) => value !== '' && (typeof value === 'string' || value.some(Boolean)));
  return [
    'vcard',
    [['version', {}, 'text', '4.0'], ...filled.map(([name, type, value]): JCardProperty => [name, {}, type, value])],
  ];
}
