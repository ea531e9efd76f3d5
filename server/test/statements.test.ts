import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(27);
});
afterAll(() => server.end());

const year = new Date().getUTCFullYear();
const days = `from=${year}-01-01&to=${year}-12-31`;

test('a group’s statement has its names, what was paid for them with its invoice, and what falls due; as PDF too', async () => {
  const { visitor } = await server.member();
  const [kept = '', back = '', other = ''] = ['rye', 'oat', 'bran'].map((start) => `${unique(start)}.org`);
  const order = await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        [kept, back, other].map((name) => ({ name })),
      )
    ).id,
  );
  const { id } = await visitor.expect(201, 'POST', '/api/me/groups', { title: 'Heron Bakery', note: '' });
  await visitor.expect(200, 'POST', '/api/me/name-changes', { names: [kept, back], groupId: id });
  const renewal = await untilEnded(visitor, (await orderNames(visitor, [{ name: kept, action: 'renew' }])).id);
  await visitor.expect(200, 'POST', `/api/me/names/${back}/give-back`, {}, { 'Idempotency-Key': unique('key') });
  const statement = await visitor.expect(200, 'GET', `/api/me/groups/${id}/statement?${days}&currency=USD`);
  expect(statement.held.map(({ name }: { name: string }) => name)).toEqual([kept]);
  const netOf = (of: { lines: { name: string; net: number }[] }) => of.lines.find(({ name }) => name === kept)?.net;
  expect(statement.paid).toMatchObject([
    { name: kept, kind: 'register', net: netOf(order), invoice: order.documents[0].number },
    { name: kept, kind: 'renew', net: netOf(renewal), invoice: renewal.documents[0].number },
  ]);
  expect(statement.paidIn).toEqual([{ currency: 'USD', amount: (netOf(order) ?? 0) + (netOf(renewal) ?? 0) }]);
  expect([statement.due, statement.currency]).toEqual([[], 'USD']);
  const pdf = await fetch(`${visitor.url}/api/me/groups/${id}/statement.pdf?${days}`, {
    headers: { Cookie: visitor.credentials().cookie },
  });
  expect([pdf.status, pdf.headers.get('Content-Type')]).toEqual([200, 'application/pdf']);
  expect(
    Buffer.from(await pdf.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('it is made for its owner alone, and for days that are days', async () => {
  const { visitor } = await server.member();
  const { id } = await visitor.expect(201, 'POST', '/api/me/groups', { title: 'Reed Inn', note: '' });
  const other = await server.member();
  expect((await other.visitor.send('GET', `/api/me/groups/${id}/statement?${days}`)).status).toBe(404);
  for (const [query, pointer] of [
    ['to=2026-01-01', '/from'],
    ['from=2026-02-30&to=2026-03-01', '/from'],
    ['from=2026-02-02&to=2026-02-01', '/to'],
  ] as const) {
    const { status, body } = await visitor.send('GET', `/api/me/groups/${id}/statement?${query}`);
    expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
  }
});
