import pino from 'pino';
import type { Attention } from '../src/platform/attention/attention';
import type { CatalogueReader } from '../src/find/catalogue/catalogue';
import { RegistrySilent, type Registries } from '../src/gateways/registry/registryGateway';
import { NameLives } from '../src/names/held/lives';
import type { AccountStore } from '../src/people/accounts/store';
import type { Database } from '../src/platform/db/database';
import type { Mail } from '../src/platform/outbox/mail';
import type { Outbox } from '../src/platform/outbox/outbox';
import type { HeldName, NameStore } from '../src/names/held/store';

const extension = {
  registry: 'lanternhead',
  lifecycle: { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 },
};
const now = new Date('2027-03-20T10:00:00Z');
const held = (name: string, expiresOn: string, stage: HeldName['stage'] = 'active') =>
  ({ id: `id of ${name}`, name, expiresOn, stage }) as HeldName;

/** One round of lives, and what it did: each name with what it entered, or when it is looked at again. */
async function round(due: readonly HeldName[], info: (name: string) => Promise<unknown>) {
  const did: string[] = [];
  const names = {
    due: () => Promise.resolve(due),
    enter: (_: unknown, { name }: HeldName, stage: string, next: string) =>
      Promise.resolve(did.push(`${name} ${stage} ${next}`) > 0),
    lookAgain: ({ name }: HeldName, next: string) => Promise.resolve(did.push(`${name} again ${next}`)),
  } as unknown as NameStore;
  const attention = {
    raise: (key: string) => Promise.resolve(did.push(`raised ${key}`)),
  } as unknown as Attention;
  const catalogue = { current: () => new Map([['org', extension]]) } as unknown as CatalogueReader;
  const registries = new Map([['lanternhead', { info }]]) as unknown as Registries;
  const outbox = {
    put: (_: unknown, _kind: string, _key: string, { subject }: Mail) => Promise.resolve(did.push(`mail: ${subject}`)),
    soon: () => undefined,
  } as unknown as Outbox;
  const accounts = { byId: () => Promise.resolve({ email: 'maren@saltwhistle.example', language: 'en' }) };
  await new NameLives({
    database: { transaction: (run: (transaction: unknown) => unknown) => run({}) } as unknown as Database,
    names,
    accounts: accounts as unknown as AccountStore,
    catalogue,
    registries,
    outbox,
    clock: { now: () => now },
    attention,
    log: pino({ level: 'silent' }),
    publicUrl: 'https://tienda.example',
  }).lookAround();
  return did;
}

test('each name enters the stage whose day has come, or is looked at again', async () => {
  const due = [
    held('grace.org', '2027-03-20'),
    held('redemption.org', '2027-02-01', 'grace'),
    held('renewed.org', '2028-03-20'),
  ];
  expect(await round(due, () => Promise.resolve(undefined))).toEqual([
    'renewed.org again 2028-03-20',
    'grace.org grace 2027-05-04',
    'redemption.org redemption 2027-04-17',
    'mail: 2 of your names have ended: where they stand',
  ]);
});

test('a name is gone once its registry says so; where it is silent, or still has it, tomorrow is another day', async () => {
  const due = ['gone', 'silent', 'kept'].map((label) => held(`${label}.org`, '2026-12-20', 'pendingDelete'));
  const info = (name: string) => {
    if (name === 'silent.org') return Promise.reject(new RegistrySilent('No answer'));
    return Promise.resolve(name === 'kept.org' ? { isSponsored: true } : undefined);
  };
  expect(await round(due, info)).toEqual([
    'silent.org again 2027-03-21',
    'kept.org again 2027-03-21',
    'gone.org gone 2027-03-10',
    'mail: gone.org is not yours any more',
  ]);
});

test('one that goes wrong holds up none of the others, and someone is told', async () => {
  const due = [held('odd.nowhere', '2027-03-20'), held('grace.org', '2027-03-20')];
  expect(await round(due, () => Promise.resolve(undefined))).toEqual([
    'raised name id of odd.nowhere',
    'odd.nowhere again 2027-03-21',
    'grace.org grace 2027-05-04',
    'mail: grace.org has ended and can still be renewed',
  ]);
});
