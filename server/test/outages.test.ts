import { execFile, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { promisify } from 'node:util';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { crashPostgres, restartPostgres } from '../../scripts/postgres.mjs';
import { arrived, send, startedPostbox } from './postboxHelpers';
import { endProgram, ServerProcess, startedProgram, unique } from './serverProcess';
import { visit } from './visit';

/** What serves names goes on while something behind it is away, and is right again afterwards, without anyone's doing. */
let server: ServerProcess;
let visitor: Visitor;
let email: string;
let forwarder: ChildProcess;
let postbox: ChildProcess;

const run = promisify(execFile);
const dnsPort = Number(process.env['TIENDA_DNS_PORT']);
const resolverPort = Number(process.env['TIENDA_RESOLVER_PORT']);
const nameServers = [dnsPort, dnsPort + 1];
const to = 'http://sites.quayhost.example/';

beforeAll(async () => {
  server = await ServerProcess.start(37);
  ({ visitor, email } = await server.member());
  forwarder = await startedProgram('forwarder', 'visitors are sent on');
  postbox = await startedPostbox();
});
afterAll(async () => {
  await endProgram(postbox);
  await endProgram(forwarder);
  await server.end();
});

/** How long one waits for a name server that says nothing, as resolvers do: seconds. */
const asking = ['+time=1', '+tries=1'];

/** What is answered, or how it was not: the status, or `silent`. */
async function answer(port: number, name: string, type = 'TXT'): Promise<string> {
  const asked = run('dig', ['@127.0.0.1', '-p', String(port), ...asking, name, type]);
  const { stdout } = await asked.catch(() => ({ stdout: 'silent' }));
  const [, data] = /^[^;\s]\S*\s+\d+\s+IN\s+(?:TXT|A)\s+"?([^"\n]+)"?$/m.exec(stdout) ?? [];
  return data ?? /status: (\w+)/.exec(stdout)?.[1] ?? 'silent';
}

const nowAnswered = async (name: string): Promise<string[]> =>
  Promise.all(nameServers.map((port) => answer(port, name)));

/** Waits until each of them answers so. */
const answered = (name: string, wanted: readonly string[]) =>
  until(
    () => nowAnswered(name),
    (now) => String(now) === String(wanted),
  );

async function held(): Promise<string> {
  const name = `${unique('berth')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  return name;
}

const text = (data: string) => ({ name: '@', type: 'TXT', ttl: 60, data });
const forward = { name: '@', type: 'FORWARD', ttl: 60, data: `${to} permanent path` };
const mx = { name: '@', type: 'MX', ttl: 60, data: '10 mx.tienda.example' };
const put = async (name: string, version: number, ...records: object[]): Promise<number> =>
  (await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version, records })).version;

/** Where a visitor of a host is sent, with the status of the answer. */
async function sentTo(host: string): Promise<string> {
  const { status, headers } = await visit(host);
  return [status, headers.location].join(' ').trim();
}

const eventuallySentTo = (host: string, wanted: string) =>
  until(
    () => sentTo(host),
    (now) => now === wanted,
    6000,
  );

/** The process of the world's first or second name server. */
function nameServerProcess(place: 1 | 2): number {
  const directory = path.resolve(process.env['TIENDA_DATA'] ?? '', 'dns', String(place));
  const isIt = (pid: string) => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--config-dir=${directory}\0`);
    } catch {
      // It has ended meanwhile.
      return false;
    }
  };
  const found = readdirSync('/proc').filter((entry) => /^\d+$/.test(entry) && isIt(entry));
  return Math.min(...found.map(Number));
}

test('of two name servers one is silent, then killed: names go on being found, and it is right once it is back', async () => {
  const name = await held();
  const version = await put(name, 0, text('first'));
  await answered(name, ['first', 'first']);
  const silent = nameServerProcess(1);
  process.kill(silent, 'SIGSTOP');
  try {
    expect(await nowAnswered(name)).toEqual(['silent', 'first']);
    const resolved = async () => answer(resolverPort, name);
    await until(resolved, (now) => now === 'first', 10_000);
    await put(name, version, text('second'));
    await answered(name, ['silent', 'second']);
  } finally {
    process.kill(silent, 'SIGCONT');
  }
  await answered(name, ['second', 'second']);
  process.kill(silent, 'SIGKILL');
  expect((await nowAnswered(name))[1]).toBe('second');
  await answered(name, ['second', 'second']);
  expect(nameServerProcess(1)).not.toBe(silent);
});

test('with the database away names are answered, visitors sent on and mail put off; all of it is right once it is back', async () => {
  const directory = process.env['TIENDA_POSTGRES_DIRECTORY'];
  if (!directory) return console.warn('PostgreSQL is not ours to stop: skipped');
  const [name, quiet] = [await held(), await held()];
  const mail = { name: '@', type: 'MAIL', ttl: 60, data: `sales ${email}` };
  const version = await put(name, 0, text('first'), forward, mx, mail);
  await put(quiet, 0, text('never asked'), forward);
  await answered(name, ['first', 'first']);
  expect(await sentTo(name)).toBe(`301 ${to}`);
  // What is asked for while it changes is forgotten once more a moment later.
  await pause(1500);
  expect(await nowAnswered(name)).toEqual(['first', 'first']);
  crashPostgres(directory);
  try {
    await pause(1000);
    expect(await nowAnswered(name)).toEqual(['first', 'first']);
    expect(await nowAnswered(quiet)).toEqual(['SERVFAIL', 'SERVFAIL']);
    expect([await sentTo(name), await sentTo(quiet)]).toEqual([`301 ${to}`, '503']);
    const { response } = await send({ to: `sales@${name}` });
    expect(response).toMatch(/^4\d\d /);
  } finally {
    restartPostgres(directory);
  }
  await answered(quiet, ['never asked', 'never asked']);
  await eventuallySentTo(quiet, `301 ${to}`);
  await put(name, version, text('second'), mx, mail);
  await answered(name, ['second', 'second']);
  await eventuallySentTo(name, '404');
  const { id, response } = await send({ to: `sales@${name}` });
  expect(response).toMatch(/^250 /);
  expect((await arrived(email, id)).source).toContain(id);
});
