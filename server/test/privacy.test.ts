import { marenContact, orderNames, placeOrder, readyToOrder, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { buyer, fault, intentsOf, mailTo, ServerProcess, unique, untilOrder, untilSettled } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(29);
});
afterEach(async () => {
  const visitor = await server.visitor();
  for (const registry of await registries(visitor)) await fault(visitor, registry);
});
afterAll(() => server.end());

interface Known {
  readonly label: string;
  readonly registry: string;
  readonly requirements: readonly object[];
  readonly terms: { readonly register: readonly number[] };
  readonly privacy: { readonly policy: string; readonly price: number };
}
const known = (visitor: Visitor): Promise<Known[]> => visitor.expect(200, 'GET', '/api/extensions');
const registries = async (visitor: Visitor) => [...new Set((await known(visitor)).map(({ registry }) => registry))];

/** Someone who holds a name in an extension with this policy. */
async function holder(policy: string, privacy: boolean, years = 1) {
  const { visitor, email } = await server.member();
  const extension = (await known(visitor)).find(
    (one) => one.privacy.policy === policy && one.requirements.length === 0 && one.terms.register.includes(years),
  );
  if (!extension) throw new Error(`No extension has ${policy}`);
  const name = `${unique('veil')}.${extension.label}`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name, privacy, years }])).id, 120_000);
  expect(order.status).toBe('done');
  return { visitor, email, name, extension };
}

const shown = (visitor: Visitor, name: string) => visitor.expect(200, 'GET', `/api/me/names/${name}`);

/** What anyone who looks it up sees of its holder. */
async function publicHolder(visitor: Visitor, name: string): Promise<string> {
  return JSON.stringify((await visitor.expect(200, 'GET', `/api/lookup/${name}`)).entities ?? []);
}

test('privacy that costs nothing is switched at the registry, seen by the public, and logged', async () => {
  const { visitor, name, extension } = await holder('included', true);
  expect(await publicHolder(visitor, name)).not.toContain('Maren Solvik');
  const open = await visitor.expect(200, 'PATCH', `/api/me/names/${name}`, { privacy: false });
  expect(open.privacy).toBe(false);
  expect(await publicHolder(visitor, name)).toContain('Maren Solvik');
  await fault(visitor, extension.registry, { on: 'updateDomain', kind: 'dropAfter', times: 1 });
  const { asked } = await visitor.expect(200, 'POST', '/api/me/name-changes', { names: [name], privacy: true });
  expect(asked).toEqual([name]);
  expect((await untilSettled(visitor, name)).privacy).toBe(true);
  expect(await publicHolder(visitor, name)).not.toContain('Maren Solvik');
  const log = await visitor.expect(200, 'GET', `/api/me/names/${name}/log`);
  expect(log.slice(0, 2)).toMatchObject([
    { what: { type: 'privacy', on: true } },
    { what: { type: 'privacy', on: false } },
  ]);
});

test('privacy that has its price is paid for each year still to run, renewed with it, and nothing comes back when it goes', async () => {
  const { visitor, email, name, extension } = await holder('priced', false, 2);
  const before = await shown(visitor, name);
  const { renewal }: { renewal: { amount: number } } = before;
  const later = renewal.amount + extension.privacy.price;
  expect(before.hiding).toEqual({ years: 2, amount: 2 * extension.privacy.price });
  const refused = await visitor.send('PATCH', `/api/me/names/${name}`, { privacy: true });
  expect([refused.status, refused.body.type]).toEqual([409, '/problems/cannot-change']);
  const line = { action: 'privacy', years: 2, privacy: true, autoRenew: false };
  expect((await visitor.send('PUT', `/api/basket/${name}`, { ...line, years: 1 })).body.errors[0].code).toBe(
    'notYearsToRun',
  );
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, line);
  const { quote, order } = await readyToOrder(visitor, [{ name, years: 2, action: 'privacy' }]);
  expect([quote.net, quote.lines[0].charge, quote.lines[0].fee]).toEqual([before.hiding.amount, 0, 0]);
  expect(quote.dueLater).toMatchObject([{ on: before.expiresOn, amount: later }]);
  const placed = await placeOrder(visitor, { quote, order });
  const ended = await untilEnded(visitor, placed.id);
  expect([ended.status, ended.lines[0].state]).toEqual(['done', { at: 'done' }]);
  expect((await intentsOf(ended.id)).map(({ captured }) => captured)).toEqual([quote.total]);
  expect((await mailTo(visitor, email, /the holder of .* is hidden$/)).text).toContain(`${name}, privacy, 2 years`);
  const after = await shown(visitor, name);
  expect([after.privacy, after.hiding, after.expiresOn]).toEqual([true, undefined, before.expiresOn]);
  expect(after.renewal.amount).toBe(later);
  expect(await publicHolder(visitor, name)).not.toContain('Maren Solvik');
  expect((await visitor.send('PUT', `/api/basket/${name}`, line)).body.errors[0].code).toBe('privacyNotSold');
  await visitor.expect(200, 'PATCH', `/api/me/names/${name}`, { privacy: false });
  expect((await intentsOf(ended.id)).map(({ refunded }) => refunded)).toEqual([0]);
  expect((await shown(visitor, name)).hiding).toEqual(before.hiding);
});

test('what its registry refuses costs nothing, and where there is nothing to buy nothing is sold', async () => {
  const { visitor, name, extension } = await holder('priced', false);
  await fault(visitor, extension.registry, { on: 'updateDomain', kind: 'refuse', code: 2304, times: 1 });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name, action: 'privacy' }])).id);
  expect([order.status, (await intentsOf(order.id)).map(({ captured }) => captured)]).toEqual(['notDone', [0]]);
  expect((await shown(visitor, name)).privacy).toBe(false);
  for (const policy of ['hiddenByRegistry', 'notAllowed', 'included']) {
    const other = await holder(policy, policy === 'included');
    const items = [{ name: other.name, action: 'privacy', years: 1, privacy: true, autoRenew: false }];
    const customer = { country: 'IE', kind: 'business', isNew: false };
    const quote = await other.visitor.expect(200, 'POST', '/api/quotes', {
      currency: 'USD',
      items,
      codes: [],
      customer,
    });
    expect([policy, quote.problems[0]?.code]).toEqual([policy, 'privacyNotSold']);
    if (policy === 'included') continue;
    const { status, body } = await other.visitor.send('PATCH', `/api/me/names/${other.name}`, { privacy: true });
    expect([policy, status, body.type]).toEqual([policy, 409, '/problems/cannot-change']);
  }
});

test('privacy that is paid late leaves the contacts as they are by then', async () => {
  const { visitor, name } = await holder('priced', false);
  const { hiding } = await shown(visitor, name);
  const wanted = [{ name, action: 'privacy', years: hiding.years } as const];
  const { quote, order } = await readyToOrder(visitor, wanted, { payment: { method: 'transfer' } });
  const placed = await placeOrder(visitor, { quote, order });
  const person = { kind: 'person', organisation: undefined, name: 'Ilse Quay', email: 'ilse@quayquill.example' };
  const ilse = await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, ...person });
  await visitor.expect(200, 'POST', '/api/me/name-contacts', { names: [name], tech: ilse.id });
  for (let tries = 0; (await shown(visitor, name)).contacts.tech !== ilse.id && tries < 100; tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  await untilOrder(visitor, placed.id, ({ payment }) => payment.at === 'waiting');
  await buyer(placed.id, 'bank/send');
  expect((await untilEnded(visitor, placed.id)).status).toBe('done');
  expect(await shown(visitor, name)).toMatchObject({ privacy: true, contacts: { tech: ilse.id } });
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}/registry`)).differences).toEqual([]);
});
