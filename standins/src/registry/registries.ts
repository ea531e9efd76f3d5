import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { wordRank } from './background';
import { chanceOf } from '../platform/chance';

/** What a name costs a registrar, USD cents, and in which class (RFC 8748 section 3.7). */
export interface Fees {
  readonly create: number;
  readonly renew: number;
  readonly transfer: number;
  readonly restore: number;
  readonly feeClass: string;
}

/** How one registry behaves, and what it started with. */
export interface Registry {
  readonly id: string;
  readonly serverId: string;
  /** Extensions it keeps, as A-labels. */
  readonly zones: readonly string[];
  readonly latencyMs: { readonly check: number; readonly other: number; readonly create: number };
  /** Every n-th check takes so many times as long: a registry with bad days. */
  readonly slowEvery?: { readonly nth: number; readonly times: number };
  /** Takes contacts in ASCII only. */
  readonly internationalOnly?: boolean;
  /** Looks at every new name before it is registered; how long that takes. */
  readonly reviewMs?: number;
  /** Sessions one client may hold at once. */
  readonly sessions: number;
  /** Names in one check command. */
  readonly namesPerCheck: number;
  /** Commands whose fees one check may ask for. */
  readonly feesPerCheck: number;
  /** Premium names that were priced one by one: yearly prices, USD cents. */
  readonly premium: Readonly<Record<string, { readonly create: number; readonly renew: number }>>;
  /** Prices short and common words by tier. */
  readonly premiumTiers: boolean;
  readonly reserved: readonly string[];
  /** Labels kept back in every zone. */
  readonly reservedLabels: readonly string[];
  /** Names registered through others before Tienda opened, with the day they expire first, or every year on. */
  readonly taken: Readonly<Record<string, string>>;
}

/** What a registry asks of registrars, as a share of what Tienda asks of people. */
const wholesaleShare = 0.7;

const pricesOf = new Map(extensionEntries.map(({ label, prices }) => [label, prices]));

/** What a registry asks for a year of an ordinary name. */
function ordinaryFees(zone: string): Fees {
  const prices = pricesOf.get(zone);
  if (!prices) throw new Error(`No registry keeps .${zone}`);
  const share = (price: number) => Math.round(price * wholesaleShare);
  return {
    create: share(prices.register),
    renew: share(prices.renew),
    transfer: share(prices.transfer),
    restore: share(prices.restore),
    feeClass: 'standard',
  };
}

/** What a registry asks for a name: priced by itself, by its tier, or like any other. */
export function feesOf({ premium, premiumTiers }: Registry, label: string, zone: string): Fees {
  const byItself = premium[`${label}.${zone}`];
  if (byItself) return premiumFees(byItself, zone, 'premium');
  return (premiumTiers ? tierOf(label, zone) : undefined) ?? ordinaryFees(zone);
}

/** What a premium name costs: moved in for a year's renewal, restored like any other. */
export function premiumFees(price: Pick<Fees, 'create' | 'renew'>, zone: string, feeClass: string): Fees {
  return { ...price, transfer: price.renew, restore: ordinaryFees(zone).restore, feeClass };
}

/** Three tiers: very short labels, common words dear every year, other words dear the first year only. */
function tierOf(label: string, zone: string): Fees | undefined {
  if (/^[a-z]{1,2}$/.test(label)) return premiumFees({ create: 120_000, renew: 48_000 }, zone, 'premium-short');
  const rank = wordRank(label);
  if (rank === undefined || rank > 4000) return undefined;
  const draw = chanceOf(`tier ${label}.${zone}`);
  if (draw < 0.12) return premiumFees({ create: 26_000, renew: 26_000 }, zone, 'premium-word');
  if (draw < 0.3) return premiumFees({ create: 9500, renew: ordinaryFees(zone).renew }, zone, 'premium-first');
  return undefined;
}

const defaults = {
  feesPerCheck: 2,
  premium: {},
  premiumTiers: false,
  reserved: [],
  reservedLabels: [],
  taken: {},
} as const satisfies Partial<Registry>;

/** Seven registries, each with ways of its own; the order gives their ports. */
const descriptions: readonly Omit<Registry, 'zones'>[] = [
  {
    ...defaults,
    id: 'lanternhead',
    internationalOnly: true,
    serverId: 'Lanternhead Registry',
    latencyMs: { check: 20, other: 20, create: 1200 },
    sessions: 8,
    namesPerCheck: 20,
    reserved: ['www.com', 'nic.boats'],
    taken: {
      'saltwhistle.com': '2027-05-03',
      'quayquill.com': '2027-09-12',
      'saltwhistles.com': '2026-12-20',
      'boatyard.com': '2028-01-31',
      'boatyard.org': '2027-03-15',
      'boatyard.net': '2027-07-02',
    },
  },
  {
    ...defaults,
    id: 'quarrystone',
    internationalOnly: true,
    serverId: 'Quarrystone Names',
    latencyMs: { check: 70, other: 50, create: 2000 },
    sessions: 12,
    namesPerCheck: 25,
    premium: {
      'saltwhistle.lake': { create: 24000, renew: 24000 },
      'boatyard.marine': { create: 90000, renew: 3200 },
      'sail.club': { create: 45000, renew: 45000 },
    },
    premiumTiers: true,
    reserved: ['saltwhistle.coop', 'nic.shop'],
    taken: { 'boatyard.shop': '2027-02-11', 'quayquill.works': '2027-10-05' },
  },
  {
    ...defaults,
    id: 'millrace',
    serverId: 'Millrace Country Registry',
    latencyMs: { check: 160, other: 90, create: 2600 },
    sessions: 10,
    namesPerCheck: 20,
    reserved: ['police.ie'],
    taken: { 'boatyard.co.uk': '2027-06-18', 'saltwhistle.se': '2027-01-09' },
  },
  {
    ...defaults,
    id: 'tidewheel',
    serverId: 'Tidewheel Names',
    latencyMs: { check: 40, other: 40, create: 1500 },
    sessions: 8,
    namesPerCheck: 20,
    feesPerCheck: 1,
    premium: { 'saltwhistle.store': { create: 18000, renew: 9000 } },
  },
  {
    ...defaults,
    id: 'fernhollow',
    serverId: 'Fernhollow Commons',
    latencyMs: { check: 120, other: 60, create: 1800 },
    sessions: 8,
    namesPerCheck: 20,
    reserved: ['saltwhistle.community'],
    reservedLabels: ['police', 'council', 'mayor', 'townhall', 'parliament', 'airport', 'tourism', 'museum', 'parish'],
  },
  {
    ...defaults,
    id: 'ropewalk',
    reviewMs: 90_000,
    serverId: 'Ropewalk Registry',
    latencyMs: { check: 240, other: 120, create: 2200 },
    sessions: 6,
    namesPerCheck: 15,
  },
  {
    ...defaults,
    id: 'copperbell',
    serverId: 'Copperbell Country Names',
    latencyMs: { check: 400, other: 200, create: 4000 },
    slowEvery: { nth: 5, times: 2 },
    sessions: 8,
    namesPerCheck: 10,
  },
];

export const registries: readonly Registry[] = descriptions.map((description) => ({
  ...description,
  zones: extensionEntries.filter(({ registry }) => registry === description.id).map(({ label }) => label),
}));
