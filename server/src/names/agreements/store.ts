import { desc, eq } from 'drizzle-orm';
import type { Database } from '../../platform/db/database';
import { customerOrder } from '../../platform/db/schema';

/** A version of a registry's terms that was agreed to, and when first. */
export interface AgreedVersion {
  readonly id: string;
  readonly version: string;
  readonly agreedAt: Date;
}

/** Every version of terms that an account agreed to with an order, and when first. */
export async function agreedBy(database: Database, accountId: string): Promise<AgreedVersion[]> {
  const orders = await database
    .select({ agreements: customerOrder.agreements, agreedAt: customerOrder.placedAt })
    .from(customerOrder)
    .where(eq(customerOrder.accountId, accountId))
    .orderBy(desc(customerOrder.placedAt));
  const first = new Map(
    orders.flatMap(({ agreements, agreedAt }) =>
      agreements.map(({ id, version }) => [`${id} ${version}`, { id, version, agreedAt }] as const),
    ),
  );
  return [...first.values()];
}
