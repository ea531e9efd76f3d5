import { spawn, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import { signUp, Visitor } from '../../scripts/demo.mjs';

const root = path.resolve(__dirname, '../..');

/** A real server process, on the test run's database and stand-ins. */
export class ServerProcess {
  private constructor(
    private readonly child: ChildProcess,
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
      child.once('exit', (code) => reject(new Error(`The server ended with ${code}:\n${said}`)));
    });
    return new ServerProcess(child, `http://127.0.0.1:${port}`);
  }

  async end(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const ended = new Promise((resolve) => this.child.once('exit', resolve));
    this.child.kill(signal);
    await ended;
  }

  visitor(): Promise<Visitor> {
    return Visitor.open(this.url);
  }

  /** Someone signed in, under an address that no other test uses. */
  async member(): Promise<{ visitor: Visitor; email: string }> {
    const visitor = await this.visitor();
    const email = `${unique('maren')}@saltwhistle.example`;
    await signUp(visitor, email, 'a slow green boat');
    return { visitor, email };
  }
}

let count = 0;

/** A label that nobody has used before. */
export function unique(start: string): string {
  count += 1;
  return `${start}-${process.pid.toString(36)}${Date.now().toString(36)}${count}`;
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

/** What the payment provider keeps for an order. */
export async function intentsOf(orderId: string): Promise<{ status: string; amount: number; captured: number }[]> {
  const response = await fetch(
    `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}/v1/intents?reference=${orderId}`,
    { headers: { Authorization: `Bearer ${process.env['TIENDA_PAYMENTS_KEY']}` } },
  );
  return JSON.parse(await response.text());
}
