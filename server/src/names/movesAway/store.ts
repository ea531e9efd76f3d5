import { and, asc, desc, eq, gt, isNotNull, sql } from 'drizzle-orm';
import type { TransferOutState } from '@tienda/core/operations/transferOut';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../../platform/db/database';
import { heldName, operation, zone } from '../../platform/db/schema';
import type { KeptOperation } from '../operations/store';

/** What stands in the registry's hands, of a name that another registrar asks for. */
export type OpenMoveAway = KeptOperation & {
  readonly state: Extract<TransferOutState, { readonly at: 'asked' | 'answered' }>;
};

/** A name that has moved away; what is set up here goes on until that day, null where it does not any more. */
export interface NameLeft {
  readonly name: string;
  readonly leftAt: Date;
  readonly goesOn: IsoDate | null;
}

/** Names that move away. */
export class MoveAwayStore {
  constructor(private readonly database: Database) {}

  /** Those that the holder was asked about, the first to go first. */
  async asked(accountId: string, name?: string): Promise<OpenMoveAway[]> {
    const rows = await this.database
      .select()
      .from(operation)
      .where(
        and(
          eq(operation.accountId, accountId),
          eq(operation.kind, 'transferOut'),
          isNotNull(operation.nextAt),
          sql`${operation.state} ->> 'at' in ('asked', 'answered')`,
          ...(name === undefined ? [] : [eq(operation.name, name)]),
        ),
      )
      .orderBy(sql`${operation.state} ->> 'until'`, asc(operation.name));
    return rows as OpenMoveAway[];
  }

  /** How the last request for a name came out that another registrar made. */
  async lastEnd(accountId: string, name: string): Promise<TransferOutState | undefined> {
    const [row] = await this.database
      .select({ state: operation.state })
      .from(operation)
      .where(and(eq(operation.accountId, accountId), eq(operation.name, name), eq(operation.kind, 'transferOut')))
      .orderBy(desc(operation.sequence))
      .limit(1);
    return row?.state as TransferOutState | undefined;
  }

  /** Those that have moved away since an instant, the latest first. */
  async leftSince(accountId: string, since: Date): Promise<NameLeft[]> {
    const rows = await this.database
      .select({ name: heldName.name, leftAt: heldName.leftAt, goesOn: zone.goesOn })
      .from(heldName)
      .leftJoin(zone, and(eq(zone.name, heldName.name), eq(zone.leftBy, heldName.accountId)))
      .where(and(eq(heldName.accountId, accountId), eq(heldName.stage, 'movedOut'), gt(heldName.leftAt, since)))
      .orderBy(desc(heldName.leftAt))
      .limit(500);
    return rows.flatMap(({ leftAt, ...row }) => (leftAt ? [{ ...row, leftAt }] : []));
  }
}
