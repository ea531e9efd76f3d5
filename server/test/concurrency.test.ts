import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Context } from 'koa';
import pino from 'pino';
import { openDatabase, type OpenDatabase } from '../src/platform/db/database';
import { Limits } from '../src/platform/http/limits';
import { sweepOut } from '../src/platform/jobs/housekeeping';
import { Leases } from '../src/platform/db/leases';
import { Notifications } from '../src/platform/db/notifications';
import { csrfMatches } from '../src/platform/http/sessions';
import { account, balanceEntry, session } from '../src/platform/db/schema';
import { AvailabilityStore } from '../src/find/search/store';
import { BalanceStore } from '../src/money/balance/store';
import { BasketStore } from '../src/money/basket/store';
import { readModel } from '../src/platform/http/readModel';
import { Problem } from '../src/platform/http/problem';
import { QuoteRequestModel } from '../src/money/quotes/models';
import { until } from '../../scripts/demo.mjs';
import { unique } from './serverProcess';

const silent = pino({ level: 'silent' });
let open: OpenDatabase;
let leases: Leases;
beforeAll(async () => {
  open = await openDatabase(process.env['DATABASE_URL'] ?? '');
  leases = new Leases(open.database, 6, silent);
});
afterAll(async () => {
  await open.pool.end();
});

describe('one at a time', () => {
  test('while one runs, another under the same key is turned away at once', async () => {
    const key = unique('key');
    let end = (): void => undefined;
    let slow: Promise<string | undefined> | undefined;
    await new Promise<void>((begun) => {
      slow = leases.exclusively(key, () => {
        begun();
        return new Promise((resolve) => (end = () => resolve('done')));
      });
    });
    expect(await leases.exclusively(key, () => Promise.resolve('too'))).toBeUndefined();
    expect(await leases.exclusively(`${key} other`, () => Promise.resolve('free'))).toBe('free');
    end();
    expect(await slow).toBe('done');
    expect(await leases.exclusively(key, () => Promise.resolve('next'))).toBe('next');
  });

  test('an action that fails frees its key', async () => {
    const key = unique('key');
    await expect(leases.exclusively(key, () => Promise.reject(new Error('no')))).rejects.toThrow('no');
    expect(await leases.exclusively(key, () => Promise.resolve('next'))).toBe('next');
  });

  test('what a process had that died is taken over once its lease runs out, and not before', async () => {
    const key = unique('key');
    const until = (seconds: number) =>
      open.pool.query(
        `insert into lease values ($1, 'dead', now() + make_interval(secs => $2))
         on conflict (key) do update set until = excluded.until`,
        [key, seconds],
      );
    await until(20);
    expect(await leases.exclusively(key, () => Promise.resolve('too'))).toBeUndefined();
    await until(-1);
    expect(await leases.exclusively(key, () => Promise.resolve('next'))).toBe('next');
  });

  test('a lease that another took over is not given back by who had it before', async () => {
    const key = unique('key');
    await leases.exclusively(key, async () => {
      await open.pool.query(`update lease set holder = 'another', until = now() + interval '1 minute' where key = $1`, [
        key,
      ]);
    });
    expect(await leases.exclusively(key, () => Promise.resolve('too'))).toBeUndefined();
  });

  test('what could not be given back is had again by who has it, also where it does not run out, and by nobody else', async () => {
    const [one, two] = [unique('key'), unique('key')];
    const held = (keys: string[], holder: string) => leases.take(keys, holder).then((had) => [...had].sort());
    expect(await held([one, two], 'this process')).toEqual([one, two].sort());
    await leases.giveBack([two], 'this process');
    expect(await held([one, two], 'another')).toEqual([two]);
    expect(await held([one, two], 'this process')).toEqual([one]);
  });

  test('no connection is held while an action runs', async () => {
    const before = open.pool.totalCount - open.pool.idleCount;
    await leases.exclusively(unique('key'), async () => {
      expect(open.pool.totalCount - open.pool.idleCount).toBe(before);
      await pause(1);
    });
  });
});

test('a transaction that cannot begin gives its connection back', async () => {
  const small = await openDatabase(process.env['DATABASE_URL'] ?? '', 1);
  small.pool.once('acquire', (client) => void client.end());
  await expect(small.database.transaction(() => Promise.resolve('done'))).rejects.toThrow('begin');
  expect(await small.database.transaction(() => Promise.resolve('done'))).toBe('done');
  await small.pool.end();
});

describe('notifications', () => {
  const hasHeard = (heard: readonly string[], times: number) =>
    until(
      () => Promise.resolve(heard.length),
      (length) => length === times,
    );

  test('what one connection tells, all hear, until they stop listening', async () => {
    const channel = unique('channel');
    const heard: string[] = [];
    const listeners = [
      new Notifications(process.env['DATABASE_URL'] ?? '', silent),
      new Notifications(process.env['DATABASE_URL'] ?? '', silent),
    ];
    const stops: (() => void)[] = [];
    for (const [index, notifications] of listeners.entries()) {
      await notifications.open();
      stops.push(await notifications.subscribe(channel, (payload) => heard.push(`${index} ${payload}`)));
    }
    await open.pool.query('select pg_notify($1, $2)', [channel, 'first']);
    await hasHeard(heard, 2);
    stops[0]?.();
    await open.pool.query('select pg_notify($1, $2)', [channel, 'second']);
    await hasHeard(heard, 3);
    await pause(100);
    expect(heard.sort()).toEqual(['0 first', '1 first', '1 second']);
    for (const notifications of listeners) await notifications.close();
  });

  test('a listener whose connection was cut is told that it may have missed something, and of all that follows', async () => {
    const channel = unique('channel');
    const heard: string[] = [];
    const notifications = new Notifications(process.env['DATABASE_URL'] ?? '', silent);
    await notifications.open();
    await notifications.subscribe(channel, (payload) => heard.push(payload));
    await open.pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen%${channel}%' and pid <> pg_backend_pid()`,
    );
    await hasHeard(heard, 1);
    await open.pool.query('select pg_notify($1, $2)', [channel, 'after']);
    await hasHeard(heard, 2);
    expect(heard).toEqual(['', 'after']);
    await notifications.close();
  });
});

describe('the basket', () => {
  const line = (name: string, years = 1) => [
    { name, action: 'register' as const, years, privacy: true, autoRenew: true, seen: null },
  ];
  const basketId = () => crypto.randomUUID();

  test('keeps the order in which names were put in, whatever changes later', async () => {
    const basket = new BasketStore(open.database);
    const id = basketId();
    for (const name of ['b.org', 'a.org', 'c.org']) await basket.put(id, line(name));
    await basket.put(id, line('b.org', 5));
    expect((await basket.lines(id)).map(({ name, years }) => `${name} ${years}`)).toEqual([
      'b.org 5',
      'a.org 1',
      'c.org 1',
    ]);
  });

  test('merges into another, and is empty afterwards', async () => {
    const basket = new BasketStore(open.database);
    const [visitor, account] = [basketId(), basketId()];
    await basket.put(account, line('a.org', 2));
    await basket.put(visitor, line('a.org', 3));
    await basket.put(visitor, line('b.org'));
    await basket.merge(visitor, account);
    await basket.merge(visitor, account);
    expect((await basket.lines(account)).map(({ name, years }) => `${name} ${years}`)).toEqual(['a.org 3', 'b.org 1']);
    expect(await basket.lines(visitor)).toEqual([]);
  });

  test('of a visitor whose session ran out is swept out with it, an account’s stays', async () => {
    const basket = new BasketStore(open.database);
    const [gone, here] = [basketId(), basketId()];
    const until = (hours: number) => new Date(Date.now() + hours * 3600 * 1000);
    const visitor = (id: string, expiresAt: Date) => ({
      tokenHash: unique('token'),
      csrf: 'c',
      basketId: id,
      createdAt: until(-2),
      expiresAt,
    });
    await open.database.insert(session).values([visitor(gone, until(-1)), visitor(here, until(1))]);
    for (const id of [gone, here]) {
      await basket.put(id, line('a.org'));
      await basket.keepCodes(id, { typed: ['REGATTA'] });
    }
    await sweepOut(open.database, { now: () => new Date(), world: () => new Date() });
    expect(await basket.lines(gone)).toEqual([]);
    expect(await basket.codes(gone)).toBeUndefined();
    expect(await basket.lines(here)).toHaveLength(1);
  });
});

describe('answers of the registries', () => {
  test('are kept with their premium prices, and grow old', async () => {
    const store = new AvailabilityStore(open.database, pino({ level: 'silent' }));
    const name = `${unique('sw')}.lake`;
    const premium = { register: 24000, renew: 24000 };
    await store.keep(new Map([[name, { status: 'premium', premium }]]), new Date('2026-11-24T10:00:00Z'));
    expect(await store.answers([name], new Date('2026-11-24T09:00:00Z'))).toEqual(
      new Map([[name, { status: 'premium', premium }]]),
    );
    expect(await store.answers([name], new Date('2026-11-24T10:00:00Z'))).toEqual(new Map());
    await store.keep(new Map([[name, { status: 'taken' }]]), new Date('2026-11-24T11:00:00Z'));
    expect(await store.answers([name], new Date(0))).toEqual(new Map([[name, { status: 'taken' }]]));
  });

  test('no answer is not an answer: the last one stands', async () => {
    const store = new AvailabilityStore(open.database, pino({ level: 'silent' }));
    const name = `${unique('sw')}.org`;
    await store.keep(new Map([[name, { status: 'available' }]]), new Date('2026-11-24T10:00:00Z'));
    await store.keep(new Map([[name, { status: 'unknown' }]]), new Date('2026-11-24T11:00:00Z'));
    expect(await store.answers([name], new Date(0))).toEqual(new Map([[name, { status: 'available' }]]));
    expect(await store.answers([], new Date(0))).toEqual(new Map());
  });
});

test('the token of a session is compared whole', () => {
  const session = {
    tokenHash: '',
    csrf: 'abcdef',
    accountId: null,
    basketId: '',
    createdAt: new Date(),
    expiresAt: new Date(),
  };
  expect([
    csrfMatches(session, 'abcdef'),
    csrfMatches(session, 'abcde'),
    csrfMatches(session, 'abcdeg'),
    csrfMatches(session, ''),
  ]).toEqual([true, false, false, false]);
});

test('a body that is not an object is refused as a whole', () => {
  for (const body of [null, 'text', 7, [1]]) expect(() => readModel(QuoteRequestModel, body)).toThrow(Problem);
});

test('of many requests of one visitor at once as many pass as may, and others are told when to come again', async () => {
  const limits = new Limits(open.pool, 1);
  const told: string[] = [];
  const ctx = { set: (_: string, seconds: string) => told.push(seconds) } as unknown as Context;
  const count = { what: unique('burst'), whose: 'one network', times: 10, seconds: 60 };
  const all = () => Promise.allSettled(Array.from({ length: 30 }, () => limits.spend(ctx, count)));
  expect((await all()).filter(({ status }) => status === 'fulfilled')).toHaveLength(10);
  expect((await all()).filter(({ status }) => status === 'fulfilled')).toHaveLength(0);
  expect(told).toHaveLength(50);
  expect(told.every((seconds) => Number(seconds) > 0 && Number(seconds) <= 60)).toBe(true);
  await limits.spend(ctx, { ...count, whose: 'another' });
});

test('those who do not wait to be counted count all the same, for every process', async () => {
  const [here, there] = [new Limits(open.pool, 1), new Limits(open.pool, 1)];
  const ctx = { set: () => undefined } as unknown as Context;
  const count = { what: unique('soon'), whose: 'one network', times: 10, seconds: 60 };
  for (let times = 0; times < 5; times += 1) await here.spendSoon(ctx, count);
  await here.spend(ctx, count);
  const others = await Promise.allSettled(Array.from({ length: 30 }, () => there.spendSoon(ctx, count)));
  expect(others.filter(({ status }) => status === 'fulfilled')).toHaveLength(4);
  await expect(here.spendSoon(ctx, count)).rejects.toThrow(Problem);
});

test('what is on a balance is the sum of its entries, also while money comes in', async () => {
  const [id, email, now] = [randomUUID(), `${unique('balance')}@quayquill.example`, new Date()];
  await open.database.insert(account).values({ id, email, passwordHash: '', createdAt: now });
  const store = new BalanceStore(open.database);
  let isOver = false;
  const comeIn = async () => {
    for (let amount = 1; amount <= 150; amount += 1)
      await open.database
        .insert(balanceEntry)
        .values({ accountId: id, currency: 'USD', amount, kind: 'topUp', reference: randomUUID(), at: now });
    isOver = true;
  };
  const look = async () => {
    const seen: { readonly on: number; readonly sum: number }[] = [];
    while (!isOver) {
      const { balances, entries } = await store.withEntries(id);
      seen.push({ on: balances[0]?.amount ?? 0, sum: entries.reduce((sum, { amount }) => sum + amount, 0) });
    }
    return seen;
  };
  const [seen] = await Promise.all([look(), comeIn()]);
  expect(seen.filter(({ on, sum }) => on !== sum)).toEqual([]);
  expect(seen.length).toBeGreaterThan(5);
});
