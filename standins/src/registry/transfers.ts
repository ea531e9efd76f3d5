import { eq, lte } from 'drizzle-orm';
import type { EppTransfer } from '@tienda/core/epp/objects';
import { addYears, isoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../db/database';
import { registeredDomain, registryMessage } from '../db/schema';
import { nameserversOf } from './hosts';
import type { Registry } from './registries';

/** So long the losing registrar may say no; after that silence is a yes (RFC 5731 section 3.2.4). */
const decisionDays = 5;
const dayMs = 24 * 3600_000;
const mostYears = 10;

/** Approves what nobody has decided on in time. @param byRegistry the transfers of every registry, by its id */
export async function decideDue(
  database: Database,
  byRegistry: ReadonlyMap<string, Pick<RegistryTransfers, 'decide'>>,
  now: Date,
): Promise<void> {
  const { name, registry, transferDueAt } = registeredDomain;
  const due = await database.select({ name, registry }).from(registeredDomain).where(lte(transferDueAt, now));
  for (const one of due) await byRegistry.get(one.registry)?.decide(one.name, 'serverApproved');
}

type Row = typeof registeredDomain.$inferSelect;
type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
type Decision = Exclude<EppTransfer['status'], 'pending'>;

/** Names that move from one registrar to another; each side is told by a message of what the other did. */
export class RegistryTransfers {
  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
    private readonly now: () => Date,
  ) {}

  /** @returns undefined where a transfer of the name is pending */
  request(name: string, client: string, years: number): Promise<EppTransfer | undefined> {
    const now = this.now();
    return this.change(name, async (row, transaction) => {
      if (row.transferDueAt) return undefined;
      const transferDueAt = new Date(now.getTime() + decisionDays * dayMs);
      const transfer: EppTransfer = {
        name,
        status: 'pending',
        requestedBy: client,
        requestedAt: now.toISOString(),
        decidedBy: row.sponsor,
        decidedAt: transferDueAt.toISOString(),
        expiresAt: laterBy(row.expiresAt, years, now).toISOString(),
      };
      await transaction
        .update(registeredDomain)
        .set({ transfer: { ...transfer, years }, transferDueAt })
        .where(eq(registeredDomain.name, name));
      await this.tell(transaction, row.sponsor, `${client} asks for ${name}`, transfer);
      return transfer;
    });
  }

  /** A pending transfer comes to its end. @returns undefined where none is pending */
  decide(name: string, decision: Decision): Promise<EppTransfer | undefined> {
    return this.change(name, (row, transaction) => this.end(transaction, row, decision));
  }

  private async end(transaction: Transaction, row: Row, decision: Decision): Promise<EppTransfer | undefined> {
    if (!row.transfer || !row.transferDueAt) return undefined;
    const now = this.now();
    const { years, expiresAt: _promised, ...asked } = row.transfer;
    const moves = decision === 'clientApproved' || decision === 'serverApproved';
    const expiresAt = moves ? laterBy(row.expiresAt, years, now) : row.expiresAt;
    const transfer: EppTransfer = {
      ...asked,
      status: decision,
      decidedAt: now.toISOString(),
      ...(moves ? { expiresAt: expiresAt.toISOString() } : {}),
    };
    await transaction
      .update(registeredDomain)
      .set({
        transfer: { ...transfer, years },
        transferDueAt: null,
        // Where it points stays as it is until its new registrar says otherwise.
        ...(moves
          ? {
              sponsor: asked.requestedBy,
              nameservers: row.nameservers ?? [...nameserversOf(row.sponsor)],
              expiresAt,
              updatedBy: asked.requestedBy,
              updatedAt: now,
            }
          : {}),
      })
      .where(eq(registeredDomain.name, row.name));
    // Whoever decided knows; the registry's own decision is news to both.
    const decidedBy = { clientCancelled: asked.requestedBy, clientApproved: row.sponsor, clientRejected: row.sponsor };
    const knows = decision in decidedBy ? decidedBy[decision as keyof typeof decidedBy] : undefined;
    for (const client of [asked.requestedBy, row.sponsor].filter((one) => one !== knows))
      await this.tell(transaction, client, `The transfer of ${row.name}: ${decision}`, transfer);
    return transfer;
  }

  private change<Result>(
    name: string,
    act: (row: Row, transaction: Transaction) => Promise<Result | undefined>,
  ): Promise<Result | undefined> {
    return this.database.transaction(async (transaction) => {
      const [row] = await transaction
        .select()
        .from(registeredDomain)
        .where(eq(registeredDomain.name, name))
        .for('update');
      return row && act(row, transaction);
    });
  }

  private async tell(transaction: Transaction, client: string, text: string, result: EppTransfer): Promise<void> {
    await transaction.insert(registryMessage).values({ registry: this.registry.id, client, text, result });
  }
}

/** The same day years later, at most ten years ahead. */
function laterBy(expiresAt: Date, years: number, now: Date): Date {
  const most = addYears(isoDate(now), mostYears);
  const later = addYears(isoDate(expiresAt), years);
  return new Date(`${later < most ? later : most}${expiresAt.toISOString().slice('YYYY-MM-DD'.length)}`);
}
