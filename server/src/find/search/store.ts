import { setTimeout as pause } from 'node:timers/promises';
import { getTableColumns, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import type { Logger } from 'pino';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { grouped } from '@tienda/core/text/grouped';
import type { Database } from '../../platform/db/database';
import { availability } from '../../platform/db/schema';
import { together } from '../../platform/db/together';

/** A registry's answer as it was kept. */
export interface KeptAnswer extends RegistryAnswer {
  readonly checkedAt: Date;
}

/** So long answers wait for those of other registries, to be kept with them. */
const togetherMs = 20;

/** From so many names of one label on they are read as what stands between two places of the index, and not one by one. */
const manyOfLabel = 20;

/** Which names to read one by one, and of which labels all there are. */
function byLabel(names: readonly string[]): { readonly names: readonly string[]; readonly labels: readonly string[] } {
  const ofLabel = grouped(new Set(names), (name) => name.slice(0, name.indexOf('.')));
  const isMany = ([, its]: [string, readonly string[]]) => its.length >= manyOfLabel;
  return {
    names: [...ofLabel].filter((one) => !isMany(one)).flatMap(([, its]) => its),
    labels: [...ofLabel].filter(isMany).map(([label]) => label),
  };
}

/** Keeps the registries' answers, so that a quote need not ask again for what was just asked. */
export class AvailabilityStore {
  private waiting = new Map<string, KeptAnswer>();
  /** What is not written yet, which whoever reads here is told all the same. */
  private readonly unwritten = new Map<string, KeptAnswer>();
  private keeping: Promise<void> | undefined;
  private readonly writing = new Set<Promise<void>>();
  /** The rows of names by name, which those who ask at one moment read in one statement. */
  private readonly rows = together(async (asked: readonly (readonly string[])[]) => {
    const rows = await this.known.execute(byLabel(asked.flat()));
    const byName = new Map(rows.map((row) => [row.name, row]));
    return asked.map(() => byName);
  });
  /** Reads the rows of names, and of all names of labels; written once for all searches. */
  private readonly known;

  constructor(
    private readonly database: Database,
    private readonly log: Logger,
  ) {
    const columns = getTableColumns(availability);
    const { name } = availability;
    this.known = unionAll(
      database
        .select(columns)
        .from(availability)
        .where(sql`${name} = any(${sql.placeholder('names')})`),
      database
        .select(columns)
        .from(sql`unnest(${sql.placeholder('labels')}::text[]) as wanted(label)`)
        .innerJoin(availability, sql`${name} >= label || '.' and ${name} < label || '/'`),
    )
      // Without a name: a pooler between gives each statement another session.
      .prepare('');
  }

  /** Keeps answers, without anybody waiting for that: they can be asked for again. */
  keepSoon(answers: ReadonlyMap<string, RegistryAnswer>, checkedAt: Date): void {
    this.keep(answers, checkedAt).catch((fault: unknown) =>
      this.log.warn({ err: fault }, 'answers of registries could not be kept'),
    );
  }

  /** Keeps answers, in one statement with all others of the same moment. */
  keep(answers: ReadonlyMap<string, RegistryAnswer>, checkedAt: Date): Promise<void> {
    for (const [name, answer] of answers) {
      if (answer.status === 'unknown') continue;
      const kept = { ...answer, checkedAt };
      this.waiting.set(name, kept);
      this.unwritten.set(name, kept);
    }
    if (this.waiting.size === 0) return Promise.resolve();
    this.keeping ??= pause(togetherMs).then(() => {
      const together = this.waiting;
      this.waiting = new Map();
      this.keeping = undefined;
      const writing = this.write(together).finally(() => {
        this.writing.delete(writing);
        for (const [name, answer] of together) if (this.unwritten.get(name) === answer) this.unwritten.delete(name);
      });
      this.writing.add(writing);
      return writing;
    });
    return this.keeping;
  }

  /** Waits until every answer given so far is kept, so that other processes know it too. */
  async settled(): Promise<void> {
    await Promise.allSettled([...this.writing, this.keeping]);
  }

  private async write(answers: ReadonlyMap<string, KeptAnswer>): Promise<void> {
    // In the order of names: two processes that keep the same ones do not wait for each other in a circle.
    const rows = [...answers].sort(([a], [b]) => (a < b ? -1 : 1));
    // An array a column instead of a parameter a value: hundreds of names are kept in one statement.
    const column = <Value>(value: (answer: KeptAnswer) => Value) => sql.param(rows.map(([, answer]) => value(answer)));
    await this.database.execute(sql`
      insert into ${availability} (name, status, premium_register, premium_renew, checked_at)
      select name, status, premium_register, premium_renew, checked_at
      from unnest(
        ${sql.param(rows.map(([name]) => name))}::text[],
        ${column(({ status }) => status)}::text[],
        ${column(({ premium }) => premium?.register ?? null)}::bigint[],
        ${column(({ premium }) => premium?.renew ?? null)}::bigint[],
        ${column(({ checkedAt }) => checkedAt.toISOString())}::timestamptz[]
      ) as answer (name, status, premium_register, premium_renew, checked_at)
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
    // Looked at before the rows are read: what is written meanwhile is in one of the two.
    const unwritten = this.unwritten.size === 0 ? [] : names.map((name) => [name, this.unwritten.get(name)] as const);
    const rows = await this.rows(names);
    const kept = new Map<string, KeptAnswer>();
    for (const name of names) {
      const row = rows.get(name);
      if (!row || row.checkedAt <= since || row.status === 'invalid' || row.status === 'unsupported') continue;
      const { status, premiumRegister: register, premiumRenew: renew, checkedAt } = row;
      const premium = register !== null && renew !== null ? { premium: { register, renew } } : {};
      kept.set(name, { status, ...premium, checkedAt });
    }
    for (const [name, answer] of unwritten) if (answer && answer.checkedAt > since) kept.set(name, answer);
    return kept;
  }
}
