import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { PatientSql } from './patientSql';

const queueName = 'order';

/** Orders that one process moves on side by side: a slow bank or registry holds up only its own. */
const ordersAtOnce = 8;

/** Waits before trying again after the n-th failure: 1, 2, 4... up to 60 seconds. */
function waitAfter(failures: number): number {
  return Math.min(60, 2 ** Math.min(failures, 6));
}

interface OrderJob {
  readonly orderId: string;
  readonly failures: number;
}

/** The queue of orders to move on, in PostgreSQL: any server process may take the next. */
export class OrderQueue {
  private readonly sql: PatientSql;
  private readonly boss: PgBoss;
  private workers: readonly string[] = [];

  constructor(
    url: string,
    private readonly log: Logger,
  ) {
    this.sql = new PatientSql(url, log);
    this.boss = new PgBoss({ db: this.sql, schema: 'queue' });
    this.boss.on('error', (fault) => log.error({ err: fault }, 'the queue had a fault'));
  }

  async start(): Promise<void> {
    await this.boss.start();
    await this.boss.createQueue(queueName);
  }

  /** Asks for an order to be moved on, after a while where so wanted. Harmless when repeated. */
  async push(orderId: string, failures = 0): Promise<void> {
    const job: OrderJob = { orderId, failures };
    await this.boss.send(queueName, job, failures > 0 ? { startAfter: waitAfter(failures) } : {});
    if (failures === 0) for (const worker of this.workers) this.boss.notifyWorker(worker);
  }

  /**
   * Moves orders on as they are asked for, several side by side.
   *
   * @param advance `again` where the order needs another turn soon: something outside was silent
   */
  async work(advance: (orderId: string) => Promise<'resting' | 'again'>): Promise<void> {
    const handle = async (jobs: readonly PgBoss.Job<OrderJob>[]) => {
      for (const { data } of jobs) {
        const came = await advance(data.orderId).catch((fault: unknown) => {
          this.log.error({ orderId: data.orderId, err: fault }, 'an order could not be moved on; trying again');
          return 'again' as const;
        });
        if (came === 'again') await this.push(data.orderId, data.failures + 1);
      }
    };
    const options = { batchSize: 1, pollingIntervalSeconds: 0.5 };
    this.workers = await Promise.all(
      Array.from({ length: ordersAtOnce }, () => this.boss.work<OrderJob>(queueName, options, handle)),
    );
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, timeout: 5000 });
    await this.sql.close();
  }
}
