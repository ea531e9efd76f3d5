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
    const rows = [...answers]
      .filter(([, { status }]) => status !== 'unknown')
      .map(([name, { status, premium }]) => ({
        name,
        status,
        premiumRegister: premium?.register ?? null,
        premiumRenew: premium?.renew ?? null,
        checkedAt,
      }))
      .sort((a, b) => (a.name < b.name ? -1 : 1));
    if (rows.length === 0) return;
    await this.database
      .insert(availability)
      .values(rows)
      .onConflictDoUpdate({
        target: availability.name,
        set: {
          status: sql`excluded.status`,
          premiumRegister: sql`excluded.premium_register`,
          premiumRenew: sql`excluded.premium_renew`,
          checkedAt: sql`excluded.checked_at`,
        },
      });
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
