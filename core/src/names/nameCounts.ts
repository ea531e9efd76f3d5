/** Names of an account, and how many of them need somebody, as lists are searched. */
export interface NameCounts {
  readonly all: number;
  /** They end within the first of `withinDays`, within the next, and so on. */
  readonly soon: number;
  readonly within60: number;
  readonly within90: number;
  /** Auto-renew is off. */
  readonly ending: number;
  readonly unpaid: number;
  /** Renewing them costs more soon, as their registries have announced. */
  readonly dearer: number;
  readonly unlocked: number;
  /** They have no nameservers, so that nothing answers. */
  readonly undelegated: number;
  /** Their holder has not confirmed the address. */
  readonly unconfirmed: number;
  readonly suspended: number;
  /** They can only be restored. */
  readonly restorable: number;
  /** Changes that their registries have not answered yet. */
  readonly changing: number;
}

/** Within so many days names end that are counted as ending soon. */
export const withinDays = { soon: 30, within60: 60, within90: 90 } as const;
