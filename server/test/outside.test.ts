import { mkdtemp } from 'node:fs/promises';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import pino from 'pino';
import { until } from '../../scripts/demo.mjs';
import { openDatabase, type OpenDatabase } from '../src/platform/db/database';
import { Leases } from '../src/platform/db/leases';
import { ZoneIndex } from '../src/find/zones/service';
import { BrokerSilent, HttpBroker } from '../src/gateways/broker/broker';
import { RdapClient, RdapSilent } from '../src/gateways/rdap/rdapClient';
import { Sweeper } from '../src/platform/jobs/sweeper';
import { unique } from './serverProcess';

/** A server that answers as the test says, by path. */
class FakeOutside {
  readonly answers = new Map<string, { readonly status: number; readonly body: unknown }>();
  readonly asked: string[] = [];
  private readonly server = http.createServer((request, response) => {
    this.asked.push(`${request.method} ${request.url}`);
    const { status, body } = this.answers.get(request.url ?? '') ?? { status: 404, body: '' };
    response.statusCode = status;
    response.end(typeof body === 'string' ? body : JSON.stringify(body));
  });

  async open(): Promise<string> {
    await new Promise<void>((resolve) => this.server.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}/`;
  }

  close(): void {
    this.server.closeAllConnections();
    this.server.close();
  }
}

let outside: FakeOutside;
let url: string;
beforeEach(async () => {
  outside = new FakeOutside();
  url = await outside.open();
});
afterEach(() => outside.close());

describe('the RDAP client', () => {
  const domain = {
    objectClassName: 'domain',
    ldhName: 'salt.org',
    events: [],
    entities: [],
    nameservers: [],
    status: [],
  };
  const knowing = (zones: string[]) =>
    outside.answers.set('/dns.json', { status: 200, body: { services: [[zones, [`${url}rdap/`]]] } });

  test('asks the server that the bootstrap file names, and reads the file once', async () => {
    knowing(['org', 'co.uk']);
    outside.answers.set('/rdap/domain/salt.org', { status: 200, body: domain });
    const client = new RdapClient(url);
    expect(await client.domain('salt.org')).toMatchObject({ ldhName: 'salt.org' });
    expect(await client.domain('salt.co.uk')).toBeUndefined();
    expect(outside.asked).toEqual(['GET /dns.json', 'GET /rdap/domain/salt.org', 'GET /rdap/domain/salt.co.uk']);
  });

  test.each([
    ['an extension that no server knows', 'salt.nowhere', undefined],
    ['a server in trouble', 'salt.org', { status: 500, body: '' }],
    ['an answer that is not of a domain', 'salt.org', { status: 200, body: { objectClassName: 'entity' } }],
  ])('%s is silence, not an answer', async (_, name, answer) => {
    knowing(['org']);
    if (answer) outside.answers.set(`/rdap/domain/${name}`, answer);
    await expect(new RdapClient(url).domain(name)).rejects.toBeInstanceOf(RdapSilent);
  });

  test('a bootstrap file that cannot be had is asked for again the next time', async () => {
    const client = new RdapClient(url);
    await expect(client.domain('salt.org')).rejects.toBeInstanceOf(RdapSilent);
    knowing(['org']);
    expect(await client.domain('salt.org')).toBeUndefined();
  });
});

describe('the broker’s client', () => {
  test('sends, asks and withdraws under the offer’s reference', async () => {
    outside.answers.set('/v1/offers/r1', { status: 200, body: { state: 'countered', amount: 80_000 } });
    const broker = new HttpBroker(url, 'key');
    await broker.send('r1', { name: 'salt.org', amount: 50_000, message: '' });
    expect(await broker.answer('r1')).toEqual({ state: 'countered', amount: 80_000 });
    await broker.withdraw('r1');
    expect(outside.asked).toEqual(['PUT /v1/offers/r1', 'GET /v1/offers/r1', 'DELETE /v1/offers/r1']);
  });

  test('anything but a yes is silence: the offer is carried on later', async () => {
    const broker = new HttpBroker(url, 'key');
    await expect(broker.answer('r2')).rejects.toBeInstanceOf(BrokerSilent);
    await expect(new HttpBroker('http://127.0.0.1:1/', 'key').answer('r2')).rejects.toBeInstanceOf(BrokerSilent);
  });
});

describe('the sweeper', () => {
  const silent = pino({ level: 'silent' });
  let open: OpenDatabase;
  let leases: Leases;
  beforeAll(async () => {
    open = await openDatabase(process.env['DATABASE_URL'] ?? '');
    leases = new Leases(open.database, 6, silent);
  });
  afterAll(() => open.pool.end());

  test('does its chores again and again, and one that fails holds up no other', async () => {
    const done: string[] = [];
    const [bad, good] = [unique('bad'), unique('good')];
    const chores = [
      { name: bad, run: () => Promise.reject(new Error('no')) },
      { name: good, run: () => Promise.resolve(done.push(good)) },
    ];
    const sweeper = new Sweeper(leases, chores, 40, silent);
    sweeper.start();
    await until(
      () => Promise.resolve(done.length),
      (times) => times >= 2,
    );
    await sweeper.stop();
    const count = done.length;
    expect(count).toBeGreaterThanOrEqual(2);
    await pause(150);
    expect(done).toHaveLength(count);
  });

  test('however many processes there are, one does a chore at a time', async () => {
    const name = unique('chore');
    let running = 0;
    let most = 0;
    const run = async () => {
      running += 1;
      most = Math.max(most, running);
      await pause(60);
      running -= 1;
    };
    const sweepers = [1, 2, 3].map(() => new Sweeper(leases, [{ name, run }], 10, silent));
    for (const sweeper of sweepers) sweeper.start();
    await pause(500);
    for (const sweeper of sweepers) await sweeper.stop();
    expect(most).toBe(1);
  });

  test('asks for the turns of a round at once and gives back together what ended soon; what takes longer is left in peace', async () => {
    const said: string[] = [];
    const turns = {
      take: (keys: readonly string[]) => {
        said.push(`take ${keys.join(', ')}`);
        return Promise.resolve(new Set(keys.filter((key) => key !== 'chore of another process')));
      },
      during: <Result>(_holder: string, action: () => Promise<Result>) => action(),
      giveBack: (keys: readonly string[]) => Promise.resolve(void said.push(`give back ${keys.join(', ')}`)),
    };
    const done: string[] = [];
    const chore = (name: string, ms: number) => ({ name, run: () => pause(ms).then(() => done.push(name)) });
    const chores = [chore('one', 0), chore('two', 5), chore('slow', 700), chore('of another process', 0)];
    const sweeper = new Sweeper(turns, chores, 400, silent);
    sweeper.start();
    while (done.length < 4) await pause(5);
    await sweeper.stop();
    const idle = 'take chore one, chore two';
    expect(said).toEqual([
      `${idle}, chore slow, chore of another process`,
      'give back chore one, chore two',
      `${idle}, chore of another process`,
      'give back chore one, chore two',
      'give back chore slow',
    ]);
    expect(done).toEqual(['one', 'two', 'one', 'two', 'slow']);
  });
});

test('registries are asked for new zone files once an hour, by whichever process is first, and again where they failed', async () => {
  const directory = await mkdtemp(path.join(os.tmpdir(), 'zones-'));
  let now = Date.parse('2026-11-25T10:00:00Z');
  const clock = { now: () => new Date(now) };
  const log = pino({ level: 'silent' });
  const process = () => new ZoneIndex(new pg.Pool(), { url, password: '' }, directory, clock, log);
  const first = process();
  outside.answers.set('/zones', { status: 200, body: [] });
  for (const one of [first, first, process()]) await one.refresh();
  expect(outside.asked).toHaveLength(1);
  now += 61 * 60_000;
  outside.answers.set('/zones', { status: 503, body: '' });
  await expect(first.refresh()).rejects.toThrow('503');
  outside.answers.set('/zones', { status: 200, body: [] });
  for (const one of [first, first]) await one.refresh();
  expect(outside.asked).toHaveLength(3);
  // A demo's clock goes back as well.
  now -= 24 * 3600_000;
  await first.refresh();
  expect(outside.asked).toHaveLength(4);
});
