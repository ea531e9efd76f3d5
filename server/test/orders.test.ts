import { setTimeout as pause } from 'node:timers/promises';
import {
  marenContact,
  orderNames,
  placeOrder,
  putElsewhere,
  readyToOrder,
  untilEnded,
  type Visitor,
} from '../../scripts/demo.mjs';
import { eventsOf, fault, intentsOf, mailTo, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(5);
});
afterEach(async () => {
  const visitor = await server.visitor();
  for (const standIn of ['lanternhead', 'quarrystone', 'millrace', 'payments']) await fault(visitor, standIn);
});
afterAll(() => server.end());

const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);
const namesOf = async (visitor: Visitor): Promise<string[]> =>
  (await visitor.expect(200, 'GET', '/api/me/names')).map(({ name }: { name: string }) => name);

/** The one payment of an order, with nothing left open. */
async function paid(orderId: string): Promise<number> {
  const intents = await intentsOf(orderId);
  expect(intents).toHaveLength(1);
  expect(['captured', 'voided', 'declined']).toContain(intents[0]?.status);
  return intents[0]?.captured ?? 0;
}

test('an order goes from received to sent to registered, is charged, told by mail and seen as taken', async () => {
  const { visitor, email } = await server.member();
  const name = `${unique('sw')}.boats`;
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 2, privacy: true, autoRenew: false });
  const placed = await orderNames(visitor, [{ name, years: 2 }]);
  const order = await untilEnded(visitor, placed.id);
  expect(typesOf(order)).toEqual(['placed', 'authorised', 'sent', 'done', 'captured', 'told']);
  expect(await paid(order.id)).toBe(order.total);
  const [held] = await visitor.expect(200, 'GET', '/api/me/names');
  expect(held).toMatchObject({ name, privacy: true, autoRenew: false, renewal: { amount: 1468, currency: 'USD' } });
  expect(held.expiresOn.slice(0, 4)).toBe(String(Number(held.registeredOn.slice(0, 4)) + 2));
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toEqual([]);
  const mail = await mailTo(visitor, email, /^Order \d+: (?!received)/);
  expect(mail.subject).toBe(`Order ${order.number}: ${name} is registered`);
  expect([mail.text, mail.attachments]).toEqual([
    expect.stringContaining(`Invoice ${order.documents[0].number}\n`),
    [],
  ]);
  expect((await visitor.send('GET', `/api/search?q=${name}`)).body).toContain('"status":"taken"');
});

test('terms agreed to with an order are remembered with their version and first time, each once', async () => {
  const { visitor } = await server.member();
  expect(await visitor.expect(200, 'GET', '/api/me/agreements')).toEqual([]);
  const first = await orderNames(visitor, [{ name: `${unique('sw')}.org` }]);
  await untilEnded(visitor, first.id);
  await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }])).id);
  const agreed: { id: string; agreedAt: string }[] = await visitor.expect(200, 'GET', '/api/me/agreements');
  const { version } = await visitor.expect(200, 'GET', `/api/agreements/${agreed[0]?.id}`);
  expect(agreed).toEqual([{ id: agreed[0]?.id, version, agreedAt: first.placedAt }]);
});

test('a declined card registers nothing and charges nothing', async () => {
  const { visitor } = await server.member();
  const placed = await orderNames(visitor, [{ name: `${unique('sw')}.org` }], { card: '4539 0000 1111 0014' });
  const order = await untilEnded(visitor, placed.id);
  expect([order.status, typesOf(order)]).toEqual(['declined', ['placed', 'declined', 'told']]);
  expect(await paid(order.id)).toBe(0);
  expect(await namesOf(visitor)).toEqual([]);
});

test('a bank that answers too late is asked again and charges once', async () => {
  const { visitor } = await server.member();
  await fault(visitor, 'payments', { on: 'authorise', kind: 'dropAfter', times: 1 });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }])).id);
  expect(order.status).toBe('done');
  expect(await paid(order.id)).toBe(order.total);
});

test('a card whose bank takes its time is held and charged once', async () => {
  const { visitor } = await server.member();
  const placed = await orderNames(visitor, [{ name: `${unique('sw')}.org` }], { card: '4539 0000 1111 0022' });
  const order = await untilEnded(visitor, placed.id);
  expect([order.status, await paid(order.id)]).toEqual(['done', order.total]);
});

test('a registry that does it and then hangs up is asked whose the name is', async () => {
  const { visitor } = await server.member();
  await fault(visitor, 'lanternhead', { on: 'createDomain', kind: 'dropAfter', times: 1 });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }])).id);
  expect([order.status, await paid(order.id)]).toEqual(['done', order.total]);
});

test.each(['dropBefore', 'refuse', 'garble'])(
  'a registry that answers with %s at first gets the name registered once',
  async (kind) => {
    const { visitor } = await server.member();
    await fault(visitor, 'lanternhead', { on: 'createDomain', kind, times: 1 });
    const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }])).id);
    expect([order.status, await paid(order.id)]).toEqual(['done', order.total]);
  },
);

test('of two buyers of one name one gets it, and the other pays nothing', async () => {
  const name = `${unique('sw')}.org`;
  const buyers = await Promise.all([server.member(), server.member()]);
  const ready = await Promise.all(buyers.map(({ visitor }) => readyToOrder(visitor, [{ name }])));
  // Neither goes on before both are placed.
  await fault(buyers[0].visitor, 'payments', { on: 'authorise', kind: 'delay', ms: 3000, times: 2 });
  const placed = await Promise.all(buyers.map(({ visitor }, i) => placeOrder(visitor, ready[i]!)));
  const orders = await Promise.all(buyers.map(({ visitor }, i) => untilEnded(visitor, placed[i].id)));
  expect(orders.map(({ status }) => status).sort()).toEqual(['done', 'notDone']);
  for (const order of orders) expect(await paid(order.id)).toBe(order.status === 'done' ? order.total : 0);
});

test('of two names one fails, and only the other is charged, with tax on that alone', async () => {
  const lost = `${unique('sw')}.org`;
  const kept = `${unique('sw')}.boats`;
  const { visitor } = await server.member();
  await fault(visitor, 'payments', { on: 'authorise', kind: 'delay', ms: 3000, times: 1 });
  const placed = await orderNames(visitor, [{ name: lost }, { name: kept }]);
  await putElsewhere(visitor, [{ name: lost, code: 'k9-Tide!44', daysLeft: 300 }]);
  const order = await untilEnded(visitor, placed.id);
  expect(order.status).toBe('partlyDone');
  expect(await paid(order.id)).toBe(318 + 73);
  expect(await namesOf(visitor)).toEqual([kept]);
});

test('the same order sent twice, by key or by quote, is one order', async () => {
  const { visitor } = await server.member();
  const name = `${unique('sw')}.org`;
  const { quote, order } = await readyToOrder(visitor, [{ name }]);
  const send = (key: string) => visitor.send('POST', '/api/me/orders', order, { 'Idempotency-Key': key });
  const answers = [...(await Promise.all([send('one'), send('one'), send('two')])), await send('one')];
  expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
  expect(new Set(answers.map((answer) => answer.body.id)).size).toBe(1);
  await untilEnded(visitor, answers[0]?.body.id);
  expect(await paid(answers[0]?.body.id)).toBe(quote.total);
  // The key under which it was placed belongs to what was sent first; under the other the quote's order is shown.
  const others = { ...order, payment: { method: 'card', token: 'tok_x' } };
  const again = await Promise.all(
    ['one', 'two'].map((key) => visitor.send('POST', '/api/me/orders', others, { 'Idempotency-Key': key })),
  );
  const refusals = again.filter(({ status }) => status !== 201);
  expect(refusals.map(({ status, body: { type } }) => [status, type])).toEqual([[409, '/problems/key-reused']]);
  expect(again.find(({ status }) => status === 201)?.body.id).toBe(answers[0]?.body.id);
});

test('an order that was refused is mended and sent again under its key', async () => {
  const { visitor } = await server.member();
  const { order } = await readyToOrder(visitor, [{ name: `${unique('sw')}.org` }]);
  const send = (payment: object) =>
    visitor.send('POST', '/api/me/orders', { ...order, payment }, { 'Idempotency-Key': 'mend' });
  const refused = await send({ method: 'mobile', phone: '020 915 0199' });
  expect(refused.body.errors[0].pointer).toBe('/payment/phone');
  expect((await send({ method: 'mobile', phone: '+353 20 915 0199' })).status).toBe(201);
});

test('terms not agreed to, a contact of someone else, a quote for another holder: each is refused', async () => {
  const { visitor } = await server.member();
  const other = await server.member();
  const mine = await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const theirs = await other.visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const quote = await visitor.expect(200, 'POST', '/api/quotes', {
    currency: 'USD',
    items: [{ name: `${unique('sw')}.org`, action: 'register', years: 1, privacy: true, autoRenew: false }],
    codes: [],
    customer: { country: 'FR', kind: 'person', isNew: false },
  });
  const order = (body: object) =>
    visitor.send(
      'POST',
      '/api/me/orders',
      { quoteId: quote.id, contactId: mine.id, agreements: [], payment: { method: 'card', token: 'tok' }, ...body },
      { 'Idempotency-Key': unique('key') },
    );
  expect((await order({ contactId: theirs.id })).body.errors[0].pointer).toBe('/contactId');
  expect((await order({})).body.type).toBe('/problems/quote-changed');
  expect((await order({ quoteId: theirs.id })).body.errors[0].pointer).toBe('/quoteId');
});

test('orders and names of someone else do not exist for you', async () => {
  const { visitor } = await server.member();
  const name = `${unique('sw')}.org`;
  const { id } = await orderNames(visitor, [{ name }]);
  await untilEnded(visitor, id);
  const other = await server.member();
  await other.visitor.expect(404, 'GET', `/api/me/orders/${id}`);
  await other.visitor.expect(404, 'GET', `/api/me/orders/${id}/progress`);
  await other.visitor.expect(404, 'GET', '/api/me/orders/nonsense');
  await other.visitor.expect(404, 'GET', `/api/me/names/${name}`);
  await other.visitor.expect(404, 'PATCH', `/api/me/names/${name}`, { autoRenew: true });
  expect(await other.visitor.expect(200, 'GET', '/api/me/orders')).toEqual([]);
});

test('progress is told as it happens, and ends with the order', async () => {
  const { visitor } = await server.member();
  const { id } = await orderNames(visitor, [{ name: `${unique('sw')}.org` }]);
  const { body } = await visitor.send('GET', `/api/me/orders/${id}/progress`);
  const told = String(body)
    .split('\n\n')
    .filter((event) => event.includes('data: '));
  const last = JSON.parse(told.at(-1)?.split('data: ')[1] ?? '');
  expect(last).toMatchObject({ ended: true, status: 'done' });
  expect(told.length).toBeGreaterThan(2);
});

test('auto-renew is switched for a name held', async () => {
  const { visitor } = await server.member();
  const name = `${unique('sw')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  await visitor.expect(200, 'PATCH', `/api/me/names/${name}`, { autoRenew: true });
  expect(await visitor.expect(200, 'GET', `/api/me/names/${name}`)).toMatchObject({
    autoRenew: true,
    holder: { name: 'Maren Solvik' },
  });
});

test('a server killed between the bank’s yes and the registry’s answer finishes the order once restarted', async () => {
  let doomed = await ServerProcess.start(6);
  const { visitor } = await doomed.member();
  await fault(visitor, 'lanternhead', { on: 'createDomain', kind: 'delay', ms: 1500, times: 1 });
  const name = `${unique('sw')}.org`;
  // The neighbouring server must not take the order over while this one is dead.
  await server.end();
  const { id } = await orderNames(visitor, [{ name }]);
  for (;;) {
    const order = await visitor.expect(200, 'GET', `/api/me/orders/${id}`);
    if (typesOf(order).includes('sent')) break;
    await pause(20);
  }
  await doomed.end('SIGKILL');
  doomed = await ServerProcess.start(6);
  const order = await untilEnded(visitor, id);
  expect(typesOf(order).filter((type) => type === 'done')).toHaveLength(1);
  expect(order.status).toBe('done');
  expect(await paid(id)).toBe(order.total);
  expect(await namesOf(visitor)).toEqual([name]);
  await doomed.end();
  server = await ServerProcess.start(5);
});

test('two server processes share the work, and an order is done once', async () => {
  let second = await ServerProcess.start(7);
  try {
    const { visitor } = await server.member();
    const names = Array.from({ length: 6 }, () => `${unique('sw')}.org`);
    const placed = await Promise.all(names.map((name) => orderNames(visitor, [{ name }])));
    const orders = await Promise.all(placed.map(({ id }) => untilEnded(visitor, id)));
    for (const order of orders) {
      expect(order.status).toBe('done');
      expect(await paid(order.id)).toBe(order.total);
    }
    expect((await namesOf(visitor)).sort()).toEqual(names.sort());
    // Both know at once that the names are gone, long before a zone file says so; so does one that starts later.
    const goneEverywhere = async (process: ServerProcess) => {
      const found = await (await process.visitor()).expect(200, 'GET', `/api/search?q=${names.join('+')}`);
      const hints = eventsOf(found).flatMap(({ type, status }) => (type === 'hint' ? [status] : []));
      expect(hints).toEqual(names.map(() => 'taken'));
    };
    for (const process of [server, second]) await goneEverywhere(process);
    await second.end();
    second = await ServerProcess.start(7);
    await goneEverywhere(second);
  } finally {
    await second.end();
  }
});

test('a name is held by whom it is to be held by, and its other contacts are its own', async () => {
  const { visitor } = await server.member();
  const other = await server.member();
  const [mine, theirs] = [`${unique('sw')}.org`, `${unique('sw')}.org`];
  const { quote, order } = await readyToOrder(visitor, [{ name: mine }, { name: theirs }]);
  const ilse = await visitor.expect(201, 'POST', '/api/me/contacts', {
    ...marenContact,
    kind: 'person',
    organisation: '',
    name: 'Ilse Tamboura',
    email: 'ilse@quayquill.example',
  });
  const stranger = await other.visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const send = (contacts: object[]) =>
    visitor.send('POST', '/api/me/orders', { ...order, contacts }, { 'Idempotency-Key': unique('key') });
  const refused = await send([
    { name: theirs, registrant: stranger.id },
    { name: 'nobodys.org', tech: ilse.id },
  ]);
  expect(refused.body.errors.map(({ pointer }: { pointer: string }) => pointer)).toEqual([
    '/contacts/0/registrant',
    '/contacts/1/name',
  ]);
  const { status, body } = await send([{ name: theirs, registrant: ilse.id, tech: ilse.id }]);
  expect(status).toBe(201);
  const ended = await untilEnded(visitor, body.id);
  expect([ended.status, await paid(ended.id)]).toEqual(['done', quote.total]);
  const holderOf = async (name: string) => (await visitor.expect(200, 'GET', `/api/me/names/${name}`)).holder.name;
  expect([await holderOf(mine), await holderOf(theirs)]).toEqual(['Maren Solvik', 'Ilse Tamboura']);
});

test('what an extension asks of its holders is to be said before, with the number where one is needed', async () => {
  const { visitor } = await server.member();
  const names = [`${unique('sw')}.dental`, `${unique('sw')}.ie`];
  const { order } = await readyToOrder(
    visitor,
    names.map((name) => ({ name, privacy: false })),
  );
  const send = (declarations: object[]) =>
    visitor.send('POST', '/api/me/orders', { ...order, declarations }, { 'Idempotency-Key': unique('key') });
  const [dental, ie] = names;
  const silent = await send([]);
  expect(silent.body.errors.map(({ code }: { code: string }) => code)).toEqual(['evidenceNeeded', 'notDeclared']);
  expect(silent.body.errors[0].detail).toContain('The holder is admitted by a dental register.');
  const half = await send([
    { name: dental, code: 'profession' },
    { name: ie, code: 'presence' },
  ]);
  expect(half.body.errors.map(({ code }: { code: string }) => code)).toEqual(['evidenceNeeded']);
  const { status, body } = await send([
    { name: dental, code: 'profession', evidence: 'DR-1174' },
    { name: ie, code: 'presence' },
  ]);
  expect(status).toBe(201);
  expect((await untilEnded(visitor, body.id)).status).toBe('done');
});

test('a registry that takes Latin letters only gets them, or nothing is ordered', async () => {
  const { visitor } = await server.member();
  const { quote, order } = await readyToOrder(visitor, [{ name: `${unique('sw')}.org` }]);
  const written = { ...marenContact, name: 'Марен Сольвик', city: 'Ullvík' };
  const send = async (contact: object) => {
    const { id } = await visitor.expect(201, 'POST', '/api/me/contacts', contact);
    const body = { ...order, contactId: id };
    return visitor.send('POST', '/api/me/orders', body, { 'Idempotency-Key': unique('key') });
  };
  const refused = await send(written);
  expect(refused.body.errors[0]).toMatchObject({ pointer: '/contactId', code: 'latinNeeded' });
  const placed = await send({ ...written, latinName: 'Maren Solvik' });
  expect(placed.status).toBe(201);
  expect(await untilEnded(visitor, placed.body.id)).toMatchObject({ status: 'done', total: quote.total });
});
