import { and, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/database';
import { cardToken, idempotentAnswer, intent, notice } from '../db/schema';
import { newId, type Answer, type Card, type Intent, type Outcome } from './intents';

/** A request under its `Idempotency-Key`, with what it is about. */
export interface KeyedRequest {
  readonly key: string;
  /** Says which request it is: the same key for another is refused. */
  readonly request: string;
  readonly intentId?: string;
  readonly token?: string;
}

/** What is known of a request's subject. */
export interface Known {
  readonly intent: Intent | undefined;
  readonly card: Card | undefined;
  /** Whether it is a card that pays once only, and has. */
  readonly isUsed: boolean;
}

/** How often a change is worked out anew because another came between reading and writing. */
const mostTries = 10;

/** What the provider keeps: intents, what the shop is to be told of them, and how each request was answered. */
export class Ledger {
  private readonly asking;

  constructor(private readonly database: Database) {
    const { placeholder } = sql;
    this.asking = database
      .select({ earlier: idempotentAnswer, intent, card: cardToken })
      .from(sql`(select) as nothing`)
      .leftJoin(idempotentAnswer, eq(idempotentAnswer.key, placeholder('key')))
      .leftJoin(intent, eq(intent.id, placeholder('intentId')))
      .leftJoin(cardToken, eq(cardToken.token, placeholder('token')))
      .prepare('payments_asked');
  }

  async find(intentId: string): Promise<Intent | undefined> {
    const [found] = await this.database.select().from(intent).where(eq(intent.id, intentId));
    return found;
  }

  /** The latest first. */
  async list(which: SQL, limit?: number): Promise<Intent[]> {
    const listed = this.database.select().from(intent).where(which).orderBy(desc(intent.createdAt));
    return limit === undefined ? listed : listed.limit(limit);
  }

  /** Answers a repeated key as it was answered the first time, and a key used for something else with 409. */
  async once(
    asked: KeyedRequest,
    carryOut: (known: Known) => Outcome,
  ): Promise<{ readonly answer: Answer; readonly isRepeated: boolean }> {
    return untilDone(`The request ${asked.key}`, async () => {
      const { earlier, ...known } = await this.look(asked);
      if (earlier && earlier.request !== asked.request)
        return { answer: { status: 409, body: { error: 'Key used before' } }, isRepeated: true };
      if (earlier) return { answer: { status: earlier.status, body: earlier.body }, isRepeated: true };
      const outcome = carryOut(known);
      const isWritten = await this.write(outcome, known.intent, asked);
      return isWritten ? { answer: outcome.answer, isRepeated: false } : undefined;
    });
  }

  /** What a buyer does, who has no keys. */
  async move(intentId: string, change: (before: Intent | undefined) => Outcome): Promise<Answer> {
    return untilDone(`The intent ${intentId}`, async () => {
      const before = await this.find(intentId);
      const outcome = change(before);
      return (await this.write(outcome, before)) ? outcome.answer : undefined;
    });
  }

  private async look({ key, intentId = '', token = '' }: KeyedRequest) {
    const [found] = await this.asking.execute({ key, intentId, token });
    const card = found?.card ?? undefined;
    const isUsed = card?.outcome === 'succeedsOnce' && (await this.isUsed(card.token));
    return { earlier: found?.earlier, intent: found?.intent ?? undefined, card, isUsed };
  }

  private async isUsed(token: string): Promise<boolean> {
    const [found] = await this.database
      .select({ times: count() })
      .from(intent)
      .where(sql`${intent.method} ->> 'token' = ${token}`);
    return (found?.times ?? 0) > 0;
  }

  /**
   * The intent, the notice of it and the answer, all in one statement or none of them.
   *
   * @returns false where another request came between: nothing is written then
   */
  private async write({ answer, row }: Outcome, before: Intent | undefined, asked?: KeyedRequest): Promise<boolean> {
    const { database } = this;
    const from = row ? sql`from moved` : sql``;
    const changes = [
      row ? sql`moved as ${before ? this.changing(row, before) : this.adding(row)}` : undefined,
      row?.notifyUrl ? sql`told as ${database.insert(notice).select(sql`${noticeOf(row)} ${from}`)}` : undefined,
      asked
        ? sql`answered as ${database.insert(idempotentAnswer).select(sql`${keptAnswer(asked, answer)} ${from}`)}`
        : undefined,
    ].filter((change) => change !== undefined);
    if (changes.length === 0) return true;
    try {
      const { rowCount } = await database.execute(sql`with ${sql.join(changes, sql`, `)} select ${from}`);
      return rowCount === 1;
    } catch (fault) {
      if (isAlreadyThere(fault)) return false;
      throw fault;
    }
  }

  private adding(row: Intent) {
    return this.database.insert(intent).values(row).returning({ id: intent.id });
  }

  private changing(row: Intent, before: Intent) {
    const isAsBefore = (['status', 'captured', 'refunded', 'received'] as const).map((field) =>
      eq(intent[field], before[field]),
    );
    return this.database
      .update(intent)
      .set(row)
      .where(and(eq(intent.id, row.id), ...isAsBefore))
      .returning({ id: intent.id });
  }
}

/** @param attempt undefined where another change came between reading and writing */
async function untilDone<Result>(what: string, attempt: () => Promise<Result | undefined>): Promise<Result> {
  for (let tries = 0; tries < mostTries; tries += 1) {
    const result = await attempt();
    if (result !== undefined) return result;
  }
  throw new Error(`${what} met another at each of ${mostTries} tries`);
}

function noticeOf({ id: intentId, reference, status, notifyUrl }: Intent): SQL {
  const id = newId('ntc');
  const body = JSON.stringify({ id, type: `intent.${status}`, intent: intentId, reference });
  return sql`select ${id}, ${notifyUrl}, ${body}, 0, now()`;
}

function keptAnswer({ key, request }: KeyedRequest, { status, body }: Answer): SQL {
  return sql`select ${key}, ${request}, ${status}::int, ${JSON.stringify(body)}::jsonb, now()`;
}

/** Another request under the same key was quicker. */
function isAlreadyThere(fault: unknown): boolean {
  const { cause } = fault as { cause?: { code?: string } };
  return cause?.code === '23505';
}
