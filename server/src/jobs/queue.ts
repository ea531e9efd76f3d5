import PgBoss from 'pg-boss';
import type { Logger } from 'pino';

const queueName = 'order';

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
  private readonly boss: PgBoss;
  private worker: string | undefined;

  constructor(
    url: string,
    private readonly log: Logger,
  ) {
    this.boss = new PgBoss({ connectionString: url, schema: 'queue', max: 4 });
    this.boss.on('error', (fault) => log.error({ fault: fault.message }, 'the queue had a fault'));
  }

  async start(): Promise<void> {
    await this.boss.start();
    await this.boss.createQueue(queueName);
  }

  /** Asks for an order to be moved on, after a while where so wanted. Harmless when repeated. */
  async push(orderId: string, failures = 0): Promise<void> {
    const job: OrderJob = { orderId, failures };
    await this.boss.send(queueName, job, failures > 0 ? { startAfter: waitAfter(failures) } : {});
    if (failures === 0 && this.worker) this.boss.notifyWorker(this.worker);
  }

  /**
   * Moves orders on as they are asked for, several side by side.
   *
   * @param advance true where the order needs another turn later: something outside was silent
   */
  async work(advance: (orderId: string) => Promise<boolean>): Promise<void> {
    const options = { batchSize: 8, pollingIntervalSeconds: 0.5 };
    this.worker = await this.boss.work<OrderJob>(queueName, options, async (jobs) => {
      await Promise.all(
        jobs.map(async ({ data: { orderId, failures } }) => {
          const again = await advance(orderId).catch((fault: unknown) => {
            this.log.error({ orderId, fault }, 'an order could not be moved on; trying again');
            return true;
          });
          if (again) await this.push(orderId, failures + 1);
        }),
      );
    });
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, timeout: 5000 });
  }
}
