import { owner } from '@tienda/core/accounts/actor';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { RdapDomain } from '@tienda/core/rdap/domainObject';
import { AccountStore } from '../src/people/accounts/store';
import { CatalogueReader } from '../src/find/catalogue/catalogue';
import { openDatabase, type OpenDatabase } from '../src/platform/db/database';
import { account } from '../src/platform/db/schema';
import type { Mail } from '../src/platform/outbox/mail';
import { RdapSilent } from '../src/gateways/rdap/rdapClient';
import type { Outbox } from '../src/platform/outbox/outbox';
import type { SearchService } from '../src/find/search/service';
import { WatchService } from '../src/find/watches/service';
import { WatchStore } from '../src/find/watches/store';
import { unique } from './serverProcess';

let open: OpenDatabase;
beforeAll(async () => {
  open = await openDatabase(process.env['DATABASE_URL'] ?? '');
});
afterAll(() => open.pool.end());

/** A name that runs out on a day, as registration data tells it. */
function registered(name: string, expiresOn: string): RdapDomain {
  return {
    rdapConformance: [],
    objectClassName: 'domain',
    handle: name,
    ldhName: name,
    status: [],
    events: [{ eventAction: 'expiration', eventDate: `${expiresOn}T09:00:00Z` }],
    entities: [],
    nameservers: [],
  };
}

/** The outside world as one test wants it: what is registered, what registries say, which mails go out, the time. */
class World {
  now = new Date('2026-11-25T10:00:00Z');
  readonly registered = new Map<string, RdapDomain>();
  answer: RegistryAnswer = { status: 'available' };
  readonly mails: Mail[] = [];
  readonly asked: string[] = [];
  readonly silentAbout = new Set<string>();

  service(): WatchService {
    const clock = { now: () => this.now };
    const rdap = {
      domain: (name: string) => {
        this.asked.push(name);
        if (this.silentAbout.has(name)) return Promise.reject(new RdapSilent('No answer'));
        return Promise.resolve(this.registered.get(name));
      },
    };
    const search = {
      answers: (names: readonly string[]) => Promise.resolve(new Map(names.map((name) => [name, this.answer]))),
    } as unknown as SearchService;
    const outbox = {
      put: (_within: unknown, _kind: string, _key: string, mail: Mail) => Promise.resolve(void this.mails.push(mail)),
      soon: () => undefined,
    } as unknown as Outbox;
    const accounts = new AccountStore(open.database);
    return new WatchService(
      new WatchStore(open.database),
      new CatalogueReader(clock),
      rdap,
      search,
      accounts,
      outbox,
      clock,
    );
  }

  /** Mails to one address: other tests' watches are looked at too. */
  mailsTo(email: string): string[] {
    return this.mails.filter(({ to }) => to === email).map(({ subject }) => subject);
  }
}

async function member(): Promise<{ id: string; email: string }> {
  const email = `${unique('watcher')}@saltwhistle.example`;
  const [row] = await open.database
    .insert(account)
    .values({ email, passwordHash: 'x', createdAt: new Date() })
    .returning();
  if (!row) throw new Error('No account');
  return { id: row.id, email };
}

test('the life-cycle of .com is the usual one, which these dates are computed from', () => {
  expect(extensionEntries.find(({ label }) => label === 'com')?.lifecycle).toEqual({
    addGraceDays: 5,
    autoRenewGraceDays: 45,
    redemptionDays: 30,
    pendingDeleteDays: 5,
  });
});

test('a mail goes out once, when the registry says that the name is free', async () => {
  const world = new World();
  const name = `${unique('sw')}.com`;
  world.registered.set(name, registered(name, '2026-12-20'));
  const { id, email } = await member();
  expect(await world.service().begin(owner(id), name)).toMatchObject({
    expiresOn: '2026-12-20',
    freeFrom: '2027-03-10',
  });

  world.now = new Date('2027-03-10T10:00:00Z');
  world.registered.delete(name);
  world.answer = { status: 'unknown' };
  await world.service().lookAround();
  expect(world.mailsTo(email)).toEqual([]);

  world.now = new Date('2027-03-11T10:00:00Z');
  world.answer = { status: 'available' };
  await world.service().lookAround();
  world.now = new Date('2027-03-12T10:00:00Z');
  await world.service().lookAround();
  expect(world.mailsTo(email)).toEqual([`${name} is free`]);
  expect(await world.service().list(owner(id))).toMatchObject([{ name, free: true }]);
});

test('registration data that is silent about one name holds up no other, and is asked again an hour later', async () => {
  const world = new World();
  const names = [`${unique('sw')}.com`, `${unique('sw')}.com`];
  const { id, email } = await member();
  for (const name of names) {
    world.registered.set(name, registered(name, '2026-12-20'));
    await world.service().begin(owner(id), name);
  }
  const [silent = '', other = ''] = names;
  world.now = new Date('2027-03-10T10:00:00Z');
  world.registered.clear();
  world.silentAbout.add(silent);
  await world.service().lookAround();
  expect(world.mailsTo(email)).toEqual([`${other} is free`]);
  world.silentAbout.clear();
  await world.service().lookAround();
  expect(world.mailsTo(email)).toHaveLength(1);
  world.now = new Date('2027-03-10T11:00:00Z');
  await world.service().lookAround();
  expect(world.mailsTo(email)).toContain(`${silent} is free`);
});

test('a name that was renewed meanwhile is waited for anew', async () => {
  const world = new World();
  const name = `${unique('sw')}.com`;
  world.registered.set(name, registered(name, '2026-12-20'));
  const { id, email } = await member();
  await world.service().begin(owner(id), name);
  world.registered.set(name, registered(name, '2027-12-20'));
  world.now = new Date('2027-01-05T10:00:00Z');
  await world.service().lookAround();
  expect(await world.service().list(owner(id))).toMatchObject([{ expiresOn: '2027-12-20', freeFrom: '2028-03-09' }]);
  expect(world.mailsTo(email)).toEqual([]);
});

test('while a name cannot be free it is looked at once a week, not more', async () => {
  const world = new World();
  const name = `${unique('sw')}.com`;
  world.registered.set(name, registered(name, '2027-06-20'));
  const { id } = await member();
  await world.service().begin(owner(id), name);
  const looks = () => world.asked.filter((asked) => asked === name).length;
  for (const day of ['2026-11-26', '2026-11-28', '2026-12-01']) {
    world.now = new Date(`${day}T10:00:00Z`);
    await world.service().lookAround();
  }
  expect(looks()).toBe(1);
  world.now = new Date('2026-12-02T10:00:00Z');
  await world.service().lookAround();
  expect(looks()).toBe(2);
});
