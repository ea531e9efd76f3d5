import { randomUUID } from 'node:crypto';
import { Keyring } from '../src/platform/secrets/keyring';
import { next, placed as placedOrder, type Order, type OrderEvent, type OrderLine } from '@tienda/core/orders/order';
import { doneMail, endedMail, receivedMail } from '../src/names/orders/mails';
import { contactsOf } from '@tienda/core/contacts/roles';
import {
  authCode,
  authCodes,
  contactHandle,
  contactHandles,
  eppDomain,
  isOurs,
  transactionOf,
} from '../src/names/operations/identity';

const line = (name: string, more: Partial<OrderLine> = {}): OrderLine => ({
  kind: 'register',
  name,
  unicode: name,
  years: 1,
  privacy: true,
  autoRenew: false,
  charge: 900,
  discount: 0,
  fee: 0,
  privacyPrice: 0,
  net: 900,
  ...more,
});
type Happened = Exclude<OrderEvent, { type: 'placed' }>;
const terms = { currency: 'USD', taxRate: '0.23', taxBasis: 'domestic', total: 2214 } as const;
const placed = (...lines: OrderLine[]) => placedOrder({ ...terms, funding: { method: 'card', balance: 0 } }, lines);
const registration = (name: string): Happened[] => [
  { type: 'sent', name },
  { type: 'done', name, expiresOn: '2027-11-24' },
];
const maren = { email: 'maren@saltwhistle.example', language: 'en' } as const;
const mailFor = (order: Order, ...events: Happened[]) => endedMail(maren, 1001, events.reduce(next, order));

test('an order that went through says until when, and what was taken', () => {
  const mail = mailFor(
    placed(line('a.org', { years: 2 }), line('b.org')),
    { type: 'authorised', intent: 'i' },
    ...registration('a.org'),
    ...registration('b.org'),
    { type: 'captured', amount: 2214, balance: 0, refunded: 0 },
  );
  expect(mail.subject).toBe('Order 1001: 2 of 2 names are registered');
  expect(mail.text).toContain('a.org: registered for 2 years, until 2027-11-24');
  expect(mail.text).toContain('b.org: registered for 1 year, until 2027-11-24');
  expect(mail.text).toContain('Taken: 22.14 USD, tax included');
});

test('a name that could not be had is named with its reason, and less is taken', () => {
  const mail = mailFor(
    placed(line('a.org'), line('b.org')),
    { type: 'authorised', intent: 'i' },
    ...registration('a.org'),
    { type: 'refused', name: 'b.org', cause: 'taken', reason: 'Someone else registered it a moment earlier.' },
    { type: 'captured', amount: 1107, balance: 0, refunded: 0 },
  );
  expect(mail.subject).toBe('Order 1001: a.org is registered');
  expect(mail.text).toContain('b.org: not registered. Someone else registered it a moment earlier.');
  expect(mail.text).toContain('Taken: 11.07 USD');
});

test('an order of which nothing came says that nothing was taken', () => {
  const mail = mailFor(
    placed(line('a.org')),
    { type: 'authorised', intent: 'i' },
    { type: 'refused', name: 'a.org', cause: 'refused', reason: 'The registry refused: Reserved.' },
    { type: 'voided' },
  );
  expect(mail.subject).toBe('Order 1001: nothing could be registered');
  expect(mail.text).toContain('Taken: 0.00 USD');
});

test('in Spanish the same is said, the registry’s own words as they are', () => {
  const events: Happened[] = [
    { type: 'authorised', intent: 'i' },
    ...registration('a.org'),
    { type: 'refused', name: 'b.org', cause: 'refused', reason: 'x', said: 'Reserved' },
    { type: 'refused', name: 'c.org', cause: 'price', reason: 'x', asks: { register: 9500, renew: 1200 } },
    { type: 'captured', amount: 1107, balance: 0, refunded: 0 },
  ];
  const order = placed(line('a.org', { years: 2 }), line('b.org'), line('c.org'));
  const mail = endedMail({ ...maren, language: 'es' }, 1001, events.reduce(next, order));
  expect(mail.subject).toBe('Pedido 1001: a.org está registrado');
  expect(mail.text).toContain('a.org: registrado por 2 años, hasta el 2027-11-24');
  expect(mail.text).toContain('b.org: no registrado. El operador lo rechazó: “Reserved”.');
  expect(mail.text).toContain('95.00 USD el primer año, después 12.00 USD al año');
});

test('an order that was not paid says that nothing is lost', () => {
  const reason = 'The bank declined the card.';
  const mail = mailFor(placed(line('a.org')), { type: 'declined', cause: 'refused', reason });
  expect(mail.subject).toBe('Order 1001: not paid');
  expect(mail.text).toContain(
    'The payment was refused: “The bank declined the card.” Nothing was done and nothing was taken.',
  );
  expect(mail.text).toContain('What you chose is back in your basket');
});

test('a renewal is told as one, alone and beside registrations', () => {
  const renewal = line('r.org', { kind: 'renew', years: 3 });
  const events: Happened[] = [
    { type: 'authorised', intent: 'i' },
    { type: 'sent', name: 'r.org', from: '2026-12-20' },
    { type: 'done', name: 'r.org', expiresOn: '2029-12-20' },
  ];
  const alone = mailFor(placed(renewal), ...events, { type: 'captured', amount: 1107, balance: 0, refunded: 0 });
  expect(alone.subject).toBe('Order 1001: r.org is renewed');
  expect(alone.text).toContain('r.org: renewed for 3 years, until 2029-12-20');
  const mixed = mailFor(
    placed(renewal, line('a.org')),
    ...events,
    { type: 'refused', name: 'a.org', cause: 'taken', reason: 'x' },
    { type: 'captured', amount: 1107, balance: 0, refunded: 0 },
  );
  expect(mixed.subject).toBe('Order 1001: 1 of several is done: r.org');
  expect(mixed.text).toContain('a.org: not registered.');
  expect(receivedMail(maren, 1001, placed(renewal)).text).toContain('r.org, renewed for 3 years: 9.00 USD');
  const mail = doneMail(maren, 1001, renewal, { expiresOn: '2029-12-20', autoRenew: true });
  expect(mail.subject).toBe('r.org is renewed');
  expect(mail.text).toContain('renewed with order 1001 for 3 years, until 2029-12-20');
});

test('of money from the balance and money sent, each part is accounted for', () => {
  const split = placedOrder({ ...terms, funding: { method: 'transfer', balance: 500 } }, [
    line('a.org'),
    line('b.org'),
  ]);
  const action = { type: 'transfer', iban: 'IE12 ZZZZ', payee: 'Tienda Names', reference: 'TN-1' } as const;
  const waiting: Happened = { type: 'waiting', intent: 'i', action, until: '2026-12-02T10:00:00.000Z' };
  const received = receivedMail(maren, 1001, next(split, waiting));
  expect(received.text).toContain('Send 17.14 USD by bank transfer');
  expect(received.text).toContain('reference: TN-1');
  expect(received.text).toContain('arrive by 2026-12-02');
  const mail = mailFor(
    split,
    waiting,
    { type: 'paid', intent: 'i' },
    ...registration('a.org'),
    { type: 'refused', name: 'b.org', cause: 'taken', reason: 'Someone else registered it.' },
    { type: 'captured', amount: 607, balance: 500, refunded: 1107 },
  );
  expect(mail.text).toContain('Taken: 11.07 USD');
  expect(mail.text).toContain('Of that from your balance: 5.00 USD');
  expect(mail.text).toContain('Given back: 11.07 USD');
});

describe('what a registration is recognised by', () => {
  const keys = new Keyring(['secret']);

  test('a name sent under a key that was replaced since is still known to be ours', () => {
    const rotated = new Keyring(['fresh', 'secret']);
    expect(authCode(rotated, 'o1', 'a.org')).not.toBe(authCode(keys, 'o1', 'a.org'));
    expect(authCodes(rotated, 'o1', 'a.org')).toContain(authCode(keys, 'o1', 'a.org'));
  });

  test('is the same at every attempt, and another for another order', () => {
    expect(authCode(keys, 'o1', 'a.org')).toBe(authCode(keys, 'o1', 'a.org'));
    expect(authCode(keys, 'o1', 'a.org')).not.toBe(authCode(keys, 'o2', 'a.org'));
    expect(authCode(keys, 'o1', 'a.org')).not.toBe(authCode(new Keyring(['other']), 'o1', 'a.org'));
  });

  test('fits what registries take: 3 to 16 characters for a contact, 3 to 64 for a transaction', () => {
    expect(contactHandle('c1', true)).toMatch(/^TI[0-9A-F]{14}$/);
    expect(contactHandle('c1', true)).not.toBe(contactHandle('c1', false));
    expect(transactionOf(randomUUID()).length).toBeLessThanOrEqual(64);
  });

  test('tells our own name from somebody else’s', () => {
    const found = {
      name: 'a.org',
      roid: 'A_ORG-TEST',
      statuses: ['ok'],
      registrant: 'TI1',
      contacts: [],
      nameservers: [],
      sponsor: 'tienda',
      creator: 'tienda',
      createdAt: '',
      expiresAt: '',
      authCode: 'code',
    };
    expect(isOurs(found, 'TI1', ['new', 'code'])).toBe(true);
    expect(isOurs({ ...found, authCode: 'other' }, 'TI1', ['code'])).toBe(false);
    expect(isOurs({ ...found, registrant: 'HG-a' }, 'TI1', ['code'])).toBe(false);
  });

  test('a premium name is asked for at the fee that was shown, for all its years', () => {
    const premium = { register: 90000, renew: 3200 };
    const asked = { years: 1, privacy: true, contacts: contactsOf('maren') };
    const handles = contactHandles(contactsOf('maren'), true);
    expect(eppDomain('boatyard.marine', { ...asked, years: 3, premium }, handles, 'code').fee).toEqual({
      currency: 'USD',
      amount: '964.00',
    });
    expect(eppDomain('a.org', asked, handles, 'code')).not.toHaveProperty('fee');
  });

  test('each contact of a name goes to the registry in its own right', () => {
    const handles = contactHandles(contactsOf('maren', { tech: 'ilse' }), true);
    const asked = { years: 1, privacy: true, contacts: contactsOf('maren', { tech: 'ilse' }) };
    const domain = eppDomain('a.org', asked, handles, 'code');
    expect(domain.registrant).toBe(contactHandle('maren', true));
    expect(domain.contacts).toEqual([
      { type: 'admin', id: contactHandle('maren', true) },
      { type: 'tech', id: contactHandle('ilse', true) },
      { type: 'billing', id: contactHandle('maren', true) },
    ]);
  });
});
