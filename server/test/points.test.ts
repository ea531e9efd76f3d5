import { execFile } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { promisify } from 'node:util';
import type { ZoneSight } from '@tienda/core/dns/sight';
import pg from 'pg';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

/** What name servers answer, with `dig` and `named-checkzone` as judges. */
let server: ServerProcess;
let visitor: Visitor;
let other: Visitor;
let database: pg.Client;

const run = promisify(execFile);
const ports = [0, 1].map((place) => Number(process.env['TIENDA_DNS_PORT']) + place);

beforeAll(async () => {
  server = await ServerProcess.start(24, { TIENDA_SWEEP_SECONDS: '0.5' });
  database = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
  await database.connect();
  ({ visitor } = await server.member());
  ({ visitor: other } = await server.member());
});
afterAll(async () => {
  await database.end();
  await server.end();
});

/** Waits until it is so, as long as a resolver keeps an answer at the most here. */
const eventually = (isSo: () => Promise<boolean>) => until(isSo, Boolean, 100_000);

/** The answers of one of the name servers, a line each. */
async function dig(question: string, port = ports[0]): Promise<string[]> {
  const asked = ['@127.0.0.1', '-p', String(port), '+norecurse', '+time=2', '+tries=3', '+noall', '+answer'];
  const { stdout } = await run('dig', [...asked, ...question.split(' ')]);
  return stdout
    .trim()
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith(';'))
    .map((line) => line.replaceAll(/\s+/g, ' '));
}

/** How a question is answered: NOERROR, NXDOMAIN, REFUSED. */
async function status(question: string): Promise<string> {
  const { stdout } = await run('dig', ['@127.0.0.1', '-p', String(ports[0]), '+norecurse', ...question.split(' ')]);
  return /status: (\w+)/.exec(stdout)?.[1] ?? stdout;
}

async function held(): Promise<string> {
  const name = `${unique('berth')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  return name;
}

const record = (name: string, type: string, data: string, ttl = 300) => ({ name, type, ttl, data });
const zoneOf = (name: string) => visitor.expect(200, 'GET', `/api/me/names/${name}/zone`);
const put = (status: number, name: string, version: number, ...records: object[]) =>
  visitor.expect(status, 'PUT', `/api/me/names/${name}/zone`, { version, records });

test('a name is answered for from the moment it is registered, by both name servers, and no more once it is given back', async () => {
  const name = await held();
  for (const port of ports) {
    expect((await dig(`${name} NS`, port)).sort()).toEqual([
      `${name}. 3600 IN NS ns1.tienda.example.`,
      `${name}. 3600 IN NS ns2.tienda.example.`,
    ]);
  }
  expect(await zoneOf(name)).toMatchObject({ name, version: 0, records: [], isAsked: true });
  await visitor.expect(200, 'POST', `/api/me/names/${name}/give-back`, {}, { 'Idempotency-Key': unique('key') });
  await until(
    () => status(`${name} NS`),
    (now) => now === 'REFUSED',
    13_000,
  );
});

test('what is saved is answered as it was typed, sub-names are handed on, and what goes is gone', async () => {
  const name = await held();
  const saved = await put(
    200,
    name,
    0,
    record('@', 'A', '192.0.2.7'),
    record(`www.${name}`, 'CNAME', '@'),
    record('@', 'MX', '10 mail'),
    record('@', 'TXT', '"salt" "whistle"'),
    record('long', 'TXT', 'ñ'.repeat(200)),
    record('@', 'CAA', '0 issue "quayca.example"'),
    record('_sip._tcp', 'SRV', '10 60 5060 sip.quayhost.example'),
    record('@', 'HTTPS', '1 . alpn=h2,h3'),
    record('*.stall', 'A', '192.0.2.8'),
    record('shop', 'NS', 'ns1.quayhost.example'),
  );
  expect(saved).toMatchObject({ version: 1, serial: expect.any(Number) });
  expect(saved.records[1]).toEqual({ name: 'www', type: 'CNAME', ttl: 300, data: [name] });
  const answers = async (question: string) => (await dig(question)).map((line) => line.split(' ').slice(3).join(' '));
  expect(await answers(`${name} A`)).toEqual(['A 192.0.2.7']);
  expect(await answers(`www.${name} A`)).toEqual([`CNAME ${name}.`, 'A 192.0.2.7']);
  expect(await answers(`${name} MX`)).toEqual([`MX 10 mail.${name}.`]);
  expect(await answers(`${name} TXT`)).toEqual(['TXT "saltwhistle"']);
  expect(await answers(`long.${name} TXT`)).toEqual([
    `TXT "${'\\195\\177'.repeat(127)}\\195" "\\177${'\\195\\177'.repeat(72)}"`,
  ]);
  expect(await answers(`${name} CAA`)).toEqual(['CAA 0 issue "quayca.example"']);
  expect(await answers(`_sip._tcp.${name} SRV`)).toEqual(['SRV 10 60 5060 sip.quayhost.example.']);
  expect(await answers(`${name} HTTPS`)).toEqual(['HTTPS 1 . alpn="h2,h3"']);
  expect(await answers(`any.stall.${name} A`)).toEqual(['A 192.0.2.8']);
  expect(await status(`stall.${name} A`)).toBe('NOERROR');
  expect(await status(`nothing.${name} A`)).toBe('NXDOMAIN');
  expect(await dig(`web.shop.${name} A +authority`)).toEqual([`shop.${name}. 300 IN NS ns1.quayhost.example.`]);
  await put(200, name, 1, record('@', 'A', '192.0.2.9'));
  expect(await answers(`${name} A`)).toEqual(['A 192.0.2.9']);
  expect(await status(`www.${name} A`)).toBe('NXDOMAIN');
  expect((await answers(`${name} SOA`))[0]).toContain(` ${Number(saved.serial) + 1} `);
});

test('two who change the same records: the second is told, and loses nothing', async () => {
  const name = await held();
  await put(200, name, 0, record('@', 'A', '192.0.2.7'));
  expect(await put(409, name, 0, record('@', 'A', '192.0.2.8'))).toMatchObject({ type: '/problems/changed-meanwhile' });
  expect(await zoneOf(name)).toMatchObject({ version: 1, records: [{ data: ['192.0.2.7'] }] });
  await put(200, name, 1, record('@', 'A', '192.0.2.8'));
  const both = await Promise.all(
    ['192.0.2.10', '192.0.2.11'].map((address) =>
      visitor.send('PUT', `/api/me/names/${name}/zone`, { version: 2, records: [record('@', 'A', address)] }),
    ),
  );
  expect(both.map(({ status: answered }) => answered).sort()).toEqual([200, 409]);
});

test('each state is kept with who and when, and comes back when it is saved again', async () => {
  const name = await held();
  await put(200, name, 0, record('@', 'A', '192.0.2.7'));
  await put(200, name, 1);
  const versions = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/versions`);
  expect(versions).toMatchObject([
    { version: 2, who: 'owner', records: 0 },
    { version: 1, who: 'owner', records: 1 },
  ]);
  const before = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/versions/1`);
  expect(before).toEqual([{ name: '@', type: 'A', ttl: 300, data: ['192.0.2.7'] }]);
  expect(await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/versions/0`)).toEqual([]);
  for (const none of ['9', '99999999999', '-1', 'one'])
    await visitor.expect(404, 'GET', `/api/me/names/${name}/zone/versions/${none}`);
  const log = await visitor.expect(200, 'GET', `/api/me/names/${name}/log`);
  expect(log[0]).toMatchObject({ who: 'owner', what: { type: 'records', version: 2 } });
});

test('an ALIAS answers the addresses of its host from each name server, and others once the host has moved', async () => {
  const [name, target] = [await held(), await held()];
  const host = `sites.${target}`;
  const at = (...addresses: string[]) =>
    addresses.map((data) => record('sites', data.includes(':') ? 'AAAA' : 'A', data, 60));
  await put(200, target, 0, ...at('192.0.2.80', '2001:db8::80'));
  await put(200, name, 0, record('@', 'ALIAS', host), record('*.stall', 'ALIAS', host, 60), record('@', 'TXT', 'salt'));
  for (const port of ports) {
    expect(await dig(`${name} A`, port)).toEqual([`${name}. 300 IN A 192.0.2.80`]);
    expect(await dig(`one.stall.${name} AAAA`, port)).toEqual([`one.stall.${name}. 60 IN AAAA 2001:db8::80`]);
  }
  const { serial } = await zoneOf(name);
  await put(200, target, 1, ...at('192.0.2.81'));
  // Its time is over for the resolver and here.
  await eventually(async () => {
    await database.query('update alias_target set due_at = now() where host = $1', [host]);
    return (await dig(`${name} A`)).join() === `${name}. 300 IN A 192.0.2.81`;
  });
  expect(await dig(`one.stall.${name} AAAA`)).toEqual([]);
  expect((await zoneOf(name)).serial).toBeGreaterThan(serial);
  expect(await dig(`${name} TXT`)).toHaveLength(1);
  await put(200, name, 1, record('@', 'A', '192.0.2.9'));
  expect(await dig(`${name} A`)).toEqual([`${name}. 300 IN A 192.0.2.9`]);
  expect(await status(`one.stall.${name} A`)).toBe('NXDOMAIN');
});

test('an ALIAS to what nobody knows answers nothing, and its zone goes on', async () => {
  const name = await held();
  await put(200, name, 0, record('@', 'ALIAS', `nobody.${unique('none')}.org`), record('@', 'TXT', 'salt'));
  expect(await dig(`${name} A`)).toEqual([]);
  expect(await status(`${name} A`)).toBe('NOERROR');
});

test('whether everyone sees a change is asked of every resolver: what one kept from before is told with its end', async () => {
  const name = await held();
  // Whoever was not heard in time is asked again, and a name server that is still being told; what a resolver kept is an answer.
  const sight = async (): Promise<ZoneSight> => {
    for (let i = 0; ; i += 1) {
      const seen: ZoneSight = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/sight`);
      const resolved = seen.questions.flatMap((question) => question.seen).map(({ sight: its }) => its);
      const isTold = seen.servers.every(({ sight: its }) => its === 'new');
      if (i === 8 || (isTold && resolved.every((its) => its === 'new' || its === 'old'))) return seen;
      await pause(1000);
    }
  };
  expect(await sight()).toMatchObject({ version: 0, questions: [] });
  await put(200, name, 0, record('@', 'A', '192.0.2.7', 60), record('@', 'MX', '10 mx.lakepost.example'));
  const first = await sight();
  expect(first).toMatchObject({ version: 1, servers: [{ sight: 'new' }, { sight: 'new' }] });
  expect(first.questions).toMatchObject(
    [
      { name: '@', type: 'A', answers: ['192.0.2.7'] },
      { name: '@', type: 'MX', answers: ['10 mx.lakepost.example'] },
    ].map(({ answers, ...question }) => ({
      ...question,
      seen: [0, 1, 2].map((place) => ({ place, sight: 'new', answers })),
    })),
  );
  expect(first.until).toBeUndefined();
  await put(200, name, 1, record('@', 'A', '192.0.2.8', 60));
  const second = await sight();
  const [a, mx] = second.questions.map(({ seen }) => seen);
  expect(a).toMatchObject([0, 1, 2].map((place) => ({ place, sight: 'old', answers: ['192.0.2.7'] })));
  expect(mx).toMatchObject([0, 1, 2].map((place) => ({ place, sight: 'old', answers: ['10 mx.lakepost.example'] })));
  for (const { until } of a ?? []) expect((Date.parse(until ?? '') - Date.now()) / 1000).toBeLessThanOrEqual(61);
  // The MX was to be kept longest.
  expect(Date.parse(second.until ?? '')).toBeGreaterThanOrEqual(
    Math.max(...(mx ?? []).map(({ until }) => Date.parse(until ?? ''))) - 1000,
  );
  await other.expect(404, 'GET', `/api/me/names/${name}/zone/sight`);
});

test('a record that cannot be is named with its remedy, and nothing of it is saved', async () => {
  const name = await held();
  const problem = await put(422, name, 0, record('@', 'A', '192.0.2.7'), record('@', 'MX', '10 192.0.2.7'));
  expect(problem.errors).toMatchObject([{ pointer: '/records/1/data', code: 'addressForHost' }]);
  const together = await put(422, name, 0, record('www', 'CNAME', '@'), record('www', 'A', '192.0.2.7'));
  expect(together.errors).toMatchObject([{ pointer: '/records/0', code: 'aliasBesideOthers' }]);
  expect(await zoneOf(name)).toMatchObject({ version: 0, records: [] });
});

test('records come out as a file that another name server takes', async () => {
  const name = await held();
  await put(
    200,
    name,
    0,
    record('@', 'A', '192.0.2.7'),
    record('@', 'TXT', 'a "quoted" text; with ñ'),
    record('a.b', 'CAA', '0 issue "quayca.example"'),
  );
  const { body, headers } = await visitor.send('GET', `/api/me/names/${name}/zone/file`);
  expect(headers.get('Content-Type')).toContain('text/dns');
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'tienda-zone-')), 'zone');
  writeFileSync(file, body);
  const { stdout } = await run('named-checkzone', [name, file]);
  expect(stdout).toContain('OK');
});

test('nobody sees or changes the records of names of others', async () => {
  const name = await held();
  const { visitor: other } = await server.member();
  await other.expect(404, 'GET', `/api/me/names/${name}/zone`);
  await other.expect(404, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records: [] });
  await other.expect(404, 'GET', `/api/me/names/${name}/zone/file`);
  await other.expect(404, 'GET', `/api/me/names/${name}/zone/versions`);
});

test('the name servers hand nobody a whole zone, nor long answers to short questions', async () => {
  const name = await held();
  const transfer = await run('dig', ['@127.0.0.1', '-p', String(ports[0]), '+tcp', name, 'AXFR']);
  expect(transfer.stdout).toContain('Transfer failed');
  const any = await run('dig', ['@127.0.0.1', '-p', String(ports[0]), '+notcp', '+ignore', name, 'ANY']);
  expect(any.stdout).toMatch(/flags: [^;]*\btc\b/);
});
