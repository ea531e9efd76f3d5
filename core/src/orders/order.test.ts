import fc from 'fast-check';
import { amountEarned, effects, fromEvents, next, statusOf, type OrderEvent, type OrderLine } from './order';

const line = (name: string, net: number): OrderLine => ({
  name,
  unicode: name,
  years: 1,
  privacy: true,
  autoRenew: false,
  net,
});
const placed: OrderEvent = {
  type: 'placed',
  lines: [line('saltwhistle.boats', 318), line('saltwhistle.org', 900)],
  currency: 'USD',
  taxRate: '0.23',
  total: 1498,
};
const authorised: OrderEvent = { type: 'authorised', intent: 'pi_1' };
const sent = (name: string): OrderEvent => ({ type: 'sent', name });
const registered = (name: string): OrderEvent => ({ type: 'registered', name, expiresOn: '2027-11-24' });
const refused = (name: string): OrderEvent => ({ type: 'notRegistered', name, reason: 'Someone else was quicker.' });

test('money is held before the registry is asked, and taken only after it said yes', () => {
  expect(effects(fromEvents([placed]))).toEqual([{ type: 'authorise' }]);
  const asked = fromEvents([placed, authorised]);
  expect(effects(asked)).toEqual([
    { type: 'register', name: 'saltwhistle.boats' },
    { type: 'register', name: 'saltwhistle.org' },
  ]);
  expect(() => next(asked, { type: 'captured', amount: 1498 })).toThrow('cannot follow');
});

test('only what got registered is charged, tax computed on that', () => {
  const order = fromEvents([
    placed,
    authorised,
    sent('saltwhistle.boats'),
    sent('saltwhistle.org'),
    registered('saltwhistle.org'),
    refused('saltwhistle.boats'),
  ]);
  expect(amountEarned(order)).toBe(900 + 207);
  expect(effects(order)).toEqual([{ type: 'capture', amount: 1107 }]);
  expect(statusOf(order)).toBe('partlyRegistered');
});

test('an order of which nothing could be registered gives the money back and says so', () => {
  const order = fromEvents([placed, authorised, refused('saltwhistle.boats'), refused('saltwhistle.org')]);
  expect(effects(order)).toEqual([{ type: 'void' }]);
  expect(effects(next(order, { type: 'voided' }))).toEqual([{ type: 'tell' }]);
});

test('a declined card asks the registry for nothing', () => {
  const order = fromEvents([placed, { type: 'declined', reason: 'insufficient_funds' }]);
  expect(effects(order)).toEqual([{ type: 'tell' }]);
  expect(() => next(order, sent('saltwhistle.org'))).toThrow('cannot follow');
  expect(effects(next(order, { type: 'told' }))).toEqual([]);
});

test('an order is placed once', () => {
  expect(() => fromEvents([placed, placed])).toThrow('cannot follow');
});

test('a name is registered once, and only one that is in the order', () => {
  const order = fromEvents([placed, authorised, sent('saltwhistle.org'), registered('saltwhistle.org')]);
  expect(() => next(order, registered('saltwhistle.org'))).toThrow('cannot follow');
  expect(() => next(order, sent('saltwhistle.lake'))).toThrow('cannot follow');
});

test('whatever the registry and the bank answer, an order reaches an end, and takes money only for names registered', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.boolean()), (answers) => {
      const yes = () => answers.next().value;
      let order = fromEvents([placed]);
      let steps = 0;
      for (let [effect] = effects(order); effect; [effect] = effects(order)) {
        if (effect.type === 'authorise') order = next(order, yes() ? authorised : { type: 'declined', reason: 'no' });
        else if (effect.type === 'register') {
          order = next(order, sent(effect.name));
          order = next(order, yes() ? registered(effect.name) : refused(effect.name));
        } else if (effect.type === 'capture') order = next(order, { type: 'captured', amount: effect.amount });
        else order = next(order, effect.type === 'void' ? { type: 'voided' } : { type: 'told' });
        expect((steps += 1)).toBeLessThan(10);
      }
      const names = order.lines.filter(({ state }) => state.at === 'registered').length;
      expect(order.payment.at === 'captured').toBe(names > 0);
      if (order.payment.at === 'captured') expect(order.payment.amount).toBeLessThanOrEqual(order.total);
    }),
  );
});

describe('one word for an order', () => {
  const boats = 'saltwhistle.boats';
  const org = 'saltwhistle.org';

  test.each<[string, OrderEvent[]]>([
    ['received', []],
    ['received', [authorised]],
    ['declined', [{ type: 'declined', reason: 'The bank declined the card.' }]],
    ['atRegistry', [authorised, sent(boats)]],
    ['atRegistry', [authorised, sent(boats), registered(boats)]],
    ['registered', [authorised, sent(boats), registered(boats), sent(org), registered(org)]],
    ['partlyRegistered', [authorised, sent(boats), registered(boats), refused(org)]],
    ['notRegistered', [authorised, refused(boats), refused(org)]],
  ])('%s', (word, events) => {
    expect(statusOf(fromEvents([placed, ...events]))).toBe(word);
  });
});

test('an order without its first event is none', () => {
  expect(() => fromEvents([])).toThrow('begins with placed');
  expect(() => fromEvents([authorised])).toThrow('cannot follow nothing');
});

test.each<[string, OrderEvent[]]>([
  ['authorised twice', [authorised, authorised]],
  ['declined after it was authorised', [authorised, { type: 'declined', reason: 'no' }]],
  ['sent before the money is held', [sent('saltwhistle.org')]],
  ['registered without being sent', [authorised, registered('saltwhistle.org')]],
  ['voided while a name is open', [authorised, refused('saltwhistle.org'), { type: 'voided' }]],
  ['told before the money is settled', [authorised, { type: 'told' }]],
])('an order cannot be %s', (_, events) => {
  expect(() => fromEvents([placed, ...events])).toThrow('cannot follow');
});

test('an order is told how it ended once', () => {
  const ended: OrderEvent[] = [placed, { type: 'declined', reason: 'no' }, { type: 'told' }];
  expect(() => fromEvents([...ended, { type: 'told' }])).toThrow('cannot follow');
});
