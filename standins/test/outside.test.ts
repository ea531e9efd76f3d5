import { addYears, comingAnniversary, isoDate } from '@tienda/core/time/isoDate';
import { registrationData } from '@tienda/core/rdap/registrationData';
import { until } from '../../scripts/demo.mjs';

const registryPort = Number(process.env['TIENDA_REGISTRY_PORT']);
const rdapUrl = `http://127.0.0.1:${process.env['TIENDA_RDAP_PORT'] ?? registryPort + 10}`;
const brokerUrl = `http://127.0.0.1:${process.env['TIENDA_BROKER_PORT'] ?? registryPort + 40}`;

const paidUntil = comingAnniversary('2027-05-03', isoDate(new Date()));

describe('registration data', () => {
  const lookup = async (name: string) => {
    const response = await fetch(`${rdapUrl}/domain/${name}`);
    return {
      status: response.status,
      type: response.headers.get('Content-Type'),
      body: JSON.parse(await response.text()),
    };
  };

  test('the bootstrap file says which server knows an extension', async () => {
    const { version, services } = JSON.parse(await (await fetch(`${rdapUrl}/dns.json`)).text());
    expect(version).toBe('1.0');
    const [zones, urls] = services.find(([list]: [string[]]) => list.includes('co.uk'));
    expect(zones.length).toBeGreaterThan(10);
    expect(urls[0]).toMatch(/^http:.*\/$/);
  });

  test('a registered name is told with registrar, dates and nameservers', async () => {
    const { type, body } = await lookup('Saltwhistle.COM');
    expect(type).toContain('application/rdap+json');
    expect(registrationData(body)).toMatchObject({
      name: 'saltwhistle.com',
      registrar: 'Harbourgate',
      registeredOn: addYears(paidUntil, -6),
      expiresOn: paidUntil,
      statuses: ['client transfer prohibited'],
      nameservers: ['ns1.harbourgate.example', 'ns2.harbourgate.example'],
    });
  });

  test('a registry that wants holders shown shows them; one that hides them says so', async () => {
    const shown = registrationData((await lookup('you.info')).body);
    expect(shown.holder?.name).toMatch(/^\w+ \w+$/);
    const hidden = registrationData((await lookup('boatyard.co.uk')).body);
    expect(hidden.holder).toBeUndefined();
    expect(hidden.heldBack).toContain('no personal details');
  });

  test('who is not registered is not found, and neither is an extension that nobody keeps', async () => {
    for (const name of ['nobody-has-this.com', 'saltwhistle.nowhere']) {
      const { status, body } = await lookup(name);
      expect([status, body.errorCode]).toEqual([404, 404]);
    }
  });
});

describe('registration data, asked in other ways', () => {
  const raw = (path: string) => fetch(`${rdapUrl}${path}`);

  test('a name in its own letters, with a dot at its end, or in capitals is the same name', async () => {
    for (const name of ['SALTWHISTLE.com.', 'saltwhistle%E3%80%82com', 'saltwhistle.com'])
      expect(await (await raw(`/domain/${name}`)).json()).toMatchObject({ ldhName: 'saltwhistle.com' });
  });

  test.each(['salt_whistle.com', '%00.com', 'a..com', `${'a'.repeat(64)}.com`, '-a.com'])(
    'what is no name is refused as such: %s',
    async (name) => {
      const response = await raw(`/domain/${name}`);
      expect(response.status).toBe(400);
      expect(response.headers.get('Content-Type')).toContain('application/rdap+json');
      const body = await response.text();
      expect(JSON.parse(body)).toMatchObject({ errorCode: 400, rdapConformance: ['rdap_level_0'] });
      expect(body).not.toMatch(/select|from|query/i);
    },
  );

  test('help says what there is, and every answer links to itself and says what it is', async () => {
    const help = JSON.parse(await (await raw('/help')).text());
    expect(help.notices[0].title).toBe('Help');
    const domain = JSON.parse(await (await raw('/domain/saltwhistle.com')).text());
    expect(domain.links[0]).toMatchObject({ rel: 'self', href: `${rdapUrl}/domain/saltwhistle.com` });
    expect(domain.notices[0].title).toBe('Terms of use');
  });
});

describe('the broker', () => {
  const key = process.env['TIENDA_BROKER_KEY'] ?? '';
  const reference = `test-${process.pid}-${Date.now()}`;
  const call = async (method: string, more = '', body?: object, bearer = key) => {
    const response = await fetch(`${brokerUrl}/v1/offers/${reference}${more}`, {
      method,
      headers: { Authorization: `Bearer ${bearer}`, 'Content-Type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    const text = await response.text();
    return { status: response.status, body: text === '' ? undefined : safely(text) };
  };
  const safely = (text: string): { state?: string; amount?: number } => {
    try {
      return JSON.parse(text);
    } catch {
      return {};
    }
  };

  test('lets nobody in without the key, and takes no nonsense', async () => {
    expect((await call('GET', '', undefined, 'guess')).status).toBe(401);
    expect((await call('PUT', '', { name: 'boatyard.com' })).status).toBe(400);
    expect((await call('PUT', '', { name: 'boatyard.com', amount: -5 })).status).toBe(400);
    expect((await call('GET')).status).toBe(404);
  });

  test('an offer waits for its holder, is answered after a while, and is forgotten when withdrawn', async () => {
    const offer = { name: 'boatyard.com', amount: 900_000, message: 'For our yard' };
    expect((await call('PUT', '', offer)).body).toEqual({ state: 'sent' });
    expect((await call('PUT', '', offer)).body).toEqual({ state: 'sent' });
    const answer = await until(
      () => call('GET'),
      ({ body }) => body?.state !== 'sent',
    );
    expect(answer.body).toEqual({ state: 'accepted' });
    expect((await call('DELETE')).status).toBe(204);
    expect((await call('GET')).status).toBe(404);
    expect((await call('PUT', '/sale', {})).body).toEqual({ state: 'off' });
  });

  test('what is accepted is sold once: handed over after a while, paid what was agreed, and not called off after that', async () => {
    await call('PUT', '', { name: 'ladder.com', amount: 900_000, message: '' });
    expect((await call('PUT', '/sale', {})).body).toEqual({ state: 'awaited' });
    const sale = await until(
      () => call('PUT', '/sale', {}),
      ({ body }) => body?.state !== 'awaited',
    );
    expect(sale.body).toMatchObject({ state: 'delivered', authCode: expect.stringMatching(/^Sold-/) });
    expect((await call('PUT', '/sale', {})).body).toEqual(sale.body);
    expect((await call('PUT', '/payment', { amount: 1 })).status).toBe(409);
    for (let i = 0; i < 2; i += 1) expect((await call('PUT', '/payment', { amount: 900_000 })).status).toBe(204);
    expect((await call('DELETE', '/sale')).status).toBe(409);
    expect((await call('DELETE')).status).toBe(204);
  });
});
