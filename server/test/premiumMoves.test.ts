import { orderNames, putElsewhere, readyToOrder, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { agreed, elsewhere, saleOf } from './brokerHelpers';
import { intentsOf, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
let visitor: Visitor;

beforeAll(async () => {
  server = await ServerProcess.start(49);
  ({ visitor } = await server.member());
});
afterAll(() => server.end());

const code = 'k9-Tide!44';
const price = (name: string, create: number, renew: number) =>
  fetch(`http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 9}/prices/${name}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ create, renew }),
  });

test('a premium name is moved at what its registry asks, and renewed at that; what is dearer meanwhile is told first', async () => {
  const name = `${unique('mooring')}.lake`;
  await price(name, 90_000, 24_000);
  await putElsewhere(visitor, [{ name, code, daysLeft: 300 }]);
  await visitor.expect(200, 'POST', '/api/me/moves', { names: [{ name, code }] });
  const [{ look }] = await visitor.expect(200, 'GET', '/api/me/moves');
  expect(look).toMatchObject({ problems: [], premium: { transfer: 24_000, renew: 24_000 } });
  const line = { name, action: 'transfer', years: 1, privacy: false, autoRenew: false };
  const { lines } = await visitor.expect(200, 'POST', '/api/basket/lines', { lines: [line] });
  expect(lines).toMatchObject([{ name, answer: { premium: { transfer: 24_000 } } }]);
  const before = await readyToOrder(visitor, [{ name, action: 'transfer' }]);
  expect(before.quote.lines).toMatchObject([{ name, charge: 24_000 }]);
  await price(name, 90_000, 30_000);
  const dearer = await visitor.send('POST', '/api/me/orders', before.order, { 'Idempotency-Key': before.quote.id });
  expect(dearer.status).toBe(409);
  expect(dearer.body.changes).toContainEqual(expect.objectContaining({ what: 'price', unicode: name }));
  const placed = await orderNames(visitor, [{ name, action: 'transfer' }]);
  expect(placed.lines).toMatchObject([{ name, charge: 30_000 }]);
  const ended = await untilEnded(visitor, placed.id);
  expect(ended.status).toBe('done');
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'captured', captured: ended.total }]);
  const { renewal } = await visitor.expect(200, 'GET', `/api/me/names/${name}`);
  expect(renewal.amount).toBeGreaterThanOrEqual(30_000);
});

test('a premium name bought of its holder: its move is paid by the buyer, at what was shown before anything was offered', async () => {
  const name = await elsewhere(visitor, `${unique('mooring')}.lake`);
  await price(name, 90_000, 24_000);
  expect(await visitor.expect(200, 'GET', `/api/me/offers/terms/${name}`)).toEqual({ move: 24_000, renew: 24_000 });
  await expect(agreed(visitor, name)).rejects.toThrow(/premium: its registry asks 240\.00 USD/);
  const id = await agreed(visitor, name, { move: 24_000 });
  // What was agreed holds, whatever its registry asks by then.
  await price(name, 90_000, 30_000);
  const placed = await orderNames(visitor, [{ name, action: 'transfer' }]);
  const [line] = placed.lines;
  expect(Number(line.charge) + Number(line.fee)).toBe(600_000 + 60_000 + 24_000);
  const ended = await untilEnded(visitor, placed.id);
  expect(ended.status).toBe('done');
  expect(await intentsOf(placed.id)).toMatchObject([{ captured: ended.total }]);
  await until(
    () => saleOf(id),
    (sale) => sale?.paid === 600_000,
  );
});

test('nothing is on top of an offer for a name that is not premium, or cannot be offered for', async () => {
  const name = await elsewhere(visitor, `${unique('mooring')}.org`);
  expect(await visitor.expect(200, 'GET', `/api/me/offers/terms/${name}`)).toEqual({ move: 0 });
  const offer = { name, amount: 600_000, feePaidBy: 'buyer', message: '', move: null };
  const unsaid = await visitor.send('POST', '/api/me/offers', offer, { 'Idempotency-Key': unique('key') });
  expect([unsaid.status, unsaid.body.errors[0].pointer]).toEqual([422, '/move']);
  const young = `${unique('mooring')}.org`;
  await putElsewhere(visitor, [{ name: young, code, daysOld: 10 }]);
  const refused = await visitor.expect(422, 'GET', `/api/me/offers/terms/${young}`);
  expect(refused.errors).toMatchObject([{ code: 'cannotCome' }]);
});
