import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { marenContact } from '../../scripts/demo.mjs';
import { loggedError } from '../src/platform/http/log';
import { ServerProcess, unique } from './serverProcess';

/** A server whose log the test reads. */
let server: ServerProcess;
let output = '';

beforeAll(async () => {
  server = await ServerProcess.start(17);
  server.child.stdout?.on('data', (piece: Buffer) => {
    output += piece.toString();
  });
});
afterAll(() => server.end());

interface Line {
  readonly level: number;
  readonly request?: string;
  readonly route?: string;
  readonly status?: number;
  readonly security?: string;
  readonly account?: string;
}
const lines = (): Line[] =>
  output
    .split('\n')
    .slice(0, -1)
    .filter((line) => line.startsWith('{'))
    .map((line): Line => JSON.parse(line));

/** The line for which something holds: it is written after the answer has left, and read from another process. */
async function untilLine(fits: (line: Line) => unknown): Promise<Line> {
  for (;;) {
    const line = lines().find(fits);
    if (line) return line;
    await pause(20);
  }
}

/** Something that would be recognised anywhere in a log. */
const marked = (what: string) => `${unique(what)}-marked`;

test('a request is a line with its id, route, status and time, and nothing of what was sent', async () => {
  const { visitor, email } = await server.member();
  const { cookie, csrf } = visitor.credentials();
  const street = marked('slip');
  await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, street });
  const searched = marked('searched');
  await visitor.expect(200, 'GET', `/api/search?q=${searched}`);
  const { headers } = await visitor.send('GET', `/api/me/orders/${marked('order')}`);
  const request = headers.get('X-Request-Id');
  expect(await untilLine((one) => one.request === request && one.route)).toMatchObject({
    route: '/api/me/orders/:id',
    status: 404,
  });
  const secrets = [email, street, searched, csrf, ...cookie.split('; ').map((pair) => pair.split('=')[1] ?? '')];
  for (const secret of secrets) expect(output).not.toContain(secret);
});

test('who gets in and who is refused is a line for whoever looks after security, without address and password', async () => {
  const { email } = await server.member();
  const visitor = await server.visitor();
  const guess = marked('guess');
  await visitor.expect(401, 'POST', '/api/session', { email, password: guess });
  await visitor.expect(200, 'POST', '/api/session', { email, password: 'a slow green boat' });
  const { id } = (await visitor.expect(200, 'GET', '/api/me/sessions'))[0];
  await untilLine(({ security }) => security === 'sign-in refused');
  await untilLine(({ security }) => security === 'signed in');
  expect(output).not.toContain(email);
  expect(output).not.toContain(guess);
  expect(id).toBeTruthy();
});

test('an error is logged with its message and stack, its causes, and without the values of its statement', () => {
  const cause = Object.assign(new Error('duplicate key value'), { code: '23505', detail: 'Key (email)=(maren@x)' });
  const fault = new Error('Failed query: insert into account values ($1)\nparams: maren@saltwhistle.example', {
    cause,
  });
  const logged = JSON.stringify(loggedError(fault));
  expect(logged).not.toContain('maren@');
  expect(loggedError(fault)).toMatchObject({
    message: 'Failed query: insert into account values ($1)',
    stack: expect.stringContaining('logs.test'),
    cause: { message: 'duplicate key value', code: '23505' },
  });
  expect(loggedError('a string')).toEqual({ type: 'string', message: 'a string' });
});

test('a session without a request for half an hour is over, and so is one of half a day', async () => {
  const client = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
  await client.connect();
  try {
    for (const column of ['seen_at', 'expires_at']) {
      const { visitor, email } = await server.member();
      await visitor.expect(200, 'GET', '/api/me/names');
      const past = column === 'seen_at' ? "now() - interval '31 minutes'" : 'now()';
      await client.query(
        `update session set ${column} = ${past} where account_id = (select id from account where email = $1)`,
        [email],
      );
      await visitor.expect(401, 'GET', '/api/me/names');
    }
    const { rows } = await client.query(
      "select max(expires_at - created_at) <= interval '12 hours' as short from session where account_id is not null",
    );
    expect(rows[0]).toEqual({ short: true });
  } finally {
    await client.end();
  }
});

test('the process lives and is ready; how all that it needs is, is another question', async () => {
  const visitor = await server.visitor();
  expect(await visitor.expect(200, 'GET', '/api/live')).toEqual({ ok: true });
  expect(await visitor.expect(200, 'GET', '/api/ready')).toEqual({ ok: true });
  const health = await visitor.expect(200, 'GET', '/api/health');
  expect(health).toMatchObject({ ok: true, database: true });
  expect(health.registries.length).toBeGreaterThan(5);
});
