/** Who does something to what an account holds. */
export type Who =
  /** The account itself. */
  | { readonly type: 'owner' }
  /** Somebody whom it gave leave: by which invitation, and their mail address. */
  | { readonly type: 'helper'; readonly id: string; readonly email: string }
  /** The shop by itself, since a day has come. */
  | { readonly type: 'clock' }
  /** The registry of the name. */
  | { readonly type: 'registry' };

/** What may be left to somebody. `own` is the account's alone. */
export const scopes = ['see', 'dns', 'buy', 'manage', 'own'] as const;

export type Scope = (typeof scopes)[number];

/** Which of an account's names: all of them, or those of groups, by id, and single ones, A-labels. */
export type Reach = 'all' | { readonly groups: readonly string[]; readonly names: readonly string[] };

/** Names that are an account's, as far as somebody may reach them. */
export interface Holding {
  /** Id of the account. */
  readonly account: string;
  readonly reach: Reach;
}

/** Who acts, for which account, of which of its names, and what they have leave for. */
export interface Actor extends Holding {
  readonly who: Who;
  readonly scopes: readonly Scope[];
}

/**
 * What each thing that can be done needs leave for, one of these: the one table of who may do what. Whoever may do
 * anything may see.
 */
export const leaveFor = {
  seeNames: ['see'],
  seeOrders: ['see'],
  changeRecords: ['dns'],
  seeContacts: ['buy', 'manage'],
  seeWaysToPay: ['buy'],
  order: ['buy'],
  moveNames: ['buy'],
  cancelPayment: ['buy'],
  seeBalance: ['buy'],
  /** Any part of what can be changed of names; each part needs its own besides. */
  changeNames: ['dns', 'manage'],
  changeRenewal: ['manage'],
  changeGroups: ['manage'],
  changeContacts: ['manage'],
  confirmHolder: ['manage'],
  watchNames: ['manage'],
  makeOffers: ['manage'],
  topUp: ['own'],
  seePapers: ['own'],
  changeHolder: ['own'],
  giveBack: ['own'],
  seeAuthCode: ['own'],
  letNamesGo: ['own'],
  handOver: ['own'],
  changeHelpers: ['own'],
  changeWaysToPay: ['own'],
  changeAccount: ['own'],
  closeAccount: ['own'],
} as const satisfies Record<string, readonly Scope[]>;

export type Deed = keyof typeof leaveFor;

/** What concerns the whole account: nobody does it who reaches some of its names alone. */
export const wholeDeeds: ReadonlySet<Deed> = new Set([
  'moveNames',
  'cancelPayment',
  'seeBalance',
  'changeGroups',
  'changeContacts',
  'confirmHolder',
  'watchNames',
  'makeOffers',
]);

/** All names of an account. */
export function allOf(account: string): Holding {
  return { account, reach: 'all' };
}

/** The account itself, which may do everything. */
export function owner(account: string): Actor {
  return { who: { type: 'owner' }, ...allOf(account), scopes: ['own'] };
}

/** The shop acting by itself for an account: it buys what was asked for before, and looks after the names. */
export function clockOf(account: string): Actor {
  return { who: { type: 'clock' }, ...allOf(account), scopes: ['buy', 'manage'] };
}

export function mayDo({ scopes: given, reach }: Pick<Actor, 'scopes' | 'reach'>, deed: Deed): boolean {
  if (given.includes('own')) return true;
  if (reach !== 'all' && wholeDeeds.has(deed)) return false;
  const needed: readonly Scope[] = leaveFor[deed];
  return needed.includes('see') ? given.length > 0 : needed.some((scope) => given.includes(scope));
}
