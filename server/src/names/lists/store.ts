import { and, asc, desc, inArray, sql, type SQL } from 'drizzle-orm';
import type { Holding } from '@tienda/core/accounts/actor';
import { withinDays, type NameCounts } from '@tienda/core/names/nameCounts';
import { addDays, type IsoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../../platform/db/database';
import { contact, heldName, holderCheck, operation } from '../../platform/db/schema';
import { switches, type NamePlace, type NameSort, type NamesWanted } from './pages';
import { heldColumns, isChange, isOf, type HeldName } from '../held/store';
import type { RenewableName } from './ahead';

const sortColumns: Readonly<Record<NameSort, string>> = { ends: 'expires_on', name: 'name', since: 'registered_on' };
/** The contacts of an account whose address is not confirmed: few, and read once for a list. */
const unconfirmedOf = (accountId: string) => sql`contact_id = any(array(
  select c.id from ${contact} c join ${holderCheck} h on h.account_id = c.account_id and h.email = lower(c.contact ->> 'email')
  where c.account_id = ${accountId} and h.confirmed_at is null))`;

/** Names of the account that have prices of their own: few, and read once for a list. */
const premiumOf = (accountId: string) => sql`array(
  select p.name from ${heldName} p where p.account_id = ${accountId} and p.left_at is null and p.premium_renew is not null)`;

/** Each as a condition in columns that every list's index has. */
const switchConditions: Readonly<Record<(typeof switches)[number], (accountId: string, rises: Rises) => SQL>> = {
  autoRenew: () => sql`auto_renew`,
  privacy: () => sql`privacy`,
  locked: () => sql`locked`,
  suspended: () => sql`suspended`,
  unpaid: () => sql`unpaid`,
  unconfirmed: unconfirmedOf,
  delegated: () => sql`points_to <> 'nothing'`,
  dearer: (accountId, rises) =>
    rises.size === 0
      ? sql`false`
      : sql`substr(name, strpos(name, '.') + 1) = any(${sql.param([...rises.keys()])}::text[]) and stage in ('active', 'grace')
          and expires_on <= (${JSON.stringify(Object.fromEntries(rises))}::jsonb ->> substr(name, strpos(name, '.') + 1))::date
          and name <> all(${premiumOf(accountId)})`,
};

/** Of each extension whose renewals are about to cost more: the last expiry with which a name can be renewed before. */
type Rises = ReadonlyMap<string, IsoDate>;

/** What the names of an account have to be, each in columns that every list's index has. */
function conditions(holding: Holding, wanted: Omit<NamesWanted, 'sort' | 'descending'>, rises: Rises): SQL[] {
  const { has, endsBy, stage, groupId } = wanted;
  const { account: accountId } = holding;
  return [
    isOf(holding),
    ...(has === undefined ? [] : [sql`position(${has} in name) > 0`]),
    ...(endsBy === undefined ? [] : [sql`expires_on <= ${endsBy}`]),
    ...(stage === undefined ? [] : [sql`stage = ${stage}`]),
    ...(groupId === undefined ? [] : [groupId === null ? sql`group_id is null` : sql`group_id = ${groupId}`]),
    ...switches.flatMap((one) => {
      const value = wanted[one];
      return value === undefined ? [] : [sql`(${switchConditions[one](accountId, rises)}) = ${value}`];
    }),
  ];
}

const sortFields = { ends: 'expiresOn', name: 'name', since: 'registeredOn' } as const;

/** Where a name stands in a list sorted so. */
export function placeOf(held: HeldName, sort: NameSort): NamePlace {
  return { value: held[sortFields[sort]], name: held.name };
}

/** The names of an account, sorted, searched and counted, as their indexes have them. */
export class NameLists {
  constructor(
    private readonly database: Database,
    /** As of a day. */
    private readonly rises: (today: IsoDate) => Rises,
  ) {}

  /**
   * A page of the names of an account. Which they are is read from an index alone, that of their order; only those of the
   * page are fetched.
   */
  async page(holding: Holding, wanted: NamesWanted, today: IsoDate): Promise<HeldName[]> {
    const { limit, after, descending } = wanted;
    const column = sql.identifier(sortColumns[wanted.sort]);
    const way = sql.raw(descending ? 'desc' : 'asc');
    const beyond = sql.raw(descending ? '<' : '>');
    const all = [
      ...conditions(holding, wanted, this.rises(today)),
      ...(after ? [sql`(${column}, name) ${beyond} (${after.value}, ${after.name})`] : []),
    ];
    const wantedOnes = sql.join(all, sql` and `);
    const ids = sql`
      select id from ${heldName} where ${wantedOnes} order by ${column} ${way}, name ${way} limit ${limit}`;
    const inOrder = descending ? desc : asc;
    return this.database
      .select(heldColumns)
      .from(heldName)
      .where(limit === undefined ? wantedOnes : sql`${heldName.id} = any(array(${ids}))`)
      .orderBy(inOrder(heldName[sortFields[wanted.sort]]), inOrder(heldName.name));
  }

  /** Those that can be renewed, as far as their years ahead depend on it. */
  renewable(holding: Holding): Promise<RenewableName[]> {
    const { name, expiresOn, autoRenew, groupId, privacy, premiumRenew } = heldName;
    return this.database
      .select({ name, expiresOn, autoRenew, groupId, privacy, premiumRenew })
      .from(heldName)
      .where(and(isOf(holding), inArray(heldName.stage, ['active', 'grace'])));
  }

  /** How many names of an account there are, and of those that need somebody. */
  async counts(holding: Holding, today: IsoDate): Promise<NameCounts> {
    const { account: accountId } = holding;
    const result = await this.database.execute<Record<keyof NameCounts, number>>(sql`
      select count(*)::int as "all",
        ${sql.join(
          (['soon', 'within60', 'within90'] as const).map(
            (one) =>
              sql`count(*) filter (where expires_on <= ${addDays(today, withinDays[one])}::date)::int as ${sql.identifier(one)}`,
          ),
          sql`, `,
        )},
        count(*) filter (where ${unconfirmedOf(accountId)})::int as "unconfirmed",
        count(*) filter (where stage = 'redemption')::int as "restorable",
        count(*) filter (where not auto_renew)::int as "ending",
        count(*) filter (where unpaid)::int as "unpaid",
        count(*) filter (where ${switchConditions.dearer(accountId, this.rises(today))})::int as "dearer",
        count(*) filter (where not locked)::int as "unlocked",
        count(*) filter (where points_to = 'nothing')::int as "undelegated",
        count(*) filter (where suspended)::int as "suspended",
        (select count(*)::int from ${operation} where account_id = ${accountId} and ${isChange}) as "changing"
      from ${heldName} where ${isOf(holding)}`);
    const [row] = result.rows;
    if (!row) throw new Error('Names are counted in one row');
    return row;
  }
}
