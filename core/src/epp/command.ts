import type { DelegationSigner } from '../dns/delegationSigner';
import type { ContactLink, EppContact, EppDomainCreate, Money } from './objects';
import type { ResultCode } from './resultCode';

export const feeCommands = ['create', 'renew', 'transfer', 'restore'] as const;

/** A command whose fee can be asked for. */
export type FeeCommand = (typeof feeCommands)[number];

/** Asks what a command costs, for so many years; one where left out (RFC 8748 section 3.1). */
export interface FeeQuestion {
  readonly command: FeeCommand;
  readonly years?: number;
}

/** `fees` asks for the fees of commands too (RFC 8748 section 5.1.1), in the server's own currency where none is named. */
export interface CheckDomains {
  readonly type: 'checkDomains';
  readonly names: readonly string[];
  readonly fees?: { readonly currency?: string; readonly of: readonly FeeQuestion[] };
}

/** The commands Tienda speaks, as plain data. */
export type EppCommand =
  | { readonly type: 'hello' }
  | Login
  | { readonly type: 'logout' }
  | CheckDomains
  | { readonly type: 'checkContacts'; readonly ids: readonly string[] }
  | HostCommand
  | InfoDomain
  | { readonly type: 'infoContact'; readonly id: string; readonly authCode?: string }
  | { readonly type: 'createDomain'; readonly domain: EppDomainCreate }
  | { readonly type: 'createContact'; readonly contact: EppContact }
  | UpdateDomain
  | RenewDomain
  | { readonly type: 'deleteDomain'; readonly name: string }
  | RestoreDomain
  | TransferDomain
  | { readonly type: 'poll' }
  /** Takes a message off the queue. */
  | { readonly type: 'pollAck'; readonly id: string };

/** What is done about hosts that names are delegated to (RFC 5732 section 3). */
export type HostCommand =
  | { readonly type: 'checkHosts'; readonly hosts: readonly string[] }
  | { readonly type: 'infoHost'; readonly host: string }
  /** With addresses where it is below a name of the registry, without where not. */
  | { readonly type: 'createHost'; readonly host: string; readonly addresses: readonly string[] }
  | UpdateHost
  | { readonly type: 'deleteHost'; readonly host: string };

/** Changes a host (RFC 5732 section 3.2.5). */
export interface UpdateHost {
  readonly type: 'updateHost';
  readonly host: string;
  readonly add?: HostParts;
  readonly remove?: HostParts;
}

/** What is put on a host, or taken off. */
export interface HostParts {
  readonly addresses?: readonly string[];
  readonly statuses?: readonly string[];
}

/** Opens a session; what is not named is what the server's greeting offers (RFC 5730 section 2.9.1.1). */
export interface Login {
  readonly type: 'login';
  readonly clientId: string;
  readonly password: string;
}

export interface InfoDomain {
  readonly type: 'infoDomain';
  readonly name: string;
  readonly authCode?: string;
  /** Which hosts to tell: those it is delegated to, those below it, both or none; all where left out. */
  readonly hosts?: 'all' | 'del' | 'sub' | 'none';
}

/** What is put on a name, or taken off. */
export interface DomainParts {
  readonly nameservers?: readonly string[];
  readonly contacts?: readonly ContactLink[];
  readonly statuses?: readonly string[];
}

/** What is taken off first, and put on then (RFC 5910 section 5.2.5). */
export interface DsChange {
  readonly add?: readonly DelegationSigner[];
  readonly remove?: readonly DelegationSigner[] | 'all';
}

/** Changes a name (RFC 5731 section 3.2.5). */
export interface UpdateDomain {
  readonly type: 'updateDomain';
  readonly name: string;
  readonly add?: DomainParts;
  readonly remove?: DomainParts;
  readonly change?: { readonly registrant?: string; readonly authCode?: string };
  readonly ds?: DsChange;
}

/** Pays for a name for longer (RFC 5731 section 3.2.3). */
export interface RenewDomain {
  readonly type: 'renewDomain';
  readonly name: string;
  /** `YYYY-MM-DD`, as the client knows it: where it is not so, nothing is added. */
  readonly expiresOn: string;
  readonly years: number;
  /** The fee the client agrees to (RFC 8748 section 5.2.2); needed for premium names. */
  readonly fee?: Money;
}

/** Takes a name back that is in redemption: asked for first, then reported on (RFC 3915 section 4.2.5). */
export interface RestoreDomain {
  readonly type: 'restoreDomain';
  readonly name: string;
  readonly report?: RestoreReport;
}

/** Why a name is taken back; instants are of ISO 8601. */
export interface RestoreReport {
  /** Registration data before it was deleted, and as it is now. */
  readonly preData: string;
  readonly postData: string;
  readonly deletedAt: string;
  readonly restoredAt: string;
  readonly reason: string;
  /** That it is not taken for oneself or to sell it, and that all this is true. */
  readonly statements: readonly [string, string];
}

export const transferSteps = ['request', 'query', 'approve', 'reject', 'cancel'] as const;

/** Moves a name from one registrar to another (RFC 5731 section 3.2.4). */
export interface TransferDomain {
  readonly type: 'transferDomain';
  readonly step: (typeof transferSteps)[number];
  readonly name: string;
  /** Added to the name with a request; one year where left out. */
  readonly years?: number;
  /** Needed for a request. */
  readonly authCode?: string;
  /** The fee the client agrees to (RFC 8748 section 5.2.3); needed for premium names. */
  readonly fee?: Money;
}

/** A frame that a server must refuse, with the result code that says why. */
export class EppRefusal extends Error {
  constructor(
    readonly code: ResultCode,
    message: string,
    readonly clTRID?: string,
  ) {
    super(message);
  }
}
