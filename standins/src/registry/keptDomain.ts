import type { EppDomainInfo } from '@tienda/core/epp/objects';
import type { Stage } from '@tienda/core/lifecycle/stage';
import type { registeredDomain } from '../db/schema';

/** A name as the registry keeps it, with where it stands in its life. */
export interface KeptDomain extends EppDomainInfo {
  readonly authCode: string;
  readonly stage: Exclude<Stage, 'free'>;
  /** The latest transfer. */
  readonly transfer: (typeof registeredDomain.$inferSelect)['transfer'];
}
