import { eq, sql, type SQL } from 'drizzle-orm';
import type { Who } from '@tienda/core/accounts/actor';
import type { NameEvent, ShownNameEvent } from '@tienda/core/names/nameEvent';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { nameLog } from '../../platform/db/schema';

/** So many lines are told. */
const mostTold = 200;

/** What happened to a name, in that order: a part of a statement, where `from` has a row. */
export function logged(heldId: string, who: Who, events: readonly NameEvent[], at: Date, from: SQL): StatementPart {
  return sql`logged as (
    insert into ${nameLog} (held_id, at, who, what)
    select ${heldId}::uuid, ${at.toISOString()}::timestamptz, ${JSON.stringify(who)}::jsonb, happened.what
    from ${from}, jsonb_array_elements(${JSON.stringify(events)}::jsonb) with ordinality happened (what, place)
    order by happened.place
  )`;
}

/** Something happened to a name. */
export async function log(
  transaction: Transaction,
  heldId: string,
  who: Who,
  what: NameEvent,
  at: Date,
): Promise<void> {
  await transaction.insert(nameLog).values({ heldId, who, what, at });
}

/** What happened to a name, the latest first. */
export async function logOf(database: Database, heldId: string): Promise<ShownNameEvent[]> {
  const rows = await database
    .select()
    .from(nameLog)
    .where(eq(nameLog.heldId, heldId))
    .orderBy(sql`${nameLog.id} desc`)
    .limit(mostTold);
  return rows.map(({ at, who, what }) => ({
    at: at.toISOString(),
    who: who.type,
    ...(who.type === 'helper' ? { by: who.email } : {}),
    what,
  }));
}
