import { Secret, TOTP } from 'otpauth';
import { codeFor, signUp, Visitor } from '../../scripts/demo.mjs';
import { mailTo, ServerProcess, unique } from './serverProcess';

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

test('asking for an account that exists changes nothing and tells its owner', async () => {
  const email = address();
  await signUp(await server.visitor(), email, password);
  const other = await server.visitor();
  await other.expect(202, 'POST', '/api/accounts', { email, password: 'another password' });
  await other.expect(401, 'POST', '/api/session', { email, password: 'another password' });
  await mailTo(other, email, /already have an account/);
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

/** The code in the latest mail to an address whose subject it begins. */
const reset = async (visitor: Visitor, email: string, fresh: string) => {
  await visitor.expect(202, 'POST', '/api/accounts/reset', { email });
  return visitor.send('POST', '/api/accounts/reset/confirm', {
    email,
    code: await codeFor(visitor, email),
    password: fresh,
  });
};

test('a forgotten password is set anew by mail, and everybody else is signed out', async () => {
  const { visitor: elsewhere, email } = await server.member();
  const visitor = await server.visitor();
  expect((await reset(visitor, email, 'three grey herons')).status).toBe(200);
  expect((await visitor.expect(200, 'GET', '/api/session')).account.email).toBe(email);
  await elsewhere.expect(401, 'GET', '/api/me/names');
  const again = await server.visitor();
  await again.expect(401, 'POST', '/api/session', { email, password });
  await again.expect(200, 'POST', '/api/session', { email, password: 'three grey herons' });
});

test('a password is changed by who knows it; a common one is refused', async () => {
  const { visitor, email } = await server.member();
  const other = await server.visitor();
  await other.expect(200, 'POST', '/api/session', { email, password });
  const change = (current: string, fresh: string) =>
    visitor.send('POST', '/api/me/password', { email, current, password: fresh });
  expect((await change('not my password', 'three grey herons')).body.errors[0].pointer).toBe('/current');
  expect((await change(password, 'password-1234')).body.errors[0]).toMatchObject({
    pointer: '/password',
    detail: 'This password is among the first that thieves try: choose another.',
  });
  expect((await change(password, 'three grey herons')).status).toBe(204);
  await visitor.expect(200, 'GET', '/api/me/names');
  await other.expect(401, 'GET', '/api/me/names');
});

test('a mail address is changed with a code from both, the old and the new', async () => {
  const { visitor, email } = await server.member();
  const wanted = address();
  await visitor.expect(202, 'POST', '/api/me/mail', { email: wanted, password });
  const oldCode = await codeFor(visitor, email);
  const newCode = await codeFor(visitor, wanted);
  const wrong = newCode === '000000' ? '000001' : '000000';
  const { body } = await visitor.send('POST', '/api/me/mail/confirm', { oldCode, newCode: wrong });
  expect(body.errors[0]).toMatchObject({ pointer: '/newCode', code: 'wrongCode' });
  const changed = await visitor.expect(200, 'POST', '/api/me/mail/confirm', { oldCode, newCode });
  expect(changed.email).toBe(wanted);
  await (await server.visitor()).expect(200, 'POST', '/api/session', { email: wanted, password });
  await (await server.visitor()).expect(401, 'POST', '/api/session', { email, password });
});

test('an address that has an account cannot be taken over, and that is told to its holder alone', async () => {
  const [mine, theirs] = [await server.member(), await server.member()];
  await mine.visitor.expect(202, 'POST', '/api/me/mail', { email: theirs.email, password });
  await mailTo(mine.visitor, theirs.email, /already have an account/);
});

test('sessions are listed and ended one by one, or all at once', async () => {
  const { visitor, email } = await server.member();
  const others = [await server.visitor(), await server.visitor()];
  for (const other of others) await other.expect(200, 'POST', '/api/session', { email, password });
  const sessions = await visitor.expect(200, 'GET', '/api/me/sessions');
  expect(sessions.map(({ here }: { here: boolean }) => here).sort()).toEqual([false, false, true]);
  const { id } = sessions.find(({ here }: { here: boolean }) => !here);
  await visitor.expect(204, 'DELETE', `/api/me/sessions/${id}`);
  expect(await visitor.expect(200, 'GET', '/api/me/sessions')).toHaveLength(2);
  await visitor.expect(204, 'DELETE', '/api/me/sessions');
  for (const one of [visitor, ...others]) await one.expect(401, 'GET', '/api/me/names');
});

describe('a second step', () => {
  const codeOf = (secret: string, ahead = 0) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + ahead * 30_000 });

  /** Somebody whose second step is on. */
  async function stepped() {
    const { visitor, email } = await server.member();
    const { secret, uri } = await visitor.expect(201, 'POST', '/api/me/two-step', { password });
    const code = codeOf(secret);
    const { recoveryCodes } = await visitor.expect(200, 'POST', '/api/me/two-step/confirm', { code });
    return { visitor, email, secret, uri, recoveryCodes, code };
  }
  const atStep = async (email: string) => {
    const visitor = await server.visitor();
    const begun = await visitor.expect(200, 'POST', '/api/session', { email, password });
    expect([begun.account, begun.secondStep]).toEqual([null, true]);
    await visitor.expect(401, 'GET', '/api/me/names');
    return (code: string) => visitor.send('POST', '/api/session/second-step', { code });
  };

  test('is set up with a code of the app, and asked for from then on; each code is good once', async () => {
    const { email, secret, uri, recoveryCodes, code } = await stepped();
    expect(uri).toMatch(/^otpauth:\/\/totp\/Tienda:.*secret=/);
    expect(recoveryCodes).toHaveLength(10);
    const enter = await atStep(email);
    expect((await enter(code)).body.errors[0].code).toBe('wrongStepCode');
    const entered = await enter(codeOf(secret, 1));
    expect([entered.status, entered.body.account.email]).toEqual([200, email]);
  });

  test('is passed with a recovery code, once each', async () => {
    const { email, recoveryCodes } = await stepped();
    expect((await (await atStep(email))(recoveryCodes[0])).status).toBe(200);
    const again = await atStep(email);
    expect((await again(recoveryCodes[0])).status).toBe(422);
    const { body } = await again(recoveryCodes[1].replace('-', ''));
    expect(body.account).toMatchObject({ twoStep: true, recoveryCodes: 8 });
  });

  test('is asked for after a new password too', async () => {
    const { visitor, email } = await stepped();
    const other = await server.visitor();
    const { body } = await reset(other, email, 'three grey herons');
    expect([body.account, body.secondStep]).toEqual([null, true]);
    await visitor.expect(401, 'GET', '/api/me/names');
  });

  test('cannot be begun twice, and is given up with both, the password and a code; each is told by mail', async () => {
    const { visitor, email, secret, recoveryCodes } = await stepped();
    await mailTo(visitor, email, /second step was added/);
    expect((await visitor.send('POST', '/api/me/two-step', { password })).status).toBe(409);
    const off = (proof: object) => visitor.send('POST', '/api/me/two-step/off', proof);
    const fields = async (proof: object) =>
      (await off(proof)).body.errors.map(({ pointer }: { pointer: string }) => pointer);
    expect(await fields({ password })).toEqual(['/code']);
    expect(await fields({ password: 'a guess', code: codeOf(secret, 1) })).toEqual(['/password']);
    expect(await fields({ password, code: '000000' })).toEqual(['/code']);
    const { body } = await off({ password, code: recoveryCodes[0] });
    expect(body).toMatchObject({ twoStep: false, recoveryCodes: 0 });
    await mailTo(visitor, email, /second step was removed/);
  });
});
