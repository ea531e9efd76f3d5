import type { ShownName } from '@tienda/core/names/shownName';
import { packAhead } from '@tienda/core/pricing/aheadFeed';
import { FakeServer } from './shop';

/** Names that Maren holds: one that ends, one that renews by itself. */
export const boats: ShownName = {
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  registeredOn: '2026-11-24',
  expiresOn: '2028-11-24',
  privacy: true,
  privacyPolicy: 'included',
  autoRenew: false,
  locked: false,
  suspended: false,
  stage: 'active',
  renewFor: [1, 2, 3, 4, 5, 6, 7, 8],
  orderId: 'o1',
  renewal: { on: '2028-11-24', years: 1, amount: 1468, currency: 'USD' },
  afterExpiry: {
    graceFrom: '2028-11-24',
    redemptionFrom: '2029-01-08',
    pendingDeleteFrom: '2029-02-07',
    freeFrom: '2029-02-12',
  },
  holder: { name: 'Maren Solvik', organisation: 'Saltwhistle Boatworks' },
  contacts: { registrant: 'c1', admin: 'c1', tech: 'c1', billing: 'c1' },
};
export const org: ShownName = {
  ...boats,
  name: 'a.org',
  unicode: 'a.org',
  autoRenew: true,
  expiresOn: '2027-11-24',
  renewal: { on: '2027-11-24', years: 1, amount: 900, currency: 'USD' },
  autoRenewal: { charge: { amount: 900, currency: 'USD' }, nextTry: '2027-10-25' },
};

/** A server whose member holds the names. */
export function serverWithNames(...names: ShownName[]): FakeServer {
  const server = new FakeServer();
  const session = { csrf: 't', account: { email: 'm' }, now: '2026-11-24T10:00:00Z', demo: true, paymentsUrl: '' };
  server.instead.set('GET /api/session', { status: 200, body: session });
  server.instead.set('GET /api/me/ahead?currency=USD', { status: 200, body: packAhead(names.map(ahead), 'USD') });
  server.instead.set('GET /api/me/names?currency=USD&limit=50', { status: 200, body: names });
  const counts = { soon: 0, unpaid: 0, unlocked: names.length, suspended: 0, changing: 0 };
  const ending = names.filter(({ autoRenew }) => !autoRenew).length;
  server.instead.set('GET /api/me/name-counts', { status: 200, body: { all: names.length, ending, ...counts } });
  server.instead.set('GET /api/me/names/saltwhistle.boats?currency=USD', { status: 200, body: boats });
  return server;
}

function ahead({ name, unicode, autoRenew, renewal: { on, years, amount }, renewFor, rise }: ShownName) {
  const price = { years, amount, growth: '0', ...(rise ? { rise } : {}) };
  return { name, unicode, autoRenew, on, price, mostYears: renewFor.at(-1) ?? 0 };
}
