import { parsedUrl } from './forward';

/** Why a visit does not get further than a hop. */
export type HopProblem =
  /** The resolver knows no address of the host. */
  | 'noAddress'
  /** The resolver is silent, or could not find out. */
  | 'unresolved'
  /** An address that only some networks reach: nobody is sent there. */
  | 'private'
  /** Nothing answers there. */
  | 'silent'
  /** The connection is not private: its certificate is of another name, over, or of nobody known. */
  | 'certificate';

/** One step of a visit. */
export interface Hop {
  readonly url: string;
  readonly address?: string;
  /** Of its answer (RFC 9110). */
  readonly status?: number;
  /** From the question for its address to the head of its answer. */
  readonly ms: number;
  readonly problem?: HopProblem;
}

/** What came of a visit. */
export type VisitOutcome =
  | 'works'
  | HopProblem
  /** The name leads elsewhere for that resolver: an answer from before, or records that were not saved. */
  | 'notHere'
  /** That resolver knows no address of the name itself: it was asked for before there was one. */
  | 'notYet'
  /** The same address came again. */
  | 'round'
  | 'tooLong'
  /** The last answer says that it failed: 400 or more. */
  | 'failed'
  /** It is masked, and the target forbids frames of others. */
  | 'cannotBeFramed'
  /** It is masked over HTTPS and the target is not: browsers show nothing of it. */
  | 'mixed';

/** A visit as a browser would make it, step by step. */
export interface Visit {
  readonly hops: readonly Hop[];
  readonly outcome: VisitOutcome;
}

/** So many steps browsers follow at the most. */
export const mostHops = 20;

/** The address that an answer sends to; undefined where it sends nowhere. @throws nothing: what is no address is none */
export function nextAddress(url: string, status: number, location: string | undefined): string | undefined {
  if (![301, 302, 303, 307, 308].includes(status) || location === undefined) return undefined;
  const next = parsedUrl(location, url);
  if (!next) return undefined;
  // What comes after # is kept from before where the new one has none (RFC 9110 section 10.2.2); it is never sent.
  next.hash = '';
  return next.protocol === 'http:' || next.protocol === 'https:' ? next.href : undefined;
}
