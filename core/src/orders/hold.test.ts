import { holdLookAt, isHoldDue, isHoldOver } from './hold';
import { effects, next, placed, type Order, type OrderEvent } from './order';

const at = (day: number, hour = 0) => new Date(Date.UTC(2026, 11, day, hour));
const heldUntil = at(8).toISOString();
const line = { kind: 'transferIn', name: 'quay.org', unicode: 'quay.org', years: 1, privacy: true } as const;
const amounts = { charge: 900, discount: 0, fee: 0, privacyPrice: 0, net: 900, autoRenew: false };
const terms = { currency: 'USD', taxRate: '0', taxBasis: 'outOfScope', total: 900 } as const;
const order = placed({ ...terms, funding: { method: 'card', balance: 0 } }, [{ ...line, ...amounts }]);
type Happened = Exclude<OrderEvent, { type: 'placed' }>;
const after = (...events: Happened[]): Order => events.reduce(next, order);
const authorised: Happened = { type: 'authorised', intent: 'int_1', heldUntil };
const anew: Happened = { type: 'heldAnew', intent: 'int_2', heldUntil: at(12).toISOString() };
const refused: Happened = { type: 'holdRefused', reason: 'No.' };

test('held money is held anew three days before the bank lets go of it, also where that is past; what never ends never is', () => {
  const held = after(authorised);
  expect(holdLookAt(held, at(1))).toEqual(at(5));
  expect([at(4, 23), at(5), at(7), at(30)].map((now) => isHoldDue(held, now))).toEqual([false, true, true, true]);
  for (const never of [after({ type: 'authorised', intent: 'int_1' }), order]) {
    expect(holdLookAt(never, at(30))).toBeNull();
    expect(isHoldDue(never, at(30))).toBe(false);
  }
});

test('held anew, what was held before is let go first, and then what is done is paid for by the new one', () => {
  const held = after(authorised, anew);
  expect(effects(held)).toEqual([{ type: 'release', kept: 'int_2' }]);
  expect(isHoldDue(held, at(5))).toBe(false);
  // Of a bank that does not say for how long, nothing is asked again.
  const untold = after(authorised, { type: 'heldAnew', intent: 'int_2' });
  expect([isHoldDue(untold, at(30)), holdLookAt(untold, at(30))]).toEqual([false, null]);
  expect(() => next(held, anew)).toThrow('cannot follow');
  const released = after(authorised, anew, { type: 'released' });
  expect(effects(released)).toEqual([]);
  expect(() => next(released, { type: 'released' })).toThrow('cannot follow');
  const came = { registeredOn: '2020-05-03', delegation: { nameservers: null, hosts: [], ds: [] } };
  const done = [
    { type: 'sent', name: line.name },
    { type: 'done', name: line.name, expiresOn: '2028-05-03', came },
  ] as const;
  expect(effects(done.reduce<Order>(next, released))).toMatchObject([
    { type: 'capture', intent: 'int_2', amount: 900 },
  ]);
  expect(effects(done.reduce<Order>(next, held))).toEqual([{ type: 'release', kept: 'int_2' }]);
});

test('refused, it is asked again twice a day until it is over, and another card makes it good', () => {
  const asked = after(authorised, refused);
  expect(asked.payment).toMatchObject({ at: 'authorised', intent: 'int_1', refused: 'No.' });
  expect(holdLookAt(asked, at(5))).toEqual(at(5, 12));
  expect(isHoldDue(asked, at(7, 23))).toBe(true);
  expect(isHoldDue(asked, at(8))).toBe(false);
  expect(holdLookAt(asked, at(8))).toBeNull();
  expect(after(authorised, refused, anew).payment).not.toHaveProperty('refused');
});

test('what waits for others ends six hours before the money is let go, and only where nobody holds it anew', () => {
  const over = (isRefused: boolean, now: Date) => isHoldOver({ until: heldUntil, isRefused }, now);
  expect([over(true, at(7, 17)), over(true, at(7, 18)), over(false, at(9))]).toEqual([false, true, false]);
  expect(isHoldOver({ isRefused: true }, at(30))).toBe(false);
});
