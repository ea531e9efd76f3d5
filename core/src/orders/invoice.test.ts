import fc from 'fast-check';
import { creditNoteOf, invoiceNumber, invoiceOf } from './invoice';
import { effects, next, placed, type Order, type OrderEvent, type OrderLine } from './order';

const line = (name: string, charge: number, more: Partial<OrderLine> = {}): OrderLine => {
  const { discount = 0, fee = 0, privacyPrice = 0 } = more;
  const net = charge - discount + fee + privacyPrice;
  const what = { kind: 'register', name, unicode: name, years: 1, privacy: true, autoRenew: false } as const;
  return { ...what, charge, discount, fee, privacyPrice, net };
};
const lines = [
  line('saltwhistle.boats', 300, { fee: 18, discount: 45, privacyPrice: 250 }),
  line('saltwhistle.org', 900),
];

function ended(method: 'card' | 'transfer', balance: number, registered: readonly string[], of = lines): Order {
  const total = of.reduce((sum, { net }) => sum + net, 0);
  const withTax = total + Math.round(total * 0.23);
  const terms = { currency: 'EUR', taxRate: '0.23', taxBasis: 'domestic', total: withTax } as const;
  const events: Exclude<OrderEvent, { type: 'placed' }>[] = [
    method === 'card'
      ? { type: 'authorised', intent: 'i' }
      : {
          type: 'waiting',
          intent: 'i',
          action: { type: 'transfer', iban: '', payee: '', reference: '' },
          until: '2026-12-01T00:00:00Z',
        },
    ...(method === 'transfer' ? [{ type: 'paid', intent: 'i' } as const] : []),
    ...of.flatMap(({ name }): typeof events => [
      { type: 'sent', name },
      registered.includes(name)
        ? { type: 'done', name, expiresOn: '2027-11-25' }
        : { type: 'refused', name, cause: 'taken', reason: '' },
    ]),
  ];
  const order = events.reduce(next, placed({ ...terms, funding: { method, balance } }, of));
  const [effect] = effects(order);
  if (effect?.type === 'capture') {
    const { amount, balance: used, refunded } = effect;
    return next(order, { type: 'captured', amount, balance: used, refunded });
  }
  if (effect?.type === 'refund')
    return next(
      order,
      effect.settlement ? { type: 'captured', ...effect.settlement } : { type: 'refunded', amount: effect.amount },
    );
  return next(order, { type: 'voided' });
}

test('an invoice names every amount of every name that was registered', () => {
  const invoice = invoiceOf(ended('card', 400, ['saltwhistle.boats']));
  expect(invoice).toEqual({
    kind: 'invoice',
    currency: 'EUR',
    lines: [
      {
        name: 'saltwhistle.boats',
        unicode: 'saltwhistle.boats',
        years: 1,
        kind: 'register',
        charge: 300,
        discount: 45,
        fee: 18,
        privacyPrice: 250,
        net: 523,
      },
    ],
    subtotal: 300,
    discount: 45,
    fees: 18,
    privacy: 250,
    net: 523,
    tax: { rate: '0.23', basis: 'domestic', amount: 120 },
    total: 643,
    paid: [
      { method: 'card', amount: 243 },
      { method: 'balance', amount: 400 },
    ],
  });
});

test('where nothing was taken there is nothing to invoice, and nothing to credit', () => {
  const order = ended('card', 0, []);
  expect([invoiceOf(order), creditNoteOf(order)]).toEqual([undefined, undefined]);
});

test('what was held and not taken needs no credit note', () => {
  expect(
    creditNoteOf(
      ended(
        'card',
        0,
        lines.map(({ name }) => name),
      ),
    ),
  ).toBeUndefined();
});

test('numbers have the year and six digits', () => {
  expect(invoiceNumber(2026, 42)).toBe('2026-000042');
});

test('of an order paid beforehand, invoice less credit note is what was earned, to the last unit', () => {
  const amounts = fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 6 });
  fc.assert(
    fc.property(amounts, fc.infiniteStream(fc.boolean()), fc.nat(), (charges, answers, share) => {
      const of = charges.map((charge, index) => line(`boat${index}.org`, charge));
      const names = of.filter(() => answers.next().value).map(({ name }) => name);
      const net = charges.reduce((sum, charge) => sum + charge, 0);
      const total = net + Math.round(net * 0.23);
      const order = ended('transfer', share % total, names, of);
      const beforehand = { ...order, payment: { at: 'paid', intent: 'i' } } as const;
      const credit = creditNoteOf(order);
      const invoiced = invoiceOf(beforehand)?.total ?? 0;
      const kept = order.payment.at === 'captured' ? order.payment.amount + order.payment.balance : 0;
      expect(invoiced - (credit?.total ?? 0)).toBe(kept);
      const givenBack = credit?.paid.reduce((sum, { amount }) => sum + amount, 0) ?? 0;
      expect(givenBack).toBe(credit?.total ?? 0);
      if (credit) expect(credit.net + credit.tax.amount).toBe(credit.total);
    }),
  );
});
