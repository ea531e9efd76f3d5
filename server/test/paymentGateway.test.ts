import { HttpPayments } from '../src/gateways/payments/httpPayments';
import { PaymentSilent } from '../src/gateways/payments/paymentGateway';
import { tokenFor } from '../../scripts/demo.mjs';
import { intentsOf, unique } from './serverProcess';

const url = `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}`;
const payments = new HttpPayments(url, process.env['TIENDA_PAYMENTS_KEY'] ?? '');

async function fault(...faults: object[]): Promise<void> {
  await fetch(`${url}/faults`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(faults),
  });
}
afterEach(() => fault());

const request = async (card?: string) => ({
  amount: 2197,
  currency: 'USD' as const,
  way: { type: 'card' as const, token: await tokenFor(url, card) },
  reference: unique('order'),
});

async function authorised() {
  const wanted = await request();
  const answer = await payments.begin(wanted, `${wanted.reference} authorise`);
  if (answer.at !== 'authorised') throw new Error('Not authorised');
  return { ...wanted, intent: answer.intent };
}

test('money is held, then taken', async () => {
  const { intent, reference } = await authorised();
  expect(await intentsOf(reference)).toMatchObject([{ status: 'authorised', captured: 0 }]);
  await payments.capture(intent, 1000, `${reference} capture`);
  expect(await intentsOf(reference)).toMatchObject([{ status: 'captured', captured: 1000 }]);
});

test('money is held, then let go, and asking twice changes nothing', async () => {
  const { intent, reference } = await authorised();
  await payments.void(intent, `${reference} void`);
  await payments.void(intent, `${reference} void`);
  expect(await intentsOf(reference)).toMatchObject([{ status: 'voided', captured: 0 }]);
});

test('a card that declines, and a token that nobody knows, are declined with a reason', async () => {
  const declined = await request('4539 0000 1111 0014');
  expect(await payments.begin(declined, declined.reference)).toEqual({
    at: 'declined',
    reason: 'The bank declined the card.',
  });
  const unknown = { ...(await request()), way: { type: 'card' as const, token: 'tok_nobody' } };
  expect(await payments.begin(unknown, unknown.reference)).toMatchObject({ at: 'declined' });
});

test.each(['dropBefore', 'dropAfter', 'refuse'])(
  'a provider that answers with %s is asked again under the same key, and holds the money once',
  async (kind) => {
    await fault({ on: 'authorise', kind, times: 1 });
    const wanted = await request();
    await expect(payments.begin(wanted, wanted.reference)).rejects.toBeInstanceOf(PaymentSilent);
    expect(await payments.begin(wanted, wanted.reference)).toMatchObject({ at: 'authorised' });
    expect(await intentsOf(wanted.reference)).toHaveLength(1);
  },
);

test('what cannot be captured says nothing certain', async () => {
  const { intent, reference } = await authorised();
  await expect(payments.capture(intent, 999_999, `${reference} capture`)).rejects.toBeInstanceOf(PaymentSilent);
});
