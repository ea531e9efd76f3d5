import { spawn, type ChildProcess } from 'node:child_process';
import { readAnswer } from '@tienda/core/epp/readResponse';
import { until } from '../../scripts/demo.mjs';
import { connect } from '../src/db/database';
import { registrySetting } from '../src/db/schema';
import { registries as known } from '../src/registry/registries';
import { RegistrySwitches } from '../src/registry/switches';
import { RawClient } from './rawClient';

/** A world of its own beside the one that the other tests use: same database, other ports. */
const base = Number(process.env['TIENDA_PORT']) + 100;
const ports = {
  registry: base + 10,
  payments: base + 30,
  smtp: base + 60,
  sites: base + 80,
  mailServers: base + 90,
  nameServers: base + 95,
};
const env = {
  ...process.env,
  TIENDA_LOG: 'info',
  TIENDA_REGISTRY_PORT: String(ports.registry),
  TIENDA_PAYMENTS_PORT: String(ports.payments),
  TIENDA_SMTP_PORT: String(ports.smtp),
  TIENDA_FORWARD_PORT: String(ports.sites),
  TIENDA_DNS_PORT: String(ports.nameServers),
  TIENDA_POSTBOX_PORT: String(ports.mailServers),
};

let world: ChildProcess;
/** The latest process of each stand-in. */
const pids = new Map<string, number>();

beforeAll(async () => {
  world = spawn(process.execPath, ['dist/standins.mjs'], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  await new Promise<void>((resolve, reject) => {
    let held = '';
    world.once('exit', () => reject(new Error('The stand-ins did not start')));
    world.stdout?.on('data', (piece: Buffer) => {
      const lines = `${held}${piece.toString()}`.split('\n');
      held = lines.pop() ?? '';
      for (const line of lines) {
        const { standIn, pid, msg } = JSON.parse(line);
        if (msg === 'stand-in starts') pids.set(standIn, pid);
        if (msg === 'the outside world is up') resolve();
      }
    });
  });
});

afterAll(() => {
  world.kill('SIGKILL');
});

const answers = (port: number, path: string) =>
  fetch(`http://127.0.0.1:${port}${path}`).then(
    () => true,
    () => false,
  );
const registries = () => answers(ports.registry + 10, '/help');
const payments = () => answers(ports.payments, '/');

test('a stand-in that dies takes no other with it, and is started again', async () => {
  expect([...pids.keys()].sort()).toEqual(['broker', 'mail', 'payments', 'registrars', 'registries', 'sites']);
  expect(new Set(pids.values()).size).toBe(6);
  const first = pids.get('payments') ?? 0;
  process.kill(first, 'SIGKILL');
  await until(async () => !(await payments()), Boolean);
  expect(await registries()).toBe(true);
  await until(payments, Boolean);
  expect(pids.get('payments')).not.toBe(first);
});

test('registries that are started again go on with the clock, the prices and the faults that were set', async () => {
  const control = (path: string, body: object) =>
    fetch(`http://127.0.0.1:${ports.registry + 9}${path}`, {
      method: 'PUT',
      body: JSON.stringify(body),
      headers: { 'Content-Type': 'application/json' },
    });
  for (const [path, body] of [
    ['/clock', { days: 40 }],
    ['/prices/settled.org', { create: 4321, renew: 1234 }],
    [
      '/faults/lanternhead',
      [
        { on: 'info', kind: 'refuse', code: 2400 },
        { on: 'check', kind: 'refuse', times: 1 },
      ],
    ],
  ] as const)
    expect((await control(path, body)).status).toBe(204);
  process.kill(pids.get('registries') ?? 0, 'SIGKILL');
  await until(async () => !(await registries()), Boolean);
  await until(registries, Boolean);
  const client = await RawClient.open(0, ports.registry);
  const greeting = readAnswer(await client.raw('<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><hello/></epp>'));
  client.end();
  const date = greeting.type === 'greeting' ? greeting.greeting.date : '';
  expect(Math.round((new Date(date).getTime() - Date.now()) / 86_400_000)).toBe(40);
  const { database, close } = connect(process.env['TIENDA_OUTSIDE_DATABASE_URL'] ?? '');
  const switches = await RegistrySwitches.load(
    database,
    known.map(({ id }) => id),
  );
  expect(switches.repriced.get('settled.org')).toEqual({ create: 4321, renew: 1234 });
  expect([switches.faults('lanternhead').strike('info')?.code, switches.faults('lanternhead').strike('check')]).toEqual(
    [2400, undefined],
  );
  await database.delete(registrySetting);
  await close();
});

test('nothing stays behind when the one that started them is killed', async () => {
  const all = [registries, payments, () => answers(ports.smtp + 1, '/'), () => answers(ports.registry + 40, '/')];
  expect(await Promise.all(all.map((each) => each()))).toEqual([true, true, true, true]);
  world.kill('SIGKILL');
  await until(async () => (await Promise.all(all.map((each) => each()))).every((isThere) => !isThere), Boolean);
});
