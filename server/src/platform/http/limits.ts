import { createHash } from 'node:crypto';
import type { Context } from 'koa';
import { LRUCache } from 'lru-cache';
import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { networkOf } from './network';
import { Problem } from './problem';
import { SharedCount } from './sharedCount';

/** So often within so long. */
interface Allowance {
  readonly times: number;
  readonly seconds: number;
}

/** Something counted, and whose count it is. */
interface Count extends Allowance {
  /** What is counted. */
  readonly what: string;
  /** Whose it is: any text. */
  readonly whose: string;
}

/** Wrong passwords and codes, from one network or one device that is known, and from all others together. */
const guesses = { near: { times: 10, seconds: 900 }, far: { times: 100, seconds: 3600 } } as const;
/** Mails with codes asked for, likewise. */
const mails = { near: { times: 5, seconds: 900 }, far: { times: 20, seconds: 3600 } } as const;
const attempts = { guess: guesses, mail: mails };

/**
 * How often something may be done, counted in PostgreSQL and so shared by all server processes. Who tries to get in to
 * an account is counted by where they are: a stranger's guesses never lock out its holder, whose device is known or
 * whose network is another one.
 */
export class Limits {
  private readonly counters = new Map<string, RateLimiterPostgres>();
  /** Those of late: where one is forgotten, its next is waited for. */
  private readonly counts = new LRUCache<string, SharedCount>({ max: 10_000 });

  /** @param generosity multiplies every limit */
  constructor(
    private readonly pool: pg.Pool,
    private readonly generosity: number,
  ) {}

  /** @throws Problem 429 where it was done too often */
  async spend(ctx: Context, count: Count): Promise<void> {
    const waitMs = await this.wait(count);
    if (waitMs > 0) refuse(ctx, waitMs);
  }

  /**
   * The same, but who is far from too often does not wait to be counted.
   *
   * @throws Problem 429 where it was done too often
   */
  async spendSoon(ctx: Context, count: Count): Promise<void> {
    if (!this.shared(count).countSoon()) await this.spend(ctx, count);
  }

  /** Counts one. @returns how long to wait where it was done too often, milliseconds; 0 where it was not */
  async wait(count: Count): Promise<number> {
    const { place, msBeforeNext } = await this.shared(count).count();
    return place > this.counter(count).points ? Math.max(1, msBeforeNext) : 0;
  }

  private shared(count: Count): SharedCount {
    const id = `${count.what} ${count.whose}`;
    const known = this.counts.get(id);
    if (known) return known;
    const counter = this.counter(count);
    const key = keyOf(count);
    const shared = new SharedCount(counter.points, async (times) => {
      const { consumedPoints, msBeforeNext } = await counter.consume(key, times).catch((refused: unknown) => {
        if (refused instanceof RateLimiterRes) return refused;
        throw refused;
      });
      return { place: consumedPoints, msBeforeNext };
    });
    this.counts.set(id, shared);
    return shared;
  }

  /** Counts nothing: it went well. */
  async giveBack(count: Count): Promise<void> {
    await this.counter(count).reward(keyOf(count));
  }

  /**
   * Runs an attempt that only counts where it is refused, or a mail that counts always.
   *
   * @param subject whose account it is about: a mail address, or an account's id
   * @param device that the account was signed in on before, where it is one
   * @throws Problem 429
   */
  async attempt<Result>(
    ctx: Context,
    kind: keyof typeof attempts,
    subject: string,
    device: string | undefined,
    action: () => Promise<Result>,
  ): Promise<Result> {
    const { near, far } = attempts[kind];
    const counts: Count[] = device
      ? [{ ...near, what: `${kind} device`, whose: `${subject} ${device}` }]
      : [
          { ...near, what: `${kind} near`, whose: `${subject} ${networkOf(ctx.ip)}` },
          { ...far, what: `${kind} far`, whose: subject },
        ];
    for (const count of counts) await this.spend(ctx, count);
    const result = await action();
    if (kind === 'guess') for (const count of counts) await this.giveBack(count);
    return result;
  }

  private counter({ what, times, seconds }: Count): RateLimiterPostgres {
    const known = this.counters.get(what);
    if (known) return known;
    const counter = new RateLimiterPostgres({
      storeClient: unnamed(this.pool),
      storeType: 'pool',
      tableName: 'rate_limit',
      tableCreated: true,
      keyPrefix: what,
      points: times * this.generosity,
      duration: seconds,
    });
    this.counters.set(what, counter);
    return counter;
  }
}

/** The counters' statements without the names that would prepare them: a pooler gives each another session. */
function unnamed(pool: pg.Pool): Pick<pg.Pool, 'query'> {
  const query = ({ name: _name, ...rest }: pg.QueryConfig) => pool.query(rest);
  return { query: query as pg.Pool['query'] };
}

/** Of any text, however long and whatever is in it; and no address is kept. */
function keyOf({ whose }: Count): string {
  return createHash('sha256').update(whose).digest('base64url');
}

function refuse(ctx: Context, msBeforeNext: number): never {
  const seconds = Math.max(1, Math.ceil(msBeforeNext / 1000));
  ctx.set('Retry-After', String(seconds));
  throw new Problem(429, 'too-often', 'Too often', `That was tried too often: wait ${seconds} seconds.`, [], {
    facts: { seconds },
  });
}
