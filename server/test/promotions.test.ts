import { setTimeout as pause } from 'node:timers/promises';
import { orderNames, readyToOrder, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { intentsOf, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(7);
});
afterAll(() => server.end());

interface CodeAnswer {
  readonly code: string;
  readonly applied: boolean;
  readonly saves: number;
  readonly reason?: string;
}

const person = { country: 'MX', kind: 'person', isNew: true };
const item = (name: string, years = 1) => ({ name, action: 'register', years, privacy: false, autoRenew: false });
const quote = (visitor: Visitor, items: object[], more: object = {}) =>
  visitor.expect(200, 'POST', '/api/quotes', { currency: 'USD', items, codes: [], customer: person, ...more });
const answerTo = (codes: CodeAnswer[], code: string) => codes.find((answer) => answer.code === code);
const reasonFor = async (visitor: Visitor, code: string) =>
  answerTo((await quote(visitor, [item(`${unique('sw')}.org`)], { codes: [code] })).codes, code)?.reason;

test('public codes are listed, private ones are told to those who type them', async () => {
  const visitor = await server.visitor();
  const listed = (await visitor.expect(200, 'GET', '/api/promotions')).map(({ code }: { code: string }) => code);
  expect(listed).toEqual(expect.arrayContaining(['REGATTA', 'DRYDOCK', 'SPRINGFIT', 'LASTLIGHT']));
  expect(listed).not.toContain('QUAYSIDE');
  expect(await visitor.expect(200, 'GET', '/api/promotions/quayside')).toMatchObject({
    code: 'QUAYSIDE',
    public: false,
  });
  expect(await visitor.expect(200, 'GET', '/api/promotions/TENHULLS')).toMatchObject({ uses: expect.any(Number) });
  expect((await visitor.send('GET', '/api/promotions/nothing')).status).toBe(404);
});

test('a quote tries every known code, uses the best and says what a longer term would save', async () => {
  const visitor = await server.visitor();
  const names = [`${unique('sw')}.boats`, `${unique('sw')}.org`];
  const { codes, best, discount, unlocks } = await quote(visitor, [item(names[0] ?? '', 1), item(names[1] ?? '')], {
    codes: ['nothing'],
  });
  expect(answerTo(codes, 'nothing')).toMatchObject({ reason: 'unknown' });
  expect(answerTo(codes, 'REGATTA')).toMatchObject({ applied: false, saves: 45 + 135 });
  expect(answerTo(codes, 'FIRSTKNOT')).toMatchObject({ applied: true, saves: 60 + 180 });
  expect(answerTo(codes, 'SPRINGFIT')?.reason).toBe('notYet');
  expect(answerTo(codes, 'LASTLIGHT')?.reason).toBe('expired');
  expect(answerTo(codes, 'HOMEPORT')?.reason).toBe('wrongAction');
  expect(answerTo(codes, 'DRYDOCK')?.reason).toBe('termTooShort');
  expect(answerTo(codes, 'TIDEWATER')?.reason).toBe('minSpend');
  expect([best, discount]).toEqual(['FIRSTKNOT', 240]);
  expect(unlocks.map(({ code }: CodeAnswer) => code)).toContain('LONGREACH');
});

test('a code for newcomers ends with the first name, whatever the request claims', async () => {
  const { visitor } = await server.member();
  const [name, next] = [`${unique('sw')}.org`, `${unique('sw')}.org`];
  expect((await visitor.expect(200, 'GET', '/api/session')).account).toMatchObject({ isNew: true, codesUsed: {} });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name }], { use: 'FIRSTKNOT' })).id);
  expect(order.lines[0].net).toBe(720);
  const { codes } = await quote(visitor, [item(next)]);
  expect(answerTo(codes, 'FIRSTKNOT')?.reason).toBe('existingCustomer');
  const { account } = await visitor.expect(200, 'GET', '/api/session');
  expect(account).toMatchObject({ isNew: false, codesUsed: { FIRSTKNOT: 1 } });
});

test('what signing in changes is said before anything is ordered', async () => {
  const { visitor, email } = await server.member();
  await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }])).id);
  const guest = await server.visitor();
  const wanted = [item(`${unique('sw')}.boats`)];
  const { id } = await quote(guest, wanted, { customer: { ...person, country: 'IE', kind: 'business' } });
  await guest.expect(200, 'POST', '/api/session', { email, password: 'a slow green boat' });
  const { order } = await readyToOrder(guest, [{ name: `${unique('sw')}.org` }]);
  const answer = await guest.send('POST', '/api/me/orders', { ...order, quoteId: id }, { 'Idempotency-Key': id });
  expect([answer.status, answer.body.type]).toEqual([409, '/problems/quote-changed']);
  expect(answer.body.changes).toMatchObject([
    { what: 'code', was: { code: 'FIRSTKNOT', saves: 60 }, now: { code: 'REGATTA' }, reason: 'existingCustomer' },
    { what: 'total' },
  ]);
});

test('a code for one order an account is used once, however many orders are sent at once', async () => {
  const { visitor } = await server.member();
  await visitor.expect(201, 'POST', '/api/me/contacts', (await import('../../scripts/demo.mjs')).marenContact);
  const ready = await Promise.all(
    [1, 2, 3].map(() => readyToOrder(visitor, [{ name: `${unique('sw')}.org` }], { use: 'QUAYSIDE' })),
  );
  expect(ready.map(({ quote: { discount } }) => discount)).toEqual([360, 360, 360]);
  const answers = await Promise.all(
    ready.map(({ order, quote: { id } }) =>
      visitor.send('POST', '/api/me/orders', order, { 'Idempotency-Key': String(id) }),
    ),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
  const placed = answers.find(({ status }) => status === 201);
  await untilEnded(visitor, placed?.body.id);
  expect(await reasonFor(visitor, 'QUAYSIDE')).toBe('alreadyUsed');
});

test('an order of which nothing came gives its code back', async () => {
  const { visitor } = await server.member();
  const declined = { card: '4539 0000 1111 0014', use: 'QUAYSIDE' };
  await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('sw')}.org` }], declined)).id);
  for (let tries = 0; (await reasonFor(visitor, 'QUAYSIDE')) !== undefined && tries < 20; tries += 1) await pause(100);
  expect(await reasonFor(visitor, 'QUAYSIDE')).toBeUndefined();
});

test('an order that costs nothing is registered without asking a card', async () => {
  const { visitor } = await server.member();
  const name = `${unique('sw')}.org`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name }], { use: 'TENHULLS' })).id);
  expect([order.total, order.status]).toEqual([0, 'done']);
  expect(await intentsOf(order.id)).toEqual([]);
  expect((await visitor.expect(200, 'GET', '/api/me/names')).map((held: { name: string }) => held.name)).toEqual([
    name,
  ]);
});

test('renewals have codes of their own, and a limit of ten years ahead', async () => {
  const { visitor } = await server.member();
  const name = `${unique('sw')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name, years: 2 }])).id);
  const renewal = (years: number) => ({ ...item(name, years), action: 'renew' });
  const { codes, net } = await quote(visitor, [renewal(3)], { codes: ['keelwork'] });
  expect(answerTo(codes, 'KEELWORK')).toMatchObject({ applied: true, saves: 135 });
  expect(net).toBe(2700 - 135);
  const { problems } = await quote(visitor, [renewal(9)]);
  expect(problems).toMatchObject([{ pointer: '/items/0/years', code: 'beyondTenYears' }]);
});
