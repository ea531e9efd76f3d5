import { codeFor, signUp, Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
const password = 'a slow green boat';

beforeAll(async () => {
  server = await ServerProcess.start(2);
});
afterAll(() => server.end());

const address = () => `${unique('maren')}@saltwhistle.example`;

test('an account is opened with the code sent by mail, and opened again with the password', async () => {
  const email = address();
  const visitor = await server.visitor();
  await signUp(visitor, email, password);
  expect((await visitor.expect(200, 'GET', '/api/session')).account).toMatchObject({ email });
  await visitor.expect(204, 'DELETE', '/api/session');
  await visitor.expect(401, 'GET', '/api/me/names');
  const again = await server.visitor();
  await again.expect(200, 'POST', '/api/session', { email: email.toUpperCase(), password });
  expect(await again.expect(200, 'GET', '/api/me/names')).toEqual([]);
});

test('a wrong code is refused, and after five the right one too', async () => {
  const email = address();
  const visitor = await server.visitor();
  await visitor.expect(202, 'POST', '/api/accounts', { email, password });
  const code = await codeFor(visitor, email);
  const wrong = code === '000000' ? '000001' : '000000';
  for (let i = 0; i < 5; i += 1) {
    const { body } = await visitor.send('POST', '/api/accounts/confirm', { email, code: wrong });
    expect(body.errors[0]).toMatchObject({ pointer: '/code', code: 'wrongCode' });
  }
  const { body } = await visitor.send('POST', '/api/accounts/confirm', { email, code });
  expect(body.errors[0].code).toBe('codeExpired');
});

test('nobody can find out who has an account', async () => {
  const email = address();
  await signUp(await server.visitor(), email, password);
  const visitor = await server.visitor();
  const known = await visitor.send('POST', '/api/accounts', { email, password });
  const unknown = await visitor.send('POST', '/api/accounts', { email: address(), password });
  expect([known.status, unknown.status]).toEqual([202, 202]);
  const refusedKnown = await visitor.send('POST', '/api/session', { email, password: 'not the password' });
  const refusedUnknown = await visitor.send('POST', '/api/session', { email: address(), password });
  expect(refusedKnown.body).toEqual(refusedUnknown.body);
});

test('asking for an account that exists changes nothing and tells its owner', async () => {
  const email = address();
  await signUp(await server.visitor(), email, password);
  const other = await server.visitor();
  await other.expect(202, 'POST', '/api/accounts', { email, password: 'another password' });
  await other.expect(401, 'POST', '/api/session', { email, password: 'another password' });
  const [mail] = await other.expect(200, 'GET', `/api/demo/inbox?to=${email}`);
  expect(mail.subject).toContain('already have an account');
});

test('a weak password says what it lacks', async () => {
  const visitor = await server.visitor();
  const { status, body } = await visitor.send('POST', '/api/accounts', { email: address(), password: 'short' });
  expect(status).toBe(422);
  expect(body.errors).toEqual([
    { pointer: '/password', code: 'passwordRules', detail: 'The password needs at least 12 characters.' },
  ]);
});

test('the cookie is out of reach of scripts and other sites, and a new one comes with signing in', async () => {
  const email = address();
  await signUp(await server.visitor(), email, password);
  const begun = await fetch(`${server.url}/api/session`);
  const cookie = begun.headers.getSetCookie()[0] ?? '';
  expect(cookie).toMatch(/httponly/i);
  expect(cookie).toMatch(/samesite=lax/i);
  const { csrf }: { csrf: string } = JSON.parse(await begun.text());
  const entered = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Cookie: cookie.split(';')[0] ?? '', 'X-Tienda-CSRF': csrf },
    body: JSON.stringify({ email, password }),
  });
  expect(entered.headers.getSetCookie()[0]?.split(';')[0]).not.toBe(cookie.split(';')[0]);
});

test('a change without the session’s token is refused', async () => {
  const { visitor } = await server.member();
  const { status, body } = await visitor.send(
    'PUT',
    '/api/basket/saltwhistle.org',
    { years: 1, privacy: true, autoRenew: true },
    { 'X-Tienda-CSRF': 'forged' },
  );
  expect([status, body.type]).toEqual([403, '/problems/csrf']);
});

test('the basket of a visitor comes along when signing in, and no name is doubled', async () => {
  const { visitor, email } = await server.member();
  const line = { years: 1, privacy: true, autoRenew: true };
  await visitor.expect(200, 'PUT', '/api/basket/saltwhistle.org', line);
  await visitor.expect(200, 'PUT', '/api/basket/saltwhistle.net', line);
  const guest = await server.visitor();
  await guest.expect(200, 'PUT', '/api/basket/saltwhistle.boats', line);
  await guest.expect(200, 'PUT', '/api/basket/saltwhistle.org', { ...line, years: 4 });
  await guest.expect(200, 'POST', '/api/session', { email, password });
  const { lines } = await guest.expect(200, 'GET', '/api/basket');
  expect(lines.map(({ name, years }: { name: string; years: number }) => `${name} ${years}`).sort()).toEqual([
    'saltwhistle.boats 1',
    'saltwhistle.net 1',
    'saltwhistle.org 4',
  ]);
});

test('a term that an extension does not offer cannot be put in the basket', async () => {
  const visitor = await server.visitor();
  const { status, body } = await visitor.send('PUT', '/api/basket/saltwhistle.paris', {
    years: 2,
    privacy: false,
    autoRenew: true,
  });
  expect([status, body.errors[0].pointer]).toEqual([422, '/years']);
});

test('guessing passwords is slowed down', async () => {
  const strict = await ServerProcess.start(3, { TIENDA_LIMITS: '1' });
  try {
    const visitor = new Visitor(strict.url);
    const statuses: number[] = [];
    for (let i = 0; i < 12; i += 1)
      statuses.push((await visitor.send('POST', '/api/session', { email: address(), password })).status);
    // Other tests from this address count too: the limit is shared by all server processes.
    expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(10);
    const { status, headers } = await visitor.send('POST', '/api/session', { email: address(), password });
    expect(status).toBe(429);
    expect(Number(headers.get('Retry-After'))).toBeGreaterThan(0);
  } finally {
    await strict.end();
  }
});
