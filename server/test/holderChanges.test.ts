import { marenContact, orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { fault, mailTo, unique } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(12, { TIENDA_SWEEP_SECONDS: '1' });
afterEach(async () => fault(await shop.server.visitor(), 'lanternhead'));

const tokenIn = (text: string) => /holder-change\?token=([\w-]+)/.exec(text)?.[1] ?? '';
const person = { kind: 'person', organisation: undefined, vatId: undefined };
const asks = /^Shall .* change hands\?$/;

interface Held {
  readonly holder: { readonly name: string };
  readonly changing?: true;
  readonly contacts: Readonly<Record<string, string>>;
}

/** A studio that holds names for Maren, and Ilse who is to hold them. */
async function studio(count = 1, extension = 'org') {
  const { visitor, email } = await shop.server.member();
  const addresses = { old: `${unique('maren')}@saltwhistle.example`, new: `${unique('ilse')}@quayquill.example` };
  const contact = (more: object) => visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, ...more });
  const maren = await contact({ email: addresses.old });
  const names = Array.from({ length: count }, () => `${unique('hand')}.${extension}`);
  const [name = ''] = names;
  const ordered = names.map((one) => ({ name: one }));
  await untilEnded(visitor, (await orderNames(visitor, ordered)).id);
  const ilse = await contact({ ...person, name: 'Ilse Quay', email: addresses.new });
  const ask = (body: object, some = names) =>
    visitor.send('POST', '/api/me/name-contacts', { names: some, registrant: ilse.id, ...body });
  const held = (of = name) => visitor.expect(200, 'GET', `/api/me/names/${of}`);
  const untilHeld = (isSo: (now: Held) => boolean, of = name) => until<Held>(() => held(of), isSo);
  return { visitor, email, addresses, maren, ilse, contact, names, name, ask, held, untilHeld };
}

/** What one of the holders does, by the link of the mail. */
async function answer(visitor: Visitor, address: string, agrees: boolean, waives?: boolean) {
  const stranger = await shop.server.visitor();
  const token = tokenIn((await mailTo(visitor, address, asks)).text);
  const body = { token, agrees, ...(waives === undefined ? {} : { waives }) };
  return stranger.send('POST', '/api/holder-changes/answer', body);
}

const logOf = async (visitor: Visitor, name: string) =>
  (await visitor.expect(200, 'GET', `/api/me/names/${name}/log`)).map(({ what }: { what: object }) => what);

test('names change hands once both holders have agreed, are told so, and stay here for sixty days', async () => {
  const { visitor, email, addresses, ask, names, name, untilHeld, held, maren, ilse } = await studio(2);
  const asked = await ask({});
  expect([asked.status, asked.body]).toEqual([200, { asked: [], waiting: names, cannot: [] }]);
  expect((await held()).holderChange).toMatchObject({
    to: { name: 'Ilse Quay', organisation: '' },
    state: { at: 'asked', old: false, new: false },
  });
  // While they are asked, nothing else is.
  expect((await ask({})).body.cannot).toEqual(names.map((one) => ({ name: one, why: 'asked' })));
  const mail = await mailTo(visitor, addresses.new, asks);
  for (const one of names) expect(mail.text).toContain(one);
  const stranger = await shop.server.visitor();
  const look = await stranger.expect(200, 'POST', '/api/holder-changes/look', { token: tokenIn(mail.text) });
  expect(look).toMatchObject({ names, from: { name: marenContact.name }, to: { name: 'Ilse Quay' }, as: ['new'] });
  expect((await answer(visitor, addresses.new, true)).body.state).toEqual({ at: 'asked', old: false, new: true });
  expect((await held()).holder.name).toBe(marenContact.name);
  expect((await answer(visitor, addresses.old, true)).body.state.at).toBe('agreed');
  for (const one of names) await untilHeld(({ holder }) => holder.name === 'Ilse Quay', one);
  const now = await untilHeld(({ changing }) => !changing);
  expect(now).toMatchObject({ locked: true, movableFrom: expect.any(String) });
  expect(now.contacts).toEqual({ registrant: ilse.id, admin: ilse.id, tech: ilse.id, billing: ilse.id });
  expect(now).not.toHaveProperty('holderChange');
  expect(await logOf(visitor, name)).toContainEqual({ type: 'holder', to: 'Ilse Quay' });
  for (const address of [addresses.old, addresses.new, email])
    expect((await mailTo(visitor, address, /have changed hands$/)).text).toContain(names[1]);
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}/registry`)).differences).toEqual([]);
  // The new holder has answered a mail: the address needs no other.
  const checks = await visitor.expect(200, 'GET', '/api/me/holder-checks');
  expect(checks).toContainEqual(expect.objectContaining({ email: addresses.new, confirmed: true }));
  const unlock = await visitor.send('PATCH', `/api/me/names/${name}`, { locked: false });
  expect([unlock.status, unlock.body.type]).toEqual([409, '/problems/cannot-change']);
  const code = await visitor.send('POST', `/api/me/names/${name}/auth-code`, { password: 'a slow green boat' });
  expect([code.status, code.body.type]).toEqual([409, '/problems/cannot-change']);
  expect((await answer(visitor, addresses.old, false)).status).toBe(409);
  // Neither holder is lost with the list of contacts.
  for (const { id } of [maren, ilse]) await visitor.expect(204, 'DELETE', `/api/me/contacts/${id}`);
  expect((await held()).holder.name).toBe('Ilse Quay');
});

test('whoever held it may let it be moved away at once', async () => {
  const { visitor, addresses, ask, name, untilHeld } = await studio();
  await ask({});
  await answer(visitor, addresses.old, true, true);
  await answer(visitor, addresses.new, true, true);
  const now = await untilHeld(({ holder, changing }) => holder.name === 'Ilse Quay' && !changing);
  expect(now).toMatchObject({ locked: false });
  expect(now).not.toHaveProperty('movableFrom');
  expect((await mailTo(visitor, addresses.old, /changed hands$/)).text).toContain('at once');
  await visitor.expect(200, 'POST', `/api/me/names/${name}/auth-code`, { password: 'a slow green boat' });
});

test('one who refuses ends it, nothing changes, and it can be asked for again', async () => {
  const { visitor, addresses, ask, names, held } = await studio();
  await ask({});
  await answer(visitor, addresses.old, true);
  expect((await answer(visitor, addresses.new, false)).body.state).toEqual({ at: 'refused', by: 'new' });
  expect((await answer(visitor, addresses.old, true)).status).toBe(409);
  expect(await held()).not.toHaveProperty('holderChange');
  expect((await mailTo(visitor, addresses.old, /the holder stays the same$/)).text).toContain('was to hold');
  expect((await ask({})).body.waiting).toEqual(names);
  await visitor.expect(204, 'DELETE', `/api/me/names/${names[0]}/holder-change`);
  await visitor.expect(404, 'DELETE', `/api/me/names/${names[0]}/holder-change`);
  expect((await held()).holder.name).toBe(marenContact.name);
  const made = await (await shop.server.visitor()).send('POST', '/api/holder-changes/look', { token: 'made-up' });
  expect(made.status).toBe(404);
});

test('a registry that refuses is told with its words; one that is silent is waited for', async () => {
  const { visitor, addresses, ask, held, untilHeld } = await studio();
  await fault(visitor, 'lanternhead', { on: 'updateDomain', kind: 'refuse', code: 2304, times: 1 });
  await ask({});
  await answer(visitor, addresses.old, true);
  await answer(visitor, addresses.new, true);
  expect((await mailTo(visitor, addresses.new, /the holder stays the same$/)).text).toContain('refused it');
  expect(await held()).not.toHaveProperty('holderChange');
  await fault(visitor, 'lanternhead', { on: 'updateDomain', kind: 'dropAfter', times: 2 });
  await ask({});
  const second = async (address: string) => {
    const mails = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${address}`);
    const tokens = mails.filter(({ subject }: { subject: string }) => asks.test(subject));
    const [token] = tokens
      .map(({ text }: { text: string }) => tokenIn(text))
      .filter((one: string, at: number, all: string[]) => all.indexOf(one) === at);
    return token;
  };
  for (const address of [addresses.old, addresses.new]) {
    let status = 409;
    for (let tries = 0; status === 409 && tries < 100; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      const sent = { token: await second(address), agrees: true };
      ({ status } = await (await shop.server.visitor()).send('POST', '/api/holder-changes/answer', sent));
    }
    expect(status).toBe(200);
  }
  await untilHeld(({ holder }) => holder.name === 'Ilse Quay');
});

test('another street, or other contacts beside the holder, are nobody’s to agree to', async () => {
  const { visitor, name, maren, contact, held, untilHeld, ask, ilse } = await studio();
  const moved = await contact({ email: maren.email, street: '9 Slip Lane' });
  expect((await ask({ registrant: moved.id })).body).toMatchObject({ asked: [name], waiting: [] });
  await untilHeld(({ changing }) => !changing);
  expect((await ask({ registrant: undefined, tech: ilse.id })).body.asked).toEqual([name]);
  const now = await untilHeld(({ changing }) => !changing);
  expect(now.contacts).toEqual({ registrant: moved.id, admin: moved.id, tech: ilse.id, billing: moved.id });
  expect((await held()).movableFrom).toBeUndefined();
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}/registry`)).differences).toEqual([]);
  expect((await logOf(visitor, name)).slice(0, 2)).toEqual([
    { type: 'contacts' },
    { type: 'holder', to: expect.any(String) },
  ]);
  const strange = await ask({ tech: '00000000-0000-4000-8000-000000000000' });
  expect([strange.status, strange.body.errors[0].pointer]).toEqual([422, '/tech']);
  expect((await ask({ registrant: undefined })).status).toBe(422);
});

test('after seven days without both it is over, told, and nothing has changed', async () => {
  const { visitor, addresses, ask, held } = await studio();
  await ask({});
  await answer(visitor, addresses.new, true);
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 7 });
  expect((await held()).holderChange).toBeDefined();
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  expect((await mailTo(visitor, addresses.old, /the holder stays the same$/)).text).toContain('within seven days');
  expect(await held()).not.toHaveProperty('holderChange');
  expect((await answer(visitor, addresses.old, true)).status).toBe(409);
  expect((await held()).holder.name).toBe(marenContact.name);
});

test('of two names one is let go while its holders are asked: the other changes hands, and both are told of', async () => {
  const { visitor, addresses, ask, names, name, untilHeld } = await studio(2);
  const [, other = ''] = names;
  await ask({});
  const gone = await visitor.send('POST', `/api/me/names/${name}/give-back`, {}, { 'Idempotency-Key': 'back' });
  expect(gone.body.done).toBe(true);
  await answer(visitor, addresses.old, true);
  await answer(visitor, addresses.new, true);
  await untilHeld(({ holder }) => holder.name === 'Ilse Quay', other);
  const { text } = await mailTo(visitor, addresses.new, /changed hands$/);
  expect(text).toContain(other);
  expect(text).toContain(`    ${name}: It was let go, or its term was over, before both had agreed.`);
});
