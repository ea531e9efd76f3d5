import { sql } from 'drizzle-orm';
import { heldName, operation } from '../../platform/db/schema';

/** Operations whose registry has not answered yet, asked for without an order: what changes names that are held. */
export const isChange = sql`(order_id is null and next_at is not null and kind <> 'transferOut')`;

/** Whether there is one of a name that is read. */
export const isChanging = sql<boolean>`exists (
  select from ${operation} o where o.account_id = ${heldName}.account_id and o.name = ${heldName}.name and ${isChange})`;
