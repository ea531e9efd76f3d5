import { createHmac } from 'node:crypto';
import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { buyer, fault, intentsOf, mailTo, ServerProcess, unique, untilOrder } from './serverProcess';

let server: ServerProcess;
const notices = (process.env['TIENDA_PORT'] ?? '') && `http://127.0.0.1:${Number(process.env['TIENDA_PORT']) + 208}`;

beforeAll(async () => {
  server = await ServerProcess.start(8, { TIENDA_NOTICE_URL: `${notices}/api/payments/notices` });
});
afterEach(async () => {
  const visitor = await server.visitor();
  for (const standIn of ['lanternhead', 'payments']) await fault(visitor, standIn);
});
afterAll(() => server.end());

const phone = '+353 20 915 0199';
const org = () => `${unique('pay')}.org`;
const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);
const isWaiting = (order: { status: string }) => order.status === 'waitingForPayment';

/** An order whose buyer has something to do. */
async function waiting(visitor: Visitor, method: string, names = [org()]) {
  const payment = { method, ...(method === 'mobile' ? { phone } : {}) };
  const { id } = await orderNames(
    visitor,
    names.map((name) => ({ name })),
    { payment },
  );
  return untilOrder(visitor, id, isWaiting);
}

async function topUp(visitor: Visitor, amount: number): Promise<void> {
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const { tokenFor } = await import('../../scripts/demo.mjs');
  const payment = { method: 'card', token: await tokenFor(paymentsUrl) };
  const key = { 'Idempotency-Key': unique('top-up') };
  const added = await visitor.expect(201, 'POST', '/api/me/top-ups', { amount, currency: 'USD', payment }, key);
  expect(added.state.at).toBe('added');
}
const balanceOf = async (visitor: Visitor): Promise<number> =>
  (await visitor.expect(200, 'GET', '/api/me/balance')).balances[0]?.amount ?? 0;

test('a wallet sends the buyer away and back, and the order goes on by itself', async () => {
  const { visitor } = await server.member();
  const order = await waiting(visitor, 'wallet');
  expect(order.payment.action).toEqual({ type: 'redirect', url: expect.stringContaining('/wallet/int_') });
  const page = await fetch(order.payment.action.url);
  expect(await page.text()).toContain('11.07 USD');
  expect(await buyer(order.id, 'wallet/approve')).toBe(303);
  const ended = await untilEnded(visitor, order.id);
  expect(typesOf(ended)).toEqual(['placed', 'waiting', 'authorised', 'sent', 'done', 'captured', 'told']);
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'captured', captured: 1107 }]);
});

test('a wallet that the buyer refuses registers nothing, and the names are back in the basket', async () => {
  const { visitor, email } = await server.member();
  const name = org();
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 3, privacy: false, autoRenew: true });
  const order = await waiting(visitor, 'wallet', [name]);
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toEqual([]);
  await buyer(order.id, 'wallet/refuse');
  const ended = await untilEnded(visitor, order.id);
  expect([ended.status, ended.payment.cause]).toEqual(['declined', 'refused']);
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toMatchObject([{ name }]);
  expect((await mailTo(visitor, email, /not paid/)).text).toContain('back in your basket');
});

test('a prompt on a phone is approved there', async () => {
  const { visitor } = await server.member();
  const order = await waiting(visitor, 'mobile');
  expect(order.payment.action).toEqual({ type: 'prompt', phone: '+353209150199' });
  await buyer(order.id, 'phone/approve');
  expect((await untilEnded(visitor, order.id)).status).toBe('done');
});

test('a payment that the buyer gives up ends at once; what is approved after that counts for nothing', async () => {
  const { visitor } = await server.member();
  const order = await waiting(visitor, 'mobile');
  await visitor.expect(200, 'POST', `/api/me/orders/${order.id}/cancel`);
  const ended = await untilEnded(visitor, order.id);
  expect([ended.status, ended.payment.cause]).toEqual(['declined', 'cancelled']);
  expect(await buyer(order.id, 'phone/approve')).toBe(409);
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'voided', captured: 0 }]);
});

test('what was approved before it was given up counts', async () => {
  const { visitor } = await server.member();
  await fault(visitor, 'payments', { on: 'notice', kind: 'delay', ms: 1500 });
  const order = await waiting(visitor, 'mobile');
  await visitor.expect(200, 'POST', `/api/me/orders/${order.id}/cancel`);
  const ended = await untilEnded(visitor, order.id);
  expect(ended.status).toBe('declined');
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'voided' }]);
});

test('a transfer says where to send it; once it is here the names are registered and the invoice is issued', async () => {
  const { visitor, email } = await server.member();
  await visitor.expect(200, 'PATCH', '/api/me/account', { invoiceFiles: true });
  const order = await waiting(visitor, 'transfer');
  const { action } = order.payment;
  expect(action).toMatchObject({ type: 'transfer', reference: expect.stringMatching(/^TN-[0-9A-F]{8}$/) });
  expect((await mailTo(visitor, email, /received/)).text).toContain(action.reference);
  await buyer(order.id, 'bank/send');
  const ended = await untilEnded(visitor, order.id);
  expect(typesOf(ended)).toEqual(['placed', 'waiting', 'paid', 'sent', 'done', 'captured', 'told']);
  expect(ended.documents).toMatchObject([{ kind: 'invoice' }]);
  const title = `Invoice ${ended.documents[0].number}`;
  const mail = await mailTo(visitor, email, /^Invoice/);
  expect(mail).toMatchObject({ subject: title, text: expect.stringContaining(`\n\n${title}\n`) });
  expect(mail.attachments).toMatchObject([{ filename: `invoice-${ended.documents[0].number}.pdf` }]);
});

test('of a transfer what could not be registered is credited and sent back', async () => {
  const { visitor, email } = await server.member();
  await visitor.expect(200, 'PATCH', '/api/me/account', { invoiceFiles: true });
  const [lost, kept] = [org(), org()];
  const order = await waiting(visitor, 'transfer', [lost, kept]);
  const quick = await server.member();
  await untilEnded(quick.visitor, (await orderNames(quick.visitor, [{ name: lost }])).id);
  await buyer(order.id, 'bank/send');
  const ended = await untilEnded(visitor, order.id);
  expect(ended.status).toBe('partlyDone');
  expect(ended.payment).toMatchObject({ at: 'captured', amount: 1107, refunded: 1107 });
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'paid', amount: 2214, refunded: 1107 }]);
  expect(ended.documents.map(({ kind }: { kind: string }) => kind)).toEqual(['invoice', 'creditNote']);
  const documents = await visitor.expect(200, 'GET', '/api/me/invoices');
  expect(documents).toHaveLength(2);
  const credit = documents.find(({ kind }: { kind: string }) => kind === 'creditNote');
  expect(credit).toMatchObject({ total: 1107, net: 900, refersTo: ended.documents[0].number });
  expect((await mailTo(visitor, email, /is registered$/)).text).toBeTruthy();
  const told = await mailTo(visitor, email, /^Order .*is registered$/);
  expect(told.attachments).toMatchObject([{ filename: `credit-note-${credit.number}.pdf` }]);
  expect(told.text).toContain(`Credit note ${credit.number}\n`);
  expect(told.text).toContain(`Takes back part of invoice ${ended.documents[0].number}, for what could not be done.`);
});

test('a transfer that arrives after it was given up goes back', async () => {
  const { visitor, email } = await server.member();
  const order = await waiting(visitor, 'transfer');
  await visitor.expect(200, 'POST', `/api/me/orders/${order.id}/cancel`);
  await untilEnded(visitor, order.id);
  expect(await buyer(order.id, 'bank/send')).toBe(303);
  const returned = await untilOrder(visitor, order.id, ({ payment, ended }) => payment.at === 'refunded' && ended);
  expect([returned.status, returned.payment.amount]).toEqual(['declined', 1107]);
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'refunded', refunded: 1107 }]);
  await mailTo(visitor, email, /your money is on its way back/);
});

test('a balance is paid in, pays alone, and gives back what was not used', async () => {
  const { visitor } = await server.member();
  await topUp(visitor, 3000);
  const lost = org();
  const quick = await server.member();
  await untilEnded(quick.visitor, (await orderNames(quick.visitor, [{ name: lost }])).id);
  const { id } = await orderNames(visitor, [{ name: org() }], { payment: { method: 'balance' } });
  const ended = await untilEnded(visitor, id);
  expect(ended.payment).toEqual({ at: 'captured', amount: 0, balance: 1107, refunded: 0 });
  expect(await intentsOf(id)).toEqual([]);
  expect(await balanceOf(visitor)).toBe(3000 - 1107);
  const { entries } = await visitor.expect(200, 'GET', '/api/me/balance');
  expect(entries).toMatchObject([
    { kind: 'order', amount: -1107, orderNumber: ended.number },
    { kind: 'topUp', amount: 3000 },
  ]);
});

test('balance and card share a payment; the card is asked for the rest, and what is not used comes back', async () => {
  const { visitor } = await server.member();
  await topUp(visitor, 500);
  const paid = await untilEnded(visitor, (await orderNames(visitor, [{ name: org() }], { balance: 500 })).id);
  expect(paid.payment).toMatchObject({ at: 'captured', amount: 607, balance: 500, refunded: 0 });
  expect(await intentsOf(paid.id)).toMatchObject([{ amount: 607, captured: 607 }]);
  await topUp(visitor, 800);
  const declined = await orderNames(visitor, [{ name: org() }], { balance: 800, card: '4539 0000 1111 0014' });
  await untilEnded(visitor, declined.id);
  expect(await balanceOf(visitor)).toBe(800);
});

test('a balance cannot be spent twice, also not at once', async () => {
  const { visitor } = await server.member();
  await topUp(visitor, 1200);
  const { readyToOrder } = await import('../../scripts/demo.mjs');
  const ready = [];
  for (const name of [org(), org(), org()])
    ready.push(await readyToOrder(visitor, [{ name }], { payment: { method: 'balance' } }));
  const answers = await Promise.all(
    ready.map(({ quote, order }) => visitor.send('POST', '/api/me/orders', order, { 'Idempotency-Key': quote.id })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 422, 422]);
  expect(answers.find(({ status }) => status === 422)?.body.errors[0].pointer).toBe('/balance');
  expect(await balanceOf(visitor)).toBe(1200 - 1107);
});

test('money is paid in by other ways too, and bad amounts are refused with the limits', async () => {
  const { visitor } = await server.member();
  const send = (body: object) => visitor.send('POST', '/api/me/top-ups', body, { 'Idempotency-Key': unique('top-up') });
  const little = await send({ amount: 50, currency: 'USD', payment: { method: 'transfer' } });
  expect(little.body.errors).toMatchObject([{ pointer: '/amount', detail: expect.stringContaining('1.00') }]);
  const itself = await send({ amount: 5000, currency: 'USD', payment: { method: 'balance' } });
  expect(itself.body.errors[0].pointer).toBe('/payment/method');
  const { body } = await send({ amount: 5000, currency: 'EUR', payment: { method: 'transfer' } });
  expect(body.state).toMatchObject({ at: 'waiting', action: { type: 'transfer' } });
  await buyer(body.id, 'bank/send');
  for (let state = body.state.at; state !== 'added';)
    state = (await visitor.expect(200, 'GET', `/api/me/top-ups/${body.id}`)).state.at;
  expect((await visitor.expect(200, 'GET', '/api/me/balance')).balances).toEqual([{ currency: 'EUR', amount: 5000 }]);
});

test.each(['duplicate', 'outOfOrder', 'dropBefore', 'dropAfter'])(
  'notices that come with %s change nothing',
  async (kind) => {
    const { visitor } = await server.member();
    await fault(visitor, 'payments', { on: 'notice', kind, times: 2 });
    const order = await waiting(visitor, 'wallet');
    await buyer(order.id, 'wallet/approve');
    const ended = await untilEnded(visitor, order.id);
    expect(typesOf(ended)).toEqual(['placed', 'waiting', 'authorised', 'sent', 'done', 'captured', 'told']);
    expect(await intentsOf(order.id)).toMatchObject([{ status: 'captured', captured: 1107 }]);
  },
);

describe('a notice', () => {
  const post = (body: string, signature: string) =>
    fetch(`${server.url}/api/payments/notices`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Payments-Signature': signature },
      body,
    });
  const body = JSON.stringify({ id: 'ntc_1', type: 'intent.paid', intent: 'int_1', reference: unique('x') });
  const signed = (text: string, seconds = Math.floor(Date.now() / 1000)) => {
    const secret = process.env['TIENDA_NOTICE_SECRET'] ?? '';
    return `t=${seconds},v1=${createHmac('sha256', secret).update(`${seconds}.${text}`).digest('hex')}`;
  };

  test('that is signed is heard, also about what nobody knows', async () => {
    expect((await post(body, signed(body))).status).toBe(204);
  });

  test.each([
    ['not signed', () => ''],
    ['signed for another body', () => signed('{}')],
    ['signed long ago', () => signed(body, 1_700_000_000)],
  ])('%s is refused', async (_, signature) => {
    expect((await post(body, signature())).status).toBe(401);
  });
});

test('an invoice and its receipt are PDFs for their account alone', async () => {
  const { visitor } = await server.member();
  const ended = await untilEnded(visitor, (await orderNames(visitor, [{ name: org() }])).id);
  const [{ number }] = ended.documents;
  for (const path of ['invoices', 'receipts']) {
    const { status, body, headers } = await visitor.send('GET', `/api/me/${path}/${number}`);
    expect([status, headers.get('Content-Type')]).toEqual([200, 'application/pdf']);
    expect(String(body).slice(0, 5)).toBe('%PDF-');
  }
  const other = await server.member();
  await other.visitor.expect(404, 'GET', `/api/me/invoices/${number}`);
  await visitor.expect(404, 'GET', `/api/me/credit-notes/${number}`);
});

test('invoices are numbered without gaps, however many are issued at once', async () => {
  const members = await Promise.all(Array.from({ length: 6 }, () => server.member()));
  const placed = await Promise.all(members.map(({ visitor }) => orderNames(visitor, [{ name: org() }])));
  const orders = await Promise.all(members.map(({ visitor }, i) => untilEnded(visitor, placed[i].id)));
  const numbers = orders.map(({ documents }) => Number(documents[0].number.split('-')[1])).sort((a, b) => a - b);
  expect(numbers).toEqual(numbers.map((_, index) => (numbers[0] ?? 0) + index));
});

test('a card is kept only where that is wanted, pays again without being typed, and is forgotten', async () => {
  const { visitor } = await server.member();
  const { tokenFor } = await import('../../scripts/demo.mjs');
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const buy = async (payment: object) =>
    untilEnded(visitor, (await orderNames(visitor, [{ name: org() }], { payment: payment as never })).id);
  await buy({ method: 'card', token: await tokenFor(paymentsUrl) });
  expect(await visitor.expect(200, 'GET', '/api/me/cards')).toEqual([]);
  await buy({ method: 'card', token: await tokenFor(paymentsUrl), keep: true });
  const [card] = await visitor.expect(200, 'GET', '/api/me/cards');
  expect(card).toEqual({ id: expect.any(String), last4: '0006', expires: '2049-12' });
  const order = await buy({ method: 'card', card: card.id });
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'captured', captured: order.total }]);

  const other = await server.member();
  const { readyToOrder } = await import('../../scripts/demo.mjs');
  const theirs = await readyToOrder(other.visitor, [{ name: org() }], {
    payment: { method: 'card', card: card.id } as never,
  });
  const refused = await other.visitor.send('POST', '/api/me/orders', theirs.order, { 'Idempotency-Key': 'x' });
  expect(refused.body.errors[0]).toMatchObject({ pointer: '/payment/card', code: 'unknownCard' });
  await other.visitor.expect(404, 'DELETE', `/api/me/cards/${card.id}`);
  await visitor.expect(204, 'DELETE', `/api/me/cards/${card.id}`);
  expect(await visitor.expect(200, 'GET', '/api/me/cards')).toEqual([]);
});
