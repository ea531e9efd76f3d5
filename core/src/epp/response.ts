import type {
  EppContactInfo,
  EppDomainCheck,
  EppDomainInfo,
  EppHostInfo,
  EppTransfer,
  PendingResult,
  QueuedMessage,
} from './objects';
import type { ResultCode } from './resultCode';

/** What a server answers besides the result code. */
export type EppData =
  | { readonly type: 'domainChecks'; readonly checks: readonly EppDomainCheck[]; readonly feesIn?: string }
  | { readonly type: 'contactChecks'; readonly checks: readonly { readonly id: string; readonly available: boolean }[] }
  | { readonly type: 'hostChecks'; readonly checks: readonly { readonly host: string; readonly available: boolean }[] }
  | { readonly type: 'host'; readonly host: EppHostInfo }
  | { readonly type: 'hostCreated'; readonly host: string; readonly createdAt: string }
  | { readonly type: 'domain'; readonly domain: EppDomainInfo }
  | { readonly type: 'contact'; readonly contact: EppContactInfo }
  | { readonly type: 'domainCreated'; readonly name: string; readonly createdAt: string; readonly expiresAt: string }
  | { readonly type: 'domainRenewed'; readonly name: string; readonly expiresAt: string }
  | { readonly type: 'domainTransfer'; readonly transfer: EppTransfer }
  /** In answers to a restore: the grace periods that the name is in by it (RFC 3915 section 4.2.5). */
  | { readonly type: 'domainRestored'; readonly graceStatuses: readonly string[] }
  | { readonly type: 'contactCreated'; readonly id: string; readonly createdAt: string }
  | { readonly type: 'pendingResult'; readonly result: PendingResult };

export interface EppResponse {
  readonly code: ResultCode;
  readonly message: string;
  /** Why, in the server's words, where it says so (`extValue/reason`). */
  readonly reason?: string;
  readonly data?: EppData;
  /** In answers to poll. */
  readonly queue?: QueuedMessage;
  readonly clTRID?: string;
  readonly svTRID: string;
}

/** The first thing a server says, and its answer to hello (RFC 5730 section 2.4). */
export interface Greeting {
  readonly serverId: string;
  /** ISO 8601 instant. */
  readonly date: string;
}
