import { addDays, comingAnniversary, isoDate } from '@tienda/core/time/isoDate';
import { eppContact } from '@tienda/core/contacts/eppContact';
import type { RdapDomain } from '@tienda/core/rdap/domainObject';
import { heldBackTexts, publicCard } from '@tienda/core/rdap/publicHolder';
import type { ShownOffer } from '@tienda/core/names/shownOffer';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(5, { TIENDA_SWEEP_SECONDS: '0.5' });
});
afterAll(() => server.end());

/** Until when the holder of saltwhistle.com has paid. */
const paidUntil = comingAnniversary('2027-05-03', isoDate(new Date()));

describe('registration data', () => {
  test('a taken name is told in RDAP form, as anyone may see it', async () => {
    const visitor = await server.visitor();
    const { headers, body } = await visitor.send('GET', '/api/lookup/Saltwhistle.com');
    expect(headers.get('Content-Type')).toContain('application/rdap+json');
    const found = typeof body === 'string' ? JSON.parse(body) : body;
    expect(found).toMatchObject({ objectClassName: 'domain', ldhName: 'saltwhistle.com' });
    expect(found.events).toContainEqual({ eventAction: 'expiration', eventDate: `${paidUntil}T09:00:00.000Z` });
  });

  test('a registry that hides its holders says why, and shows none', async () => {
    const visitor = await server.visitor();
    const { body } = await visitor.send('GET', '/api/lookup/boatyard.co.uk');
    const found = typeof body === 'string' ? JSON.parse(body) : body;
    expect(found.redacted[0].reason.description).toContain('no personal details');
    expect(found.entities.map(({ roles }: { roles: string[] }) => roles[0])).toEqual(['registrar']);
  });

  test('a name that nobody holds, and what is no name, are told apart', async () => {
    const visitor = await server.visitor();
    expect((await visitor.send('GET', `/api/lookup/${unique('sw')}.com`)).body.type).toBe('/problems/not-registered');
    expect((await visitor.send('GET', '/api/lookup/salt_whistle.com')).status).toBe(422);
  });
});

describe('watching a taken name', () => {
  test('it says when the name can be free at the earliest; leaving it ends it', async () => {
    const { visitor } = await server.member();
    const watch = await visitor.expect(200, 'PUT', '/api/me/watches/saltwhistle.com');
    expect(watch).toEqual({
      name: 'saltwhistle.com',
      unicode: 'saltwhistle.com',
      expiresOn: paidUntil,
      freeFrom: addDays(paidUntil, 80),
      free: false,
    });
    await visitor.expect(200, 'PUT', '/api/me/watches/saltwhistle.com');
    expect(await visitor.expect(200, 'GET', '/api/me/watches')).toEqual([watch]);
    await visitor.expect(204, 'DELETE', '/api/me/watches/saltwhistle.com');
    expect(await visitor.expect(200, 'GET', '/api/me/watches')).toEqual([]);
  });

  test('a free name has nothing to wait for', async () => {
    const { visitor } = await server.member();
    const { status, body } = await visitor.send('PUT', `/api/me/watches/${unique('sw')}.org`);
    expect([status, body.errors[0].code]).toEqual([422, 'notTaken']);
  });

  test('watches are nobody else’s business', async () => {
    const { visitor } = await server.member();
    await visitor.expect(200, 'PUT', '/api/me/watches/saltwhistle.com');
    const { visitor: other } = await server.member();
    expect(await other.expect(200, 'GET', '/api/me/watches')).toEqual([]);
  });
});

describe('an offer to the holder of a name', () => {
  const offer = (visitor: Visitor, name: string, amount: number, key = unique('key')): Promise<ShownOffer> =>
    visitor.expect(
      201,
      'POST',
      '/api/me/offers',
      { name, amount, feePaidBy: 'buyer', message: 'For our yard' },
      {
        'Idempotency-Key': key,
      },
    );
  const answered = async (visitor: Visitor, id: string): Promise<ShownOffer> => {
    const find = async () => {
      const offers: ShownOffer[] = await visitor.expect(200, 'GET', '/api/me/offers');
      return offers.find((shown) => shown.id === id);
    };
    const found = await until(find, (shown) => shown?.state.at !== 'sent');
    if (!found) throw new Error('The offer is gone');
    return found;
  };

  test('sent twice under one key it is one offer; the sums say who pays the fee', async () => {
    const { visitor } = await server.member();
    const key = unique('key');
    const made = await offer(visitor, 'boatyard.com', 100_000, key);
    expect(made).toMatchObject({ state: { at: 'sent' }, sums: { fee: 10_000, buyerPays: 110_000 } });
    expect((await offer(visitor, 'boatyard.com', 100_000, key)).id).toBe(made.id);
    const second = { name: 'boatyard.com', amount: 90_000, feePaidBy: 'buyer', message: '' };
    const { status, body } = await visitor.send('POST', '/api/me/offers', second, { 'Idempotency-Key': unique('key') });
    expect([status, body.errors[0].code]).toEqual([422, 'offered']);
  });

  test('a high offer is accepted after a while, and a mail says so; nothing was charged', async () => {
    const { visitor, email } = await server.member();
    const { id } = await offer(visitor, 'boatyard.com', 900_000);
    expect((await answered(visitor, id)).state).toEqual({ at: 'agreed', amount: 900_000 });
    const mails: { subject: string; text: string }[] = await until(
      () => visitor.expect(200, 'GET', `/api/demo/inbox?to=${email}`),
      (found: { subject: string; text: string }[]) => found.some(({ subject }) => subject.includes('accepted')),
    );
    expect(mails[0]?.text).toContain('Nothing has been charged');
  });

  test('a low one is turned down, one in between is countered and can be accepted', async () => {
    const { visitor } = await server.member();
    const low = await offer(visitor, 'quayquill.com', 5000);
    const states = new Map<string, ShownOffer>();
    for (const amount of [20_000, 60_000, 120_000, 240_000]) {
      const { visitor: other } = await server.member();
      const made = await offer(other, 'boatyard.org', amount);
      const found = await answered(other, made.id);
      states.set(found.state.at, found);
      if (found.state.at !== 'countered') continue;
      expect(found.state.amount).toBeGreaterThan(amount);
      const agreed = await other.expect(200, 'POST', `/api/me/offers/${made.id}/accept`);
      expect(agreed.state).toEqual({ at: 'agreed', amount: found.state.amount });
      const withdrawn = await other.expect(200, 'POST', `/api/me/offers/${made.id}/withdraw`);
      expect(withdrawn.state.at).toBe('withdrawn');
      expect((await other.send('POST', `/api/me/offers/${made.id}/withdraw`)).status).toBe(409);
    }
    expect([...states.keys()]).toContain('countered');
    expect((await answered(visitor, low.id)).state.at).toBe('declined');
  });

  test('withdrawn it is over; another’s offer cannot be touched', async () => {
    const { visitor } = await server.member();
    const { id } = await offer(visitor, 'boatyard.net', 50_000);
    const { visitor: other } = await server.member();
    for (const wrong of [id, 'x', unique('id')])
      expect((await other.send('POST', `/api/me/offers/${wrong}/withdraw`)).status).toBe(404);
    expect((await visitor.expect(200, 'POST', `/api/me/offers/${id}/withdraw`)).state).toEqual({ at: 'withdrawn' });
  });

  test('bad amounts and free names are refused at their fields', async () => {
    const { visitor } = await server.member();
    const tried = async (body: object) => {
      const key = { 'Idempotency-Key': unique('key') };
      return (await visitor.send('POST', '/api/me/offers', body, key)).body.errors[0].pointer;
    };
    const good = { name: 'boatyard.com', amount: 50_000, feePaidBy: 'buyer', message: '' };
    expect(await tried({ ...good, amount: 49.5 })).toBe('/amount');
    expect(await tried({ ...good, feePaidBy: 'nobody' })).toBe('/feePaidBy');
    expect(await tried({ ...good, name: `${unique('sw')}.org` })).toBe('/name');
    expect(await tried({ ...good, message: 'x'.repeat(1001) })).toBe('/message');
  });
});

test('what the review shows of the public view is what is answered, with privacy and without', async () => {
  const { visitor } = await server.member();
  const open = `${unique('public')}.org`;
  const hidden = `${unique('public')}.org`;
  const wanted = [
    { name: open, privacy: false },
    { name: hidden, privacy: true },
  ];
  await untilEnded(visitor, (await orderNames(visitor, wanted)).id);
  const [kept] = await visitor.expect(200, 'GET', '/api/me/contacts');
  const answer = async (name: string): Promise<RdapDomain> => {
    const { body } = await visitor.send('GET', `/api/lookup/${name}`);
    return typeof body === 'string' ? JSON.parse(body) : body;
  };
  const seen = (await answer(open)).entities.find(({ roles }) => roles.includes('registrant'));
  expect(seen?.vcardArray).toEqual(publicCard(eppContact(kept, '', false, '')));
  const held = await answer(hidden);
  expect(held.entities.some(({ roles }) => roles.includes('registrant'))).toBe(false);
  expect(held.redacted?.[0]?.reason.description).toBe(heldBackTexts.privacy);
});
