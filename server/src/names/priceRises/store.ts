import { and, asc, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { Currency } from '@tienda/core/money/money';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { account, heldName, toldRise } from '../../platform/db/schema';
import type { Database } from '../../platform/db/database';
import type { Reader } from '../../platform/texts/texts';

/** A rise that a registry has announced for an extension. */
export interface ExtensionRise {
  /** A-label. */
  readonly extension: string;
  readonly from: IsoDate;
}

/** A name whose renewal costs more soon. */
export interface DearerName {
  readonly name: string;
  readonly expiresOn: IsoDate;
  /** What its renewals are charged in. */
  readonly currency: Currency;
}

/** Who is told of rises that are announced, and of which of them that is done. */
export class RiseStore {
  constructor(private readonly database: Database) {}

  /** Those of which nobody was told. */
  async untold(rises: readonly ExtensionRise[]): Promise<ExtensionRise[]> {
    if (rises.length === 0) return [];
    const told = await this.database
      .select()
      .from(toldRise)
      .where(
        inArray(
          toldRise.extension,
          rises.map(({ extension }) => extension),
        ),
      );
    return rises.filter((rise) => !told.some((one) => one.extension === rise.extension && one.from === rise.from));
  }

  async told(rises: readonly ExtensionRise[]): Promise<void> {
    await this.database
      .insert(toldRise)
      .values([...rises])
      .onConflictDoNothing();
  }

  /**
   * The next accounts, by their ids, with their names of those extensions that can be renewed and have no price of their own.
   *
   * @param after the last one of those before
   */
  async holders(
    extensions: readonly string[],
    after: string,
    limit: number,
  ): Promise<{ id: string; reader: Reader; names: DearerName[] }[]> {
    const zone = sql`substr(${heldName.name}, strpos(${heldName.name}, '.') + 1)`;
    const dearer = and(
      isNull(heldName.leftAt),
      isNull(heldName.premiumRenew),
      inArray(heldName.stage, ['active', 'grace']),
      sql`${zone} = any(${sql.param([...extensions])}::text[])`,
    );
    const ids = this.database
      .selectDistinct({ id: heldName.accountId })
      .from(heldName)
      .where(and(gt(heldName.accountId, after), dearer))
      .orderBy(asc(heldName.accountId))
      .limit(limit);
    const rows = await this.database
      .select({
        id: account.id,
        email: account.email,
        language: account.language,
        name: heldName.name,
        expiresOn: heldName.expiresOn,
        currency: heldName.currency,
      })
      .from(heldName)
      .innerJoin(account, sql`${account.id} = ${heldName.accountId}`)
      .where(and(sql`${heldName.accountId} = any(array(${ids}))`, dearer))
      .orderBy(asc(account.id), asc(heldName.name));
    const holders = new Map<string, { id: string; reader: Reader; names: DearerName[] }>();
    for (const { id, email, language, ...name } of rows) {
      const holder = holders.get(id) ?? { id, reader: { email, language }, names: [] };
      holders.set(id, holder);
      holder.names.push(name);
    }
    return [...holders.values()];
  }
}
