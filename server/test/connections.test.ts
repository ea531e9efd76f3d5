import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { mailTo, ServerProcess, unique, untilOrder } from './serverProcess';

/** Whoever held one connection and waited for another would wait here for ever. */
let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(13, { TIENDA_DATABASE_CONNECTIONS: '1', TIENDA_SWEEP_SECONDS: '1' });
});
afterAll(() => server.end());

const names = (count: number) => Array.from({ length: count }, () => ({ name: `${unique('one')}.org` }));

test('one connection is enough for several buyers of many names, with their papers and mails', async () => {
  const members = await Promise.all([1, 2, 3].map(() => server.member()));
  await Promise.all(
    members.map(async ({ visitor, email }, index) => {
      await visitor.expect(200, 'PATCH', '/api/me/account', { invoiceFiles: true });
      const { id } = await orderNames(visitor, names(4 + index));
      const order = await untilEnded(visitor, id, 60_000);
      expect([order.status, order.documents.length]).toEqual(['done', 1]);
      const mail = await mailTo(visitor, email, new RegExp(`^Order ${order.number}: \\d of \\d names are registered$`));
      expect(mail.attachments).toHaveLength(1);
    }),
  );
});

test('one connection is enough to give a payment up, to pay in, and to forget', async () => {
  const { visitor } = await server.member();
  const { id } = await orderNames(visitor, names(2), { payment: { method: 'wallet' } });
  await untilOrder(visitor, id, ({ status }) => status === 'waitingForPayment');
  await visitor.expect(200, 'POST', `/api/me/orders/${id}/cancel`);
  expect((await untilEnded(visitor, id)).payment.cause).toBe('cancelled');
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toHaveLength(2);
  const [contact] = await visitor.expect(200, 'GET', '/api/me/contacts');
  await visitor.expect(204, 'DELETE', `/api/me/contacts/${contact.id}`);
});
