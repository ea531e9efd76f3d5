import { extensionEntries } from '@tienda/core/catalogue/shipped';

/** How one registry behaves, and what it started with. */
export interface Registry {
  readonly id: string;
  readonly serverId: string;
  /** Extensions it keeps, as A-labels. */
  readonly zones: readonly string[];
  readonly latencyMs: { readonly check: number; readonly other: number; readonly create: number };
  /** Sessions one client may hold at once. */
  readonly sessions: number;
  /** Names in one check command. */
  readonly namesPerCheck: number;
  /** Yearly prices of premium names, USD cents. */
  readonly premium: Readonly<Record<string, { readonly create: number; readonly renew: number }>>;
  readonly reserved: readonly string[];
  /** Names registered through others before Tienda opened, with the day they expire. */
  readonly taken: Readonly<Record<string, string>>;
}

/** What a registry asks of registrars, as a share of what Tienda asks of people. */
const wholesaleShare = 0.7;

const zonesOf = (registry: string) =>
  extensionEntries.filter((entry) => entry.registry === registry).map(({ label }) => label);

/** USD cents that a registry asks for a year of an ordinary name. */
export function ordinaryFees(zone: string): { readonly create: number; readonly renew: number } {
  const prices = extensionEntries.find(({ label }) => label === zone)?.prices;
  if (!prices) throw new Error(`No registry keeps .${zone}`);
  return { create: Math.round(prices.register * wholesaleShare), renew: Math.round(prices.renew * wholesaleShare) };
}

export const registries: readonly Registry[] = [
  {
    id: 'lanternhead',
    serverId: 'Lanternhead Registry',
    zones: zonesOf('lanternhead'),
    latencyMs: { check: 20, other: 20, create: 1200 },
    sessions: 8,
    namesPerCheck: 20,
    premium: {},
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
    id: 'quarrystone',
    serverId: 'Quarrystone Names',
    zones: zonesOf('quarrystone'),
    latencyMs: { check: 70, other: 50, create: 2000 },
    sessions: 6,
    namesPerCheck: 10,
    premium: {
      'saltwhistle.lake': { create: 24000, renew: 24000 },
      'boatyard.marine': { create: 90000, renew: 3200 },
      'sail.club': { create: 45000, renew: 45000 },
    },
    reserved: ['saltwhistle.coop', 'nic.shop'],
    taken: { 'boatyard.shop': '2027-02-11', 'quayquill.works': '2027-10-05' },
  },
  {
    id: 'millrace',
    serverId: 'Millrace Country Registry',
    zones: zonesOf('millrace'),
    latencyMs: { check: 160, other: 90, create: 2600 },
    sessions: 4,
    namesPerCheck: 5,
    premium: {},
    reserved: ['police.ie'],
    taken: { 'boatyard.co.uk': '2027-06-18', 'saltwhistle.se': '2027-01-09' },
  },
];
