import { orderNames, putElsewhere, readyToOrder, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { intentsOf, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
let visitor: Visitor;

beforeAll(async () => {
  server = await ServerProcess.start(49);
  ({ visitor } = await server.member());
});
afterAll(() => server.end());

const code = 'k9-Tide!44';

test('a premium name is moved at what its registry asks, and renewed at that; what is dearer meanwhile is told first', async () => {
  const name = `${unique('mooring')}.lake`;
  const price = (create: number, renew: number) =>
    fetch(`http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 9}/prices/${name}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ create, renew }),
    });
  await price(90_000, 24_000);
  await putElsewhere(visitor, [{ name, code, daysLeft: 300 }]);
  await visitor.expect(200, 'POST', '/api/me/moves', { names: [{ name, code }] });
  const [{ look }] = await visitor.expect(200, 'GET', '/api/me/moves');
  expect(look).toMatchObject({ problems: [], premium: { transfer: 24_000, renew: 24_000 } });
  const line = { name, action: 'transfer', years: 1, privacy: false, autoRenew: false };
  const { lines } = await visitor.expect(200, 'POST', '/api/basket/lines', { lines: [line] });
  expect(lines).toMatchObject([{ name, answer: { premium: { transfer: 24_000 } } }]);
  const before = await readyToOrder(visitor, [{ name, action: 'transfer' }]);
  expect(before.quote.lines).toMatchObject([{ name, charge: 24_000 }]);
  await price(90_000, 30_000);
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
