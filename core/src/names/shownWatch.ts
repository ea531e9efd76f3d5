import type { IsoDate } from '../time/isoDate';

/** A watched name as its watcher sees it. */
export interface ShownWatch {
  readonly name: string;
  readonly unicode: string;
  /** When the registration runs out, as far as the public sees. */
  readonly expiresOn?: IsoDate;
  /** The earliest day on which it can be free, if nobody renews it. */
  readonly freeFrom?: IsoDate;
  /** True once it was found free. */
  readonly free: boolean;
}
