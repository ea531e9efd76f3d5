import { and, eq } from 'drizzle-orm';
import type { Database } from '../db/database';
import { registryMessage } from '../db/schema';
import type { Registry } from './registries';

/** What one registry has to tell its registrars, each in a queue of its own (RFC 5730 section 2.9.2.3). */
export class RegistryMessages {
  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
  ) {}

  /** The oldest message for a registrar, and how many wait. */
  async oldest(client: string): Promise<(typeof registryMessage.$inferSelect & { count: number }) | undefined> {
    const [oldest] = await this.database
      .select()
      .from(registryMessage)
      .where(this.of(client))
      .orderBy(registryMessage.id)
      .limit(1);
    return oldest && { ...oldest, count: await this.database.$count(registryMessage, this.of(client)) };
  }

  /** Takes a message off the queue; false where it is not there. */
  async take(client: string, id: string): Promise<boolean> {
    if (!/^\d{1,15}$/.test(id)) return false;
    const taken = await this.database
      .delete(registryMessage)
      .where(and(this.of(client), eq(registryMessage.id, Number(id))))
      .returning({ id: registryMessage.id });
    return taken.length > 0;
  }

  private of(client: string) {
    return and(eq(registryMessage.registry, this.registry.id), eq(registryMessage.client, client));
  }
}
