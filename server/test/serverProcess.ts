import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { signUp, until, Visitor } from '../../scripts/demo.mjs';
import { heldToContract } from './contract';

const root = path.resolve(__dirname, '../..');

/** A real server process, on the test run's database and stand-ins. */
export class ServerProcess {
  private constructor(
    readonly child: ChildProcess,
    readonly url: string,
  ) {}

  /** `npm test` makes the databases, starts the stand-ins and says in the environment where they are. */
  static async start(offset: number, more: Record<string, string> = {}): Promise<ServerProcess> {
    const base = process.env['TIENDA_PORT'];
    if (!base) throw new Error('Run these tests with: npm test -- server');
    const port = Number(base) + 200 + offset;
    const env = { ...process.env, TIENDA_DEMO: '1', TIENDA_LIMITS: '1000', ...more, TIENDA_PORT: String(port) };
    const child = spawn(process.execPath, ['--enable-source-maps', 'dist/server.mjs'], {
      cwd: root,
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    await new Promise<void>((resolve, reject) => {
      let said = '';
      const hear = (piece: Buffer) => {
        said += piece.toString();
        if (said.includes('Tienda is open')) resolve();
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      // All that it said is read by then: one that is up may die at once.
      child.once('close', (code) => reject(new Error(`The server ended with ${code}:\n${said}`)));
      child.once('exit', (code) => {
        if (code) console.error(`The server ended with ${code}:\n${said.slice(-3000)}`);
      });
    });
    return new ServerProcess(child, `http://127.0.0.1:${port}`);
  }

  async end(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const ended = new Promise((resolve) => this.child.once('exit', resolve));
    this.child.kill(signal);
    await ended;
  }

  /** A visitor whose every answer is held to the OpenAPI document. */
  async visitor(): Promise<Visitor> {
    return heldToContract(await Visitor.open(this.url));
  }

  /** Someone signed in, under an address that no other test uses. */
  async member(): Promise<{ visitor: Visitor; email: string }> {
    const visitor = await this.visitor();
    const email = `${unique('maren')}@saltwhistle.example`;
    await signUp(visitor, email, 'a slow green boat');
    return { visitor, email };
  }
}

/** Another program of the shop's, once it has said that it is up. @param more of its environment */
export async function startedProgram(
  name: 'forwarder' | 'postbox',
  ready: string,
  more: Record<string, string> = {},
): Promise<ChildProcess> {
  const program = spawn(process.execPath, [path.join(root, 'dist', `${name}.mjs`)], {
    cwd: root,
    env: { ...process.env, TIENDA_LOG: 'info', ...more },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    let said = '';
    program.stdout.on('data', (piece: Buffer) => {
      said += piece.toString();
      if (said.includes(ready)) resolve();
    });
    // All that it said is read by then: one that is up may die at once.
    program.once('close', () => reject(new Error(`The ${name} did not start:\n${said}`)));
  });
  return program;
}

/** Ends a program and waits until it has. */
export async function endProgram(program: ChildProcess, signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
  if (program.exitCode !== null || program.signalCode !== null) return;
  const ended = once(program, 'exit');
  program.kill(signal);
  await ended;
}

/** A database that no other test uses: its address, and a client on it. */
export async function ownDatabase(what: string): Promise<{ url: string; client: pg.Client }> {
  const url = new URL(process.env['DATABASE_URL'] ?? '');
  const maker = new pg.Client({ connectionString: url.href });
  await maker.connect();
  const name = `tienda_${what}_${Date.now()}`;
  await maker.query(`create database ${name}`);
  await maker.end();
  url.pathname = `/${name}`;
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
  return { url: url.href, client };
}

/** Sets the registries' clock, which all tests share: back to today after a shop that moved its own. */
export async function registriesAhead(days: number): Promise<void> {
  await fetch(`http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 9}/clock`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ days }),
  });
}

let count = 0;

/** A label that nobody has used before; of digits, since letters by chance spell words that nobody is offered. */
export function unique(start: string): string {
  count += 1;
  return `${start}-${process.pid}${Date.now()}${count}`;
}

/** Events of a search, in order. */
export function eventsOf(ndjson: string): Record<string, unknown>[] {
  return ndjson
    .trim()
    .split('\n')
    .map((line): Record<string, unknown> => JSON.parse(line));
}

/** Switches the faults of one stand-in; an empty list makes it well again. */
export async function fault(visitor: Visitor, standIn: string, ...faults: object[]): Promise<void> {
  await visitor.expect(204, 'POST', '/api/demo/faults', { standIn, faults });
}

const paymentsUrl = `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}`;

export interface Intent {
  readonly id: string;
  readonly status: string;
  readonly amount: number;
  readonly captured: number;
  readonly refunded: number;
}

/** What the payment provider keeps for an order or a top-up; asked again where it fails, as it may after its database has. */
export async function intentsOf(reference: string): Promise<Intent[]> {
  for (let attempt = 0; ; attempt += 1) {
    const told = await fetch(`${paymentsUrl}/v1/intents?reference=${reference}`, {
      headers: { Authorization: `Bearer ${process.env['TIENDA_PAYMENTS_KEY']}` },
    })
      .then(async (response) => ({ isWell: response.ok, text: await response.text() }))
      .catch((fault: unknown) => ({ isWell: false, text: String(fault) }));
    if (told.isWell) return JSON.parse(told.text);
    if (attempt >= 20) throw new Error(`The payment provider answered: ${told.text}`);
    await pause(100);
  }
}

/** What the buyer does on the wallet's page, the phone or at the bank; tells what the provider answered. */
export async function buyer(
  reference: string,
  does:
    | 'wallet/approve'
    | 'wallet/refuse'
    | 'phone/approve'
    | 'phone/refuse'
    | 'bank/send'
    | 'bank/half'
    | 'bank/expire',
): Promise<number> {
  const [intent] = await intentsOf(reference);
  const [where = '', what = ''] = does.split('/');
  const page = where === 'wallet' ? `wallet/${intent?.id}/${what}` : `devices/${intent?.id}/${what}`;
  return (await fetch(`${paymentsUrl}/${page}`, { method: 'POST', redirect: 'manual' })).status;
}

interface ReceivedMail {
  readonly subject: string;
  readonly text: string;
  readonly attachments: { filename: string; size: number }[];
}

/** The latest mail to an address whose subject matches, waited for. */
export async function mailTo(visitor: Visitor, email: string, subject: RegExp): Promise<ReceivedMail> {
  const inbox = (): Promise<ReceivedMail[]> =>
    visitor.expect(200, 'GET', `/api/demo/inbox?to=${encodeURIComponent(email)}`);
  const isIt = (mail: ReceivedMail) => subject.test(mail.subject);
  return (await until(inbox, (mails) => mails.some(isIt))).find(isIt) as ReceivedMail;
}

/** A name once nothing more is under way at its registry. */
// oxlint-disable-next-line typescript/no-explicit-any -- the name as the server shows it
export function untilSettled(visitor: Visitor, name: string): Promise<any> {
  return until(
    () => visitor.expect(200, 'GET', `/api/me/names/${name}`),
    ({ changing }) => !changing,
  );
}

/** The order once it is as wanted. */
// oxlint-disable-next-line typescript/no-explicit-any -- the order as the server shows it
export function untilOrder(visitor: Visitor, id: string, isSo: (order: any) => boolean): Promise<any> {
  return until(() => visitor.expect(200, 'GET', `/api/me/orders/${id}`), isSo);
}
