import { eq, like } from 'drizzle-orm';
import type { Database } from '../db/database';
import { registrySetting } from '../db/schema';
import { Faults, type Fault } from '../platform/faults';

const dayInMs = 24 * 3600 * 1000;

/** A world that is opened anew begins without faults. */
export async function beWell(database: Database): Promise<void> {
  await database.delete(registrySetting).where(like(registrySetting.key, 'faults %'));
}

/** A price of its own for a name, US cents a year. */
export interface OwnPrice {
  readonly create: number;
  readonly renew: number;
}

/**
 * What was set about the registries from outside: their clock, prices of single names, and how they misbehave. It is
 * kept, so that registries that are started again go on as before.
 */
export class RegistrySwitches {
  private readonly faultsOf = new Map<string, Faults>();
  /** By name. */
  readonly repriced = new Map<string, OwnPrice>();
  private daysAhead = 0;

  private constructor(
    private readonly database: Database,
    registries: readonly string[],
  ) {
    for (const id of registries) this.faultsOf.set(id, new Faults());
  }

  static async load(database: Database, registries: readonly string[]): Promise<RegistrySwitches> {
    const switches = new RegistrySwitches(database, registries);
    for (const { key, value } of await database.select().from(registrySetting)) switches.take(key, value);
    return switches;
  }

  /** The registries' time. */
  now = (): Date => new Date(Date.now() + this.daysAhead * dayInMs);

  /** @throws TypeError where there is no such registry */
  faults(registry: string): Faults {
    const faults = this.faultsOf.get(registry);
    if (!faults) throw new TypeError('No such registry');
    return faults;
  }

  /** Faults that wear off are not kept: how often they have struck is not known after a new start. */
  async setFaults(registry: string, faults: readonly Fault[]): Promise<void> {
    this.faults(registry).set(faults);
    await this.keep(
      `faults ${registry}`,
      faults.filter(({ times }) => times === undefined),
    );
  }

  async setPrice(name: string, price: OwnPrice): Promise<void> {
    this.repriced.set(name, price);
    await this.keep(`price ${name}`, price);
  }

  async setDaysAhead(days: number): Promise<void> {
    this.daysAhead = days;
    await this.keep('daysAhead', days);
  }

  private take(key: string, value: unknown): void {
    const [what, whose = ''] = key.split(' ');
    if (what === 'daysAhead') this.daysAhead = value as number;
    else if (what === 'price') this.repriced.set(whose, value as OwnPrice);
    else if (what === 'faults') this.faultsOf.get(whose)?.set(value as readonly Fault[]);
  }

  private async keep(key: string, value: number | OwnPrice | readonly Fault[]): Promise<void> {
    if (Array.isArray(value) && value.length === 0) {
      await this.database.delete(registrySetting).where(eq(registrySetting.key, key));
      return;
    }
    await this.database
      .insert(registrySetting)
      .values({ key, value })
      .onConflictDoUpdate({ target: registrySetting.key, set: { value } });
  }
}
