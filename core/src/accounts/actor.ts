/** Who does something to what an account holds. */
export type Who =
  /** The account itself. */
  | { readonly type: 'owner' }
  /** The shop by itself, since a day has come. */
  | { readonly type: 'clock' }
  /** The registry of the name. */
  | { readonly type: 'registry' };

/** What may be left to somebody. `own` is the account's alone. */
export const scopes = ['see', 'dns', 'buy', 'manage', 'own'] as const;

export type Scope = (typeof scopes)[number];

/** Who acts, for which account, and what they have leave for. */
export interface Actor {
  readonly who: Who;
  /** Id of the account. */
  readonly account: string;
  readonly scopes: readonly Scope[];
}

/**
 * What each thing that can be done needs leave for: the one table of who may do what. Whoever may do anything may see.
 */
export const leaveFor = {
  seeNames: 'see',
  seeOrders: 'see',
  changeRecords: 'dns',
  order: 'buy',
  cancelPayment: 'buy',
  seeBalance: 'buy',
  topUp: 'buy',
  changeRenewal: 'manage',
  changeGroups: 'manage',
  changeContacts: 'manage',
  confirmHolder: 'manage',
  watchNames: 'manage',
  makeOffers: 'manage',
  seePapers: 'own',
  changeHolder: 'own',
  giveBack: 'own',
  seeAuthCode: 'own',
  changeWaysToPay: 'own',
  changeAccount: 'own',
  closeAccount: 'own',
} as const satisfies Record<string, Scope>;

export type Deed = keyof typeof leaveFor;

/** The account itself, which may do everything. */
export function owner(account: string): Actor {
  return { who: { type: 'owner' }, account, scopes: ['own'] };
}

/** The shop acting by itself for an account: it buys what was asked for before, and looks after the names. */
export function clockOf(account: string): Actor {
  return { who: { type: 'clock' }, account, scopes: ['buy', 'manage'] };
}

export function mayDo({ scopes: given }: Actor, deed: Deed): boolean {
  const needed: Scope = leaveFor[deed];
  if (given.includes('own')) return true;
  return needed === 'see' ? given.length > 0 : given.includes(needed);
}
