import fc from 'fast-check';
import { portion } from '../money/money';
import { creditFor } from './givingBack';
import { amountEarned, effects, next, placed, type Order, type OrderEvent, type OrderLine } from './order';

type Happened = Exclude<OrderEvent, { type: 'placed' }>;

const line = (name: string, net: number, discount = 0): OrderLine => ({
  kind: 'register',
  name,
  unicode: name,
  years: 1,
  privacy: true,
  autoRenew: false,
  charge: net + discount,
  discount,
  fee: 0,
  privacyPrice: 0,
  net,
});

/** An order that was paid by card and balance, of which so many names were registered. */
function captured(lines: readonly OrderLine[], taxRate: string, fromBalance: number, bought = lines.length): Order {
  const net = lines.reduce((sum, one) => sum + one.net, 0);
  const total = net + portion(net, taxRate);
  const funding = { method: 'card', balance: Math.min(fromBalance, total) } as const;
  const terms = { currency: 'EUR', taxRate, taxBasis: 'domestic', total, funding } as const;
  const events: Happened[] = [
    { type: 'authorised', intent: 'int_1' },
    ...lines.flatMap(({ name }, place): Happened[] => [
      { type: 'sent', name },
      place < bought
        ? { type: 'done', name, expiresOn: '2027-11-25' }
        : { type: 'refused', name, cause: 'taken', reason: '' },
    ]),
  ];
  const order = events.reduce(next, placed(terms, lines));
  const [effect] = effects(order);
  if (effect?.type !== 'capture') return next(order, { type: 'voided' });
  const { amount, balance, refunded } = effect;
  return next(next(order, { type: 'captured', amount, balance, refunded }), { type: 'told' });
}

const given = (order: Order, name: string): Order => {
  const credit = creditFor(order, name);
  return credit ? next(order, { type: 'credited', of: credit.credited }) : order;
};

test('what goes back is what the order costs less without the name, and its note says so to the unit', () => {
  const order = captured([line('saltwhistle.boats', 318), line('saltwhistle.org', 900)], '0.23', 0);
  const credit = creditFor(order, 'saltwhistle.boats');
  expect(credit?.credited).toEqual({ name: 'saltwhistle.boats', amount: 391, balance: 0 });
  expect(credit?.note).toMatchObject({
    kind: 'creditNote',
    because: 'givenBack',
    net: 318,
    total: 391,
    tax: { amount: 73 },
    paid: [{ method: 'card', amount: 391 }],
  });
});

test('the card gets back first what it had paid, and the balance the rest', () => {
  const order = captured([line('saltwhistle.boats', 300), line('saltwhistle.org', 900)], '0', 1000);
  const credit = creditFor(order, 'saltwhistle.boats');
  expect(credit?.credited).toMatchObject({ amount: 200, balance: 100 });
  const after = given(order, 'saltwhistle.boats');
  expect(creditFor(after, 'saltwhistle.org')?.credited).toMatchObject({ amount: 0, balance: 900 });
});

test('nothing goes back twice, for what was not bought, or where nothing was taken', () => {
  const order = captured([line('saltwhistle.boats', 300), line('saltwhistle.org', 900)], '0.2', 0, 1);
  expect(creditFor(order, 'saltwhistle.org')).toBeUndefined();
  expect(creditFor(given(order, 'saltwhistle.boats'), 'saltwhistle.boats')).toBeUndefined();
  expect(creditFor(captured([line('saltwhistle.boats', 0)], '0.2', 0), 'saltwhistle.boats')).toBeUndefined();
});

test('its promo code is free again once nothing is left of what it was used for', () => {
  const lines = [line('a.boats', 300, 45), line('b.boats', 300, 45), line('saltwhistle.org', 900)];
  const order = captured(lines, '0', 0);
  expect(creditFor(order, 'a.boats')?.freesCode).toBe(false);
  expect(creditFor(order, 'saltwhistle.org')?.freesCode).toBe(false);
  expect(creditFor(given(order, 'a.boats'), 'b.boats')?.freesCode).toBe(true);
});

test('whatever is given back in whatever order: all that was taken goes back, and never more by a way than it had paid', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 8 }),
      fc.constantFrom('0', '0.19', '0.23', '0.255'),
      fc.nat(20_000),
      fc.nat(8),
      fc.infiniteStream(fc.nat()),
      (nets, rate, balance, refused, keys) => {
        const lines = nets.map((net, place) => line(`n${place}.boats`, net));
        const order = captured(lines, rate, balance, Math.max(1, lines.length - refused));
        if (order.payment.at !== 'captured') throw new Error(order.payment.at);
        const sorted = lines.map((one) => ({ one, key: Number(keys.next().value) })).sort((a, b) => a.key - b.key);
        const after = sorted.reduce((before, { one }) => given(before, one.name), order);
        if (after.payment.at !== 'captured') throw new Error(after.payment.at);
        const { credited = [], amount } = after.payment;
        const back = credited.reduce((sum, one) => sum + one.amount, 0);
        expect(back).toBe(amount);
        expect(back + credited.reduce((sum, one) => sum + one.balance, 0)).toBe(amountEarned(order));
        expect(credited.every((one) => one.amount >= 0 && one.balance >= 0)).toBe(true);
      },
    ),
  );
});
