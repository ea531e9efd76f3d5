import { codeFor, marenContact, signUp, Visitor } from '../../scripts/demo.mjs';
import { fault, mailTo, ServerProcess, unique } from './serverProcess';

/** Behind a proxy that says where visitors come from, with the limits that visitors meet. */
let server: ServerProcess;
const password = 'a slow green boat';
const address = () => `${unique('maren')}@saltwhistle.example`;
let networks = 0;

beforeAll(async () => {
  server = await ServerProcess.start(14, { TIENDA_LIMITS: '1', TIENDA_PROXIES: '1' });
});
afterAll(() => server.end());

/** Someone whose requests come from a network of their own, or from the one given. */
class Elsewhere extends Visitor {
  constructor(readonly ip = `198.51.100.${(networks += 1)}`) {
    super(server.url);
  }

  override send(method: string, path: string, body?: object, headers: Record<string, string> = {}) {
    return super.send(method, path, body, { 'X-Forwarded-For': this.ip, ...headers });
  }
}

async function elsewhere(ip?: string): Promise<Elsewhere> {
  const visitor = new Elsewhere(ip);
  await visitor.expect(200, 'GET', '/api/session');
  return visitor;
}

async function member(): Promise<{ visitor: Elsewhere; email: string }> {
  const [visitor, email] = [await elsewhere(), address()];
  await signUp(visitor, email, password);
  return { visitor, email };
}

const signIn = (visitor: Visitor, email: string, typed: string) =>
  visitor.send('POST', '/api/session', { email, password: typed });

describe('a sign-up belongs to the session that asked for it', () => {
  test('a later one under the same address does not replace its password, nor is its code good elsewhere', async () => {
    const email = address();
    const [owner, thief] = [await elsewhere(), await elsewhere()];
    await owner.expect(202, 'POST', '/api/accounts', { email, password });
    const code = await codeFor(owner, email);
    await thief.expect(202, 'POST', '/api/accounts', { email, password: 'chosen by the thief' });
    const thiefs = await codeFor(thief, email);
    expect((await owner.send('POST', '/api/accounts/confirm', { email, code: thiefs })).status).toBe(422);
    expect((await thief.send('POST', '/api/accounts/confirm', { email, code })).status).toBe(422);
    await owner.expect(200, 'POST', '/api/accounts/confirm', { email, code });
    const late = await thief.send('POST', '/api/accounts/confirm', { email, code: thiefs });
    expect(late.body.errors[0].code).toBe('codeExpired');
    expect((await signIn(await elsewhere(), email, 'chosen by the thief')).status).toBe(401);
    expect((await signIn(await elsewhere(), email, password)).status).toBe(200);
  });
});

describe('nobody can tell by words whether an address has an account', () => {
  const isId = /^[0-9a-f-]{36}$/;
  /** What is answered, without what differs from request to request. */
  async function answer(visitor: Visitor, path: string, body: object) {
    const { status, body: said, headers } = await visitor.send('POST', path, body);
    expect(headers.get('Server-Timing')).toBeNull();
    expect(headers.get('X-Request-Id')).toMatch(isId);
    return { status, said: JSON.stringify(said).replaceAll((body as { email: string }).email, 'EMAIL') };
  }

  test.each<[string, string, object]>([
    ['signing up', '/api/accounts', { password }],
    ['signing in', '/api/session', { password: 'not the password' }],
    ['asking for a new password', '/api/accounts/reset', {}],
  ])('%s', async (_, path, more) => {
    const { email } = await member();
    const known = await answer(await elsewhere(), path, { email, ...more });
    const unknown = await answer(await elsewhere(), path, { email: address(), ...more });
    expect(known).toEqual(unknown);
  });

  test.each<[string, string, string, object]>([
    ['a sign-up', '/api/accounts', '/api/accounts/confirm', {}],
    ['a new password', '/api/accounts/reset', '/api/accounts/reset/confirm', { password: 'three grey herons' }],
  ])('codes of %s: none asked for, a wrong one, and one tried too often', async (_, ask, confirm, more) => {
    const { email: known } = await member();
    const courses = await Promise.all(
      [known, address()].map(async (email) => {
        const visitor = await elsewhere();
        const guess = { email, code: '000000', ...more };
        const course = [await answer(visitor, confirm, guess)];
        await visitor.expect(202, 'POST', ask, ask === '/api/accounts' ? { email, password } : { email });
        for (let attempt = 0; attempt < 6; attempt += 1) course.push(await answer(visitor, confirm, guess));
        return course;
      }),
    );
    expect(courses[0]).toEqual(courses[1]);
    expect(courses[0]?.map(({ said }) => /"code":"(\w+)"/.exec(said)?.[1])).toEqual([
      'codeExpired', 'wrongCode', 'wrongCode', 'wrongCode', 'wrongCode', 'wrongCode', 'codeExpired',
    ]); // oxfmt-ignore
  });
});

describe('guesses', () => {
  test('from one network are stopped after ten, whatever kind they are, and the holder gets in from elsewhere', async () => {
    const { visitor: owner, email } = await member();
    const stranger = await elsewhere();
    const statuses: number[] = [];
    for (let guess = 0; guess < 6; guess += 1) statuses.push((await signIn(stranger, email, `guess ${guess}`)).status);
    for (let guess = 0; guess < 6; guess += 1) {
      const body = { email, code: '000000' };
      statuses.push((await stranger.send('POST', '/api/accounts/confirm', body)).status);
    }
    expect(statuses.filter((status) => status === 429)).toHaveLength(2);
    expect((await signIn(await elsewhere(), email, password)).status).toBe(200);
    expect((await owner.send('GET', '/api/me/names')).status).toBe(200);
  });

  test('from many networks are stopped too, and a device that was signed in on is not locked out', async () => {
    const { visitor: owner, email } = await member();
    await owner.expect(204, 'DELETE', '/api/session');
    await owner.expect(200, 'GET', '/api/session');
    let stopped = 0;
    for (let round = 0; round < 11; round += 1) {
      const stranger = await elsewhere();
      for (let guess = 0; guess < 10; guess += 1)
        if ((await signIn(stranger, email, `guess ${round} ${guess}`)).status === 429) stopped += 1;
    }
    expect(stopped).toBeGreaterThanOrEqual(10);
    expect((await signIn(await elsewhere(), email, password)).status).toBe(429);
    expect((await signIn(owner, email, password)).status).toBe(200);
  });

  test('of passwords and codes of somebody signed in share one budget', async () => {
    const { visitor } = await member();
    const tries: (() => Promise<{ status: number }>)[] = [
      () => visitor.send('POST', '/api/me/two-step', { password: 'a guess' }),
      () => visitor.send('POST', '/api/me/closing', { password: 'a guess' }),
      () => visitor.send('POST', '/api/me/mail', { email: address(), password: 'a guess' }),
    ];
    const statuses: number[] = [];
    for (let round = 0; round < 4; round += 1) for (const attempt of tries) statuses.push((await attempt()).status);
    expect(statuses).toEqual([...Array(10).fill(422), 429, 429]);
  });

  test('of IPv6 addresses of one network count together', async () => {
    const { email } = await member();
    const statuses: number[] = [];
    for (let guess = 0; guess < 11; guess += 1)
      statuses.push((await signIn(await elsewhere(`2001:db8:7:7::${guess + 1}`), email, 'a guess')).status);
    expect(statuses.slice(-2)).toEqual([401, 429]);
    expect((await signIn(await elsewhere('2001:db8:7:8::1'), email, password)).status).toBe(200);
  });
});

test('a stranger who asks for mails does not keep the holder from asking', async () => {
  const { email } = await member();
  const stranger = await elsewhere();
  const ask = async (visitor: Visitor) => (await visitor.send('POST', '/api/accounts/reset', { email })).status;
  const statuses: number[] = [];
  for (let times = 0; times < 6; times += 1) statuses.push(await ask(stranger));
  expect(statuses).toEqual([202, 202, 202, 202, 202, 429]);
  expect(await ask(await elsewhere())).toBe(202);
});

test('a network begins only so many sessions a minute', async () => {
  const statuses: number[] = [];
  for (let times = 0; times < 62; times += 1)
    statuses.push((await new Elsewhere('203.0.113.7').send('GET', '/api/session')).status);
  expect(statuses.filter((status) => status === 429).length).toBeGreaterThan(0);
  expect((await new Elsewhere('203.0.113.8').send('GET', '/api/session')).status).toBe(200);
});

test('addresses as long as they may be, and odd ones, are counted like any other', async () => {
  const visitor = await elsewhere();
  const label = 'a'.repeat(59);
  const long = `${'m'.repeat(60)}@${[label, label, label].join('.')}.example`;
  for (const email of [long, '"maren solvik"@saltwhistle.example']) {
    const { status } = await visitor.send('POST', '/api/accounts/reset', { email });
    expect([202, 422]).toContain(status);
  }
});

describe('while the mail server is down', () => {
  afterEach(async () => fault(await elsewhere(), 'mail'));

  test('somebody signs up all the same, and the code comes when it is back', async () => {
    const [visitor, email] = [await elsewhere(), address()];
    await fault(visitor, 'mail', { on: 'send', kind: 'refuse' });
    await visitor.expect(202, 'POST', '/api/accounts', { email, password });
    await expect(codeFor(visitor, email, 1500)).rejects.toThrow('No code came');
    await fault(visitor, 'mail');
    const code = await codeFor(visitor, email, 20_000);
    await visitor.expect(200, 'POST', '/api/accounts/confirm', { email, code });
  });

  test('a new password ends every session, though the mail about it comes later', async () => {
    const { visitor: thief, email } = await member();
    const owner = await elsewhere();
    await owner.expect(202, 'POST', '/api/accounts/reset', { email });
    const code = await codeFor(owner, email);
    await fault(owner, 'mail', { on: 'send', kind: 'refuse' });
    await owner.expect(200, 'POST', '/api/accounts/reset/confirm', { email, code, password: 'three grey herons' });
    await thief.expect(401, 'GET', '/api/me/names');
    await fault(owner, 'mail');
    await mailTo(owner, email, /password was changed/);
  });
});

describe('behind HTTPS', () => {
  test('cookies are of this host alone and go over HTTPS alone, and browsers are told to stay there', async () => {
    const secure = await ServerProcess.start(15, { TIENDA_PROXIES: '1', TIENDA_PUBLIC_URL: 'https://tienda.example' });
    try {
      const visitor = new Visitor(secure.url);
      const email = address();
      await visitor.expect(200, 'GET', '/api/session');
      await signUp(visitor, email, password);
      const { headers } = await visitor.send('POST', '/api/session', { email, password });
      const cookies = headers.getSetCookie();
      expect(cookies).toHaveLength(2);
      for (const cookie of cookies)
        expect(cookie).toMatch(/^__Host-tienda_\w+=.*path=\/;.*samesite=lax; secure; httponly$/i);
      expect(headers.get('Strict-Transport-Security')).toContain('max-age=31536000');
    } finally {
      await secure.end();
    }
  });
});

test('what is personal is kept by nobody between, and pages are framed by nobody', async () => {
  const { visitor } = await member();
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  for (const path of ['/api/session', '/api/basket', '/api/me/contacts', '/api/me/export', '/api/me/invoices']) {
    const { headers } = await visitor.send('GET', path);
    expect([path, headers.get('Cache-Control')]).toEqual([path, 'no-store']);
  }
  const { headers } = await visitor.send('GET', '/api/health');
  expect(headers.get('X-Frame-Options')).toBe('DENY');
  expect(headers.get('Content-Security-Policy')).toContain("frame-ancestors 'none'");
});
