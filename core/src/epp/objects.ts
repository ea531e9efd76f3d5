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

/** What is asked for when a name is registered (RFC 5731 section 3.2.1). */
export interface EppDomainCreate {
  readonly name: string;
  readonly years: number;
  readonly registrant: string;
  readonly contacts: readonly { readonly type: 'admin' | 'tech' | 'billing'; readonly id: string }[];
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
}

/** The oldest message of a queue (RFC 5730 section 2.9.2.3). */
export interface QueuedMessage {
  readonly id: string;
  /** Messages waiting, this one included. */
  readonly count: number;
  readonly text: string;
}

/** A registered name as its sponsor sees it (RFC 5731 section 3.1.2). */
export interface EppDomainInfo {
  readonly name: string;
  readonly statuses: readonly string[];
  readonly registrant: string;
  /** The client that sponsors the name. */
  readonly sponsor: string;
  readonly createdAt: string;
  readonly expiresAt: string;
  /** Only in answers to the sponsor. */
  readonly authCode?: string;
}

/** One name of a check answer, with its fees where they were asked for. */
export interface EppDomainCheck {
  readonly name: string;
  readonly available: boolean;
  readonly reason?: string;
  /** RFC 8748: `standard` or `premium`, and what each command costs. */
  readonly feeClass?: string;
  readonly create?: Money;
  readonly renew?: Money;
}
