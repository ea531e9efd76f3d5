import fc from 'fast-check';
import {
  amountByMethod,
  amountEarned,
  effects,
  hasEnded,
  next,
  placed as placedOrder,
  statusOf,
  tellsEach,
  type Order,
  type OrderEvent,
  type OrderLine,
} from './order';
import { payBy, type Funding } from './payment';

const line = (name: string, net: number, kind: OrderLine['kind'] = 'register'): OrderLine => ({
  kind,
  name,
  unicode: name,
  years: 1,
  privacy: true,
  autoRenew: false,
  charge: net,
  discount: 0,
  fee: 0,
  privacyPrice: 0,
  net,
});
const boats = 'saltwhistle.boats';
const org = 'saltwhistle.org';
type Happened = Exclude<OrderEvent, { type: 'placed' }>;
const lines = [line(boats, 318), line(org, 900, 'renew')];
const placedWith = (funding: Funding): Order =>
  placedOrder({ currency: 'USD', taxRate: '0.23', taxBasis: 'domestic', total: 1498, funding }, lines);
const fromEvents = ([order, ...events]: readonly [Order, ...Happened[]]): Order => events.reduce(next, order);
const placed = placedWith({ method: 'card', balance: 0 });
const authorised: Happened = { type: 'authorised', intent: 'int_1' };
const until = '2026-12-02T10:00:00Z';
const waiting: Happened = {
  type: 'waiting',
  intent: 'int_1',
  action: { type: 'transfer', iban: 'IE00', payee: 'Tienda', reference: 'T1001' },
  until,
};
const paid: Happened = { type: 'paid', intent: 'int_1' };
const declined: Happened = { type: 'declined', cause: 'refused', reason: 'The bank declined the card.' };
const silent: Happened = { type: 'declined', cause: 'silent', reason: 'No answer.', unresolved: true };
const sent = (name: string): Happened =>
  name === org ? { type: 'sent', name, from: '2026-12-20' } : { type: 'sent', name };
const pending = (name: string): Happened => ({ type: 'pending', name });
const done = (name: string): Happened => ({ type: 'done', name, expiresOn: '2027-11-24' });
const refused = (name: string): Happened => ({
  type: 'refused',
  name,
  cause: 'taken',
  reason: 'Someone else was quicker.',
});
const bought = (name: string): Happened[] => [sent(name), done(name)];

test('money is held before the registry is asked, and taken only after it said yes', () => {
  expect(effects(fromEvents([placed]))).toEqual([{ type: 'authorise', amount: 1498, refused: 0 }]);
  const asked = fromEvents([placed, authorised]);
  expect(effects(asked)).toEqual([]);
  expect(() => next(asked, { type: 'captured', amount: 1498, balance: 0, refunded: 0 })).toThrow('cannot follow');
});

test('a way to pay that is refused gives its turn to the next; the order is declined where none is left', () => {
  const order = fromEvents([placed, { type: 'wayRefused', reason: 'The bank declined the card.' }]);
  expect(effects(order)).toEqual([{ type: 'authorise', amount: 1498, refused: 1 }]);
  expect(statusOf(order)).toBe('received');
  expect(effects(next(order, declined))).toEqual([{ type: 'tell' }]);
  expect(() => next(next(order, authorised), { type: 'wayRefused', reason: '' })).toThrow('cannot follow');
});

test('only what got registered is charged, tax computed on that', () => {
  const order = fromEvents([placed, authorised, sent(boats), ...bought(org), refused(boats)]);
  expect(amountEarned(order)).toBe(900 + 207);
  expect(effects(order)).toEqual([{ type: 'capture', intent: 'int_1', amount: 1107, balance: 0, refunded: 0 }]);
  expect(statusOf(order)).toBe('partlyDone');
});

test('an order of which nothing could be registered lets the money go and says so', () => {
  const order = fromEvents([placed, authorised, refused(boats), refused(org)]);
  expect(effects(order)).toEqual([{ type: 'void', intent: 'int_1' }]);
  expect(effects(next(order, { type: 'voided' }))).toEqual([{ type: 'tell' }]);
});

test('a name that the registry decides on later is asked for, and holds up the charge', () => {
  const order = fromEvents([placed, authorised, ...bought(org), sent(boats), pending(boats)]);
  expect(effects(order)).toEqual([]);
  expect(statusOf(order)).toBe('atRegistry');
  expect(amountEarned(next(order, refused(boats)))).toBe(1107);
  expect(statusOf(next(order, done(boats)))).toBe('done');
});

test('what comes from the balance is used first, and the method is asked for the rest', () => {
  const split = placedWith({ method: 'card', balance: 1000 });
  expect(effects(fromEvents([split]))).toEqual([{ type: 'authorise', amount: 498, refused: 0 }]);
  const both = fromEvents([split, authorised, ...bought(boats), ...bought(org)]);
  expect(effects(both)).toEqual([{ type: 'capture', intent: 'int_1', amount: 498, balance: 1000, refunded: 0 }]);
  const one = fromEvents([split, authorised, ...bought(boats), refused(org)]);
  expect(effects(one)).toEqual([{ type: 'capture', intent: 'int_1', amount: 0, balance: 391, refunded: 0 }]);
});

test('an order paid from the balance alone asks nobody for anything', () => {
  const own = placedWith({ method: 'balance', balance: 1498 });
  expect(effects(fromEvents([own]))).toEqual([{ type: 'authorise', amount: 0, refused: 0 }]);
  const all = fromEvents([own, { type: 'authorised' }, ...bought(boats), ...bought(org)]);
  expect(effects(all)).toEqual([{ type: 'capture', amount: 0, balance: 1498, refunded: 0 }]);
});

test('a payment that waits for its buyer is looked at until its time is out', () => {
  const order = fromEvents([placedWith({ method: 'transfer', balance: 0 }), waiting]);
  expect([effects(order), statusOf(order)]).toEqual([
    [{ type: 'awaitPayment', intent: 'int_1', until }],
    'waitingForPayment',
  ]);
  const now = new Date('2026-11-25T10:00:00Z');
  expect(payBy('mobile', now).toISOString()).toBe('2026-11-25T10:10:00.000Z');
  expect(payBy('transfer', now).toISOString()).toBe('2026-12-02T10:00:00.000Z');
});

test('of money that was sent, what was not earned goes back', () => {
  const sentMoney = [placedWith({ method: 'transfer', balance: 0 }), waiting, paid] as const;
  const one = fromEvents([...sentMoney, ...bought(org), refused(boats)]);
  const settlement = { amount: 1107, balance: 0, refunded: 391 };
  expect(effects(one)).toEqual([{ type: 'refund', intent: 'int_1', amount: 391, settlement }]);
  expect(statusOf(next(one, { type: 'captured', ...settlement }))).toBe('partlyDone');
  const none = fromEvents([...sentMoney, refused(org), refused(boats)]);
  expect(effects(none)).toEqual([{ type: 'refund', intent: 'int_1', amount: 1498 }]);
  expect(effects(next(none, { type: 'refunded', amount: 1498 }))).toEqual([{ type: 'tell' }]);
});

test('money that comes after the payment was given up goes back, and that is told', () => {
  const late: Happened = { type: 'paidLate', intent: 'int_1', amount: 1498 };
  const tooLate: Happened = { type: 'declined', cause: 'tooLate', reason: 'No money came in time.' };
  const order = fromEvents([placedWith({ method: 'transfer', balance: 0 }), waiting, tooLate, { type: 'told' }, late]);
  expect([effects(order), statusOf(order)]).toEqual([[{ type: 'refund', intent: 'int_1', amount: 1498 }], 'declined']);
  const returned = next(order, { type: 'refunded', amount: 1498 });
  expect([effects(returned), statusOf(returned)]).toEqual([[{ type: 'tell' }], 'declined']);
  expect(hasEnded(next(returned, { type: 'told' }))).toBe(true);
});

test('a declined card asks the registry for nothing', () => {
  const order = fromEvents([placed, declined]);
  expect(effects(order)).toEqual([{ type: 'tell' }]);
  expect(() => next(order, sent(org))).toThrow('cannot follow');
  expect(hasEnded(next(order, { type: 'told' }))).toBe(true);
});

test('of a provider that was silent, what it may hold is let go, told or not', () => {
  const order = fromEvents([placed, silent]);
  expect(effects(order)).toEqual([{ type: 'tell' }, { type: 'clear' }]);
  const told = next(order, { type: 'told' });
  expect([effects(told), told.told, statusOf(told)]).toEqual([[{ type: 'clear' }], true, 'declined']);
  expect(hasEnded(next(told, { type: 'cleared' }))).toBe(true);
  expect(() => fromEvents([placed, declined, { type: 'cleared' }])).toThrow('cannot follow');
});

test('of a transfer that is too small, what came so far is known, and the rest is waited for', () => {
  const order = fromEvents([
    placedWith({ method: 'transfer', balance: 0 }),
    waiting,
    { type: 'partlyPaid', received: 700 },
  ]);
  expect(order.payment).toMatchObject({ at: 'waiting', received: 700 });
  expect(effects(order)).toEqual([{ type: 'awaitPayment', intent: 'int_1', until }]);
  expect(statusOf(next(order, paid))).toBe('received');
});

test('names whose money the bank let go of stay registered, and nothing is charged', () => {
  const order = fromEvents([placed, authorised, ...bought(boats), ...bought(org), { type: 'lost', reason: 'Let go.' }]);
  expect([statusOf(order), effects(order), moneyKept(order)]).toEqual(['done', [{ type: 'tell' }], 0]);
});

test('a name is registered once, and only one that is in the order', () => {
  const order = fromEvents([placed, authorised, ...bought(org)]);
  expect(() => next(order, done(org))).toThrow('cannot follow');
  expect(() => next(order, sent('saltwhistle.lake'))).toThrow('cannot follow');
});

test('whatever registry, bank and buyer answer, an order reaches an end, and keeps money only for what was done', () => {
  const funding = fc.record({
    method: fc.constantFrom('card', 'wallet', 'mobile', 'transfer'),
    balance: fc.integer({ min: 0, max: 1498 }),
  });
  fc.assert(
    fc.property(funding, fc.infiniteStream(fc.boolean()), (from: Funding, answers) => {
      const yes = () => answers.next().value;
      let order = fromEvents([placedWith(from)]);
      let steps = 0;
      while (!hasEnded(order)) {
        const [effect] = effects(order);
        const events = effect ? eventsFor(effect, from, yes) : order.lines.flatMap((of) => happenedTo(of, yes));
        for (const event of events) order = next(order, event);
        expect((steps += 1)).toBeLessThan(12);
      }
      const kept = moneyKept(order);
      expect(kept).toBe(order.payment.at === 'lost' ? 0 : amountEarned(order));
      expect(kept).toBeLessThanOrEqual(order.total);
      if (order.payment.at === 'captured') {
        const { amount, balance, refunded } = order.payment;
        expect(balance).toBeLessThanOrEqual(from.balance);
        if (from.method === 'transfer') expect(amount + refunded).toBe(amountByMethod(order));
      }
    }),
  );
});

function moneyKept({ payment }: Order): number {
  return payment.at === 'captured' ? payment.amount + payment.balance : 0;
}

/** What follows an effect, for one course that the world may take. */
function eventsFor(effect: ReturnType<typeof effects>[number], { method }: Funding, yes: () => boolean): Happened[] {
  switch (effect.type) {
    case 'authorise':
      if (effect.amount === 0) return [{ type: 'authorised' }];
      if (yes()) return [{ ...silent }];
      if (method === 'card') return [yes() ? authorised : declined];
      return [waiting, { type: 'partlyPaid', received: 100 }];
    case 'clear':
      return [{ type: 'cleared' }];
    case 'release':
      return [{ type: 'released' }];
    case 'awaitPayment':
      if (!yes()) return [{ type: 'declined', cause: 'tooLate', reason: '' }];
      return [method === 'transfer' ? paid : authorised];
    case 'capture': {
      const { amount, balance, refunded } = effect;
      if (amount > 0 && yes()) return [{ type: 'lost', reason: '' }];
      return [{ type: 'captured', amount, balance, refunded }];
    }
    case 'void':
      return [{ type: 'voided' }];
    case 'refund':
      return [
        effect.settlement ? { type: 'captured', ...effect.settlement } : { type: 'refunded', amount: effect.amount },
      ];
    case 'tell':
      return [{ type: 'told' }];
  }
}

/** What happens next at the registry of a line. */
function happenedTo({ name, state, kind }: Order['lines'][number], yes: () => boolean): Happened[] {
  if (state.at === 'pending') return [yes() ? done(name) : refused(name)];
  if (state.at !== 'ready') return [];
  if (kind === 'register' && yes()) return [sent(name), pending(name)];
  return [sent(name), yes() ? done(name) : refused(name)];
}

describe('one word for an order', () => {
  test.each<[string, Happened[]]>([
    ['received', []],
    ['received', [authorised]],
    ['waitingForPayment', [waiting]],
    ['declined', [declined]],
    ['atRegistry', [authorised, sent(boats)]],
    ['atRegistry', [authorised, sent(boats), pending(boats)]],
    ['atRegistry', [authorised, ...bought(boats)]],
    ['done', [authorised, ...bought(boats), ...bought(org)]],
    ['partlyDone', [authorised, ...bought(boats), refused(org)]],
    ['notDone', [authorised, refused(boats), refused(org)]],
    ['notDone', [waiting, paid, refused(boats), refused(org), { type: 'refunded', amount: 1498 }]],
  ])('%s', (word, events) => {
    expect(statusOf(fromEvents([placed, ...events]))).toBe(word);
  });
});

test.each<[string, Happened[]]>([
  ['authorised twice', [authorised, authorised]],
  ['declined after it was authorised', [authorised, declined]],
  ['authorised after it was given up', [waiting, declined, authorised]],
  ['paid without having been asked for', [paid]],
  ['sent before the money is held', [sent(org)]],
  ['sent while the buyer is still to pay', [waiting, sent(org)]],
  ['registered without being sent', [authorised, done(org)]],
  ['voided while a name is open', [authorised, refused(org), { type: 'voided' }]],
  ['refunded while a name is open', [waiting, paid, refused(org), { type: 'refunded', amount: 1 }]],
  ['told before the money is settled', [authorised, { type: 'told' }]],
])('an order cannot be %s', (_, events) => {
  expect(() => fromEvents([placed, ...events])).toThrow('cannot follow');
});

test('an order is told how it ended once', () => {
  expect(() => fromEvents([placed, declined, { type: 'told' }, { type: 'told' }])).toThrow('cannot follow');
});

test('one name is told with its order, a few each by itself, many together at the end', () => {
  expect([1, 2, 10, 11, 500].map(tellsEach)).toEqual([false, true, true, false, false]);
});
