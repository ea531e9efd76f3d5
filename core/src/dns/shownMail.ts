/** Whether whoever reads an address wants the mail that is forwarded there. */
export interface ShownMailTarget {
  readonly address: string;
  readonly answer: 'agreed' | 'asked' | 'declined';
}

/** A mail on its way to one of the targets of an address, or what came of it. */
export interface ShownDelivery {
  readonly id: number;
  /** As it was addressed. */
  readonly address: string;
  /** Of its envelope; empty for what nobody answers to. */
  readonly sender: string;
  readonly target: string;
  /** ISO 8601 instant. */
  readonly acceptedAt: string;
  readonly state: 'waiting' | 'delivered' | 'refused' | 'givenUp';
  /** ISO 8601 instant: when it is tried again; left out once it has ended, and before it was tried. */
  readonly nextAt?: string;
  /** What the target said the last time. */
  readonly answer?: string;
}

/** How the mail of a name is forwarded. */
export interface ShownMail {
  /** Those that its addresses are forwarded to, each once. */
  readonly targets: readonly ShownMailTarget[];
  /** The latest first. */
  readonly recent: readonly ShownDelivery[];
}

/**
 * What came of a mail that was sent as anyone would: taken in, no mail server found, not found out, another's, refused, or
 * no answer.
 */
export type MailTrialOutcome = 'accepted' | 'noServer' | 'unresolved' | 'notHere' | 'refused' | 'silent';

export interface MailTrial {
  readonly address: string;
  readonly outcome: MailTrialOutcome;
  /** Where the resolver says that mail goes. */
  readonly server?: string;
  /** What the mail server said. */
  readonly answer?: string;
}
