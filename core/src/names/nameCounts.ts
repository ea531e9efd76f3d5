/** Names of an account, and how many of them need somebody, as lists are searched. */
export interface NameCounts {
  readonly all: number;
  /** They end within `soonDays`. */
  readonly soon: number;
  /** Auto-renew is off. */
  readonly ending: number;
  readonly unpaid: number;
  readonly unlocked: number;
  readonly suspended: number;
  /** Changes that their registries have not answered yet. */
  readonly changing: number;
}

export const soonDays = 30;
