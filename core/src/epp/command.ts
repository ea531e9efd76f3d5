import type { EppContact, EppDomainCreate } from './objects';
import type { ResultCode } from './resultCode';

/** A command whose fee can be asked for. */
export type FeeCommand = 'create' | 'renew';

/** `feesIn` asks for the fees of commands too, in that currency (RFC 8748 section 5.1.1). */
export interface CheckDomains {
  readonly type: 'checkDomains';
  readonly names: readonly string[];
  readonly feesIn?: string;
  /** Create and renew where left out. */
  readonly feesOf?: readonly FeeCommand[];
}

/** The commands Tienda speaks, as plain data. */
export type EppCommand =
  | { readonly type: 'hello' }
  | { readonly type: 'login'; readonly clientId: string; readonly password: string }
  | { readonly type: 'logout' }
  | CheckDomains
  | { readonly type: 'checkContacts'; readonly ids: readonly string[] }
  | { readonly type: 'infoDomain'; readonly name: string; readonly authCode?: string }
  | { readonly type: 'infoContact'; readonly id: string }
  | { readonly type: 'createDomain'; readonly domain: EppDomainCreate }
  | { readonly type: 'createContact'; readonly contact: EppContact }
  | UpdateDomain
  | { readonly type: 'poll' }
  /** Takes a message off the queue. */
  | { readonly type: 'pollAck'; readonly id: string };

/** Puts statuses on a name, and takes them off (RFC 5731 section 3.2.5). */
export interface UpdateDomain {
  readonly type: 'updateDomain';
  readonly name: string;
  readonly add: readonly string[];
  readonly remove: readonly string[];
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
