import { and, gt, sql } from 'drizzle-orm';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { Database } from '../db/database';
import { availability } from '../db/schema';

/** A registry's answer as it was kept. */
export interface KeptAnswer extends RegistryAnswer {
  readonly checkedAt: Date;
}

/** Keeps the registries' answers, so that a quote need not ask again for what was just asked. */
export class AvailabilityStore {
  constructor(private readonly database: Database) {}

  async keep(answers: ReadonlyMap<string, RegistryAnswer>, checkedAt: Date): Promise<void> {
    const rows = [...answers].filter(([, { status }]) => status !== 'unknown').sort(([a], [b]) => (a < b ? -1 : 1));
    if (rows.length === 0) return;
    // Five arrays instead of five parameters a name: hundreds of names are kept in one statement.
    const column = <Value>(value: (answer: RegistryAnswer) => Value) =>
      sql.param(rows.map(([, answer]) => value(answer)));
    await this.database.execute(sql`
      insert into ${availability} (name, status, premium_register, premium_renew, checked_at)
      select name, status, premium_register, premium_renew, ${checkedAt.toISOString()}::timestamptz
      from unnest(
        ${sql.param(rows.map(([name]) => name))}::text[],
        ${column(({ status }) => status)}::text[],
        ${column(({ premium }) => premium?.register ?? null)}::bigint[],
        ${column(({ premium }) => premium?.renew ?? null)}::bigint[]
      ) as answer (name, status, premium_register, premium_renew)
      on conflict (name) do update set
        status = excluded.status,
        premium_register = excluded.premium_register,
        premium_renew = excluded.premium_renew,
        checked_at = excluded.checked_at
    `);
  }

  /** Answers given after `since`. */
  async answers(names: readonly string[], since: Date): Promise<Map<string, RegistryAnswer>> {
    const kept = await this.kept(names, since);
    return new Map([...kept].map(([name, { checkedAt: _, ...answer }]) => [name, answer]));
  }

  /** Answers given after `since`, with when they were given. */
  async kept(names: readonly string[], since: Date): Promise<Map<string, KeptAnswer>> {
    if (names.length === 0) return new Map();
    const rows = await this.database
      .select()
      .from(availability)
      .where(and(sql`${availability.name} = any(${sql.param(names)})`, gt(availability.checkedAt, since)));
    return new Map(
      rows.flatMap(({ name, status, premiumRegister: register, premiumRenew: renew, checkedAt }) => {
        if (status === 'invalid' || status === 'unsupported') return [];
        const premium = register !== null && renew !== null ? { premium: { register, renew } } : {};
        return [[name, { status, ...premium, checkedAt }]];
      }),
    );
  }
}
