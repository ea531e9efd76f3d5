import type pg from 'pg';
import { ownDatabase, registriesAhead, ServerProcess } from './serverProcess';

/** A shop that the tests of one file have to themselves, so that they may move its clock. */
export class OwnShop {
  private own: { readonly url: string; readonly client: pg.Client } | undefined;
  private running: ServerProcess | undefined;

  constructor(
    private readonly offset: number,
    private readonly settings: Record<string, string>,
  ) {}

  get server(): ServerProcess {
    if (!this.running) throw new Error('The shop is not open yet');
    return this.running;
  }

  get database(): pg.Client {
    if (!this.own) throw new Error('The shop is not open yet');
    return this.own.client;
  }

  async open(): Promise<void> {
    this.own = await ownDatabase(`own${this.offset}`);
    await this.start();
  }

  /** Starts a server, also where the one before was killed. @param settings other than the shop's */
  async start(settings: Record<string, string> = {}): Promise<void> {
    if (!this.own) throw new Error('The shop has no database yet');
    const all = { DATABASE_URL: this.own.url, ...this.settings, ...settings };
    this.running = await ServerProcess.start(this.offset, all);
  }

  /** Ends what was opened, also where not all of it was. The registries' clock, which all tests share, is today's again. */
  async close(): Promise<void> {
    await this.running?.end();
    await this.own?.client.end();
    await registriesAhead(0);
  }
}

/**
 * Has a shop opened before the tests of a file, and closed after them.
 *
 * @param offset of its port, which no other file of this world uses at the same time
 * @param settings of its environment
 */
export function ownShop(offset: number, settings: Record<string, string>): OwnShop {
  const shop = new OwnShop(offset, settings);
  beforeAll(() => shop.open());
  afterAll(() => shop.close());
  return shop;
}
