import type { PremiumPrice } from '@tienda/core/names/availability';
import { CatalogueReader } from '../src/find/catalogue/catalogue';
import { RegistrySilent, type RegistryDomain, type RegistryGateway } from '../src/gateways/registry/registryGateway';
import { MoveLooks } from '../src/names/moves/looks';
import { Keyring } from '../src/platform/secrets/keyring';

const now = new Date('2026-11-26T12:00:00Z');
const clock = { now: () => now };
const domain: Partial<RegistryDomain> = {
  statuses: ['ok'],
  createdAt: '2020-05-01T00:00:00Z',
  expiresAt: '2027-05-01T00:00:00Z',
  nameservers: [],
  isSponsored: false,
};
const price: PremiumPrice = { register: 24_000, renew: 24_000, transfer: 24_000 };

/** Looks at names of one registry that answers as it is told. */
function looksAt(registry: Partial<RegistryGateway>): MoveLooks {
  const id = 'lanternhead';
  const registries = new Map([[id, { id, info: () => Promise.resolve(domain), ...registry } as RegistryGateway]]);
  return new MoveLooks({ catalogue: new CatalogueReader(clock), registries, clock, keys: new Keyring(['secret']) });
}
const move = (name: string) => ({ name, code: null });
const never = () => false;

/** Someone who goes away as the registry is first asked, and the looks that they wanted. */
function leaving(answer: () => Promise<Partial<RegistryDomain>>) {
  const away = new AbortController();
  const info = jest.fn(() => {
    away.abort();
    return answer();
  });
  const looks = looksAt({ info: info as unknown as RegistryGateway['info'], premiumsOf: async () => new Map() });
  const at = (names: readonly string[]) => looks.at(names.map(move), never, { id: 'maren', signal: away.signal });
  return { at, info };
}

test('what names cost is asked once for all of them, on behalf of whoever wants them', async () => {
  const premiumsOf = jest.fn<Promise<ReadonlyMap<string, PremiumPrice>>, unknown[]>(() =>
    Promise.resolve(new Map([['a.org', price]])),
  );
  const info = jest.fn<Promise<Partial<RegistryDomain>>, unknown[]>(() => Promise.resolve(domain));
  const asker = { id: 'maren', signal: new AbortController().signal };
  const looks = looksAt({ info: info as unknown as RegistryGateway['info'], premiumsOf });
  const looked = await looks.at([move('a.org'), move('b.org')], never, asker);
  expect(premiumsOf.mock.calls).toEqual([[['a.org', 'b.org'], asker]]);
  expect(info.mock.calls.map(([, , whom]) => whom)).toEqual([asker, asker]);
  expect(looked.map(({ look }) => 'premium' in look && look.premium)).toEqual([price, false]);
});

test('a registry that fails at one name, or does not say what another costs, holds up no third', async () => {
  const silence = new RegistrySilent('What b.org costs was not said');
  const looked = await looksAt({
    info: ((name: string) =>
      name === 'a.org' ? Promise.reject(new Error('broken')) : Promise.resolve(domain)) as RegistryGateway['info'],
    premiumsOf: () => Promise.resolve(new Map([['b.org', silence]])),
  }).at([move('a.org'), move('b.org'), move('c.org')], never);
  expect(looked.map(({ look }) => (look instanceof Error ? look.message : look.problems))).toEqual([
    'broken',
    silence.message,
    [{ code: 'codeNeeded' }],
  ]);
});

test('a name that waited for its turn as whoever wants it went away is left, not taken for one that was not answered for', async () => {
  const { at } = leaving(() => Promise.reject(new RegistrySilent('The asker went away')));
  expect(await at(['a.org'])).toEqual([]);
});

test('a fault of ours is told, also where whoever wants the name has gone away', async () => {
  const { at } = leaving(() => Promise.reject(new Error('broken')));
  const [looked] = await at(['a.org']);
  expect(looked?.look).toEqual(new Error('broken'));
});

test('once whoever wants them has gone away, nothing more is asked, and those that had no turn are left', async () => {
  const { at, info } = leaving(() => Promise.resolve(domain));
  const looked = await at(Array.from({ length: 20 }, (_, i) => `n${i}.org`));
  expect(looked.map(({ move: { name } }) => name)).toEqual(['n0.org']);
  expect(info).toHaveBeenCalledTimes(1);
});
