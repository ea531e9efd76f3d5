import type { WholeExtension } from '@tienda/core/catalogue/extension';
import type { Contact } from '@tienda/core/contacts/contact';
import { addDays, addYears, type IsoDate } from '@tienda/core/time/isoDate';

/** A client of the studio: a group of names, and who holds them. */
export interface StudioClient {
  readonly title: string;
  readonly note: string;
  readonly holder: Contact;
  /** How many days ago the holder was asked to confirm the address, where that is not done. */
  readonly unconfirmedFor?: number;
}

/** One payment for a name, as it happened. */
export interface StudioPayment {
  readonly on: IsoDate;
  readonly kind: 'register' | 'renew';
  readonly years: number;
  /** Until when the name was paid for before, and after. */
  readonly from?: IsoDate;
  readonly until: IsoDate;
}

/** A name that the studio looks after, and how it came to be what it is. */
export interface StudioName {
  readonly name: string;
  readonly extension: WholeExtension;
  /** Its place among the clients. */
  readonly client: number;
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  readonly locked: boolean;
  /** Tienda's own where null, none where empty. */
  readonly nameservers: readonly string[] | null;
  /** On which day its renewal was tried and not paid. */
  readonly failedOn?: IsoDate;
  readonly payments: readonly StudioPayment[];
}

/** How many names the studio looks after, and in how many extensions. */
export const studioNames = 380;
const mostExtensions = 60;

const titles = [
  ['Heron Bakery', 'bread and cakes; pays in spring'],
  ['Alder Ferry', 'two boats, summer timetable on the site'],
  ['Reed Inn', 'bookings go through their own page'],
  ['Copperfold Bindery', ''],
  ['Mosswick Nursery', 'ask Brannoch before anything is switched off'],
  ['Tarn & Thistle', 'guest house, wants every spelling'],
  ['Bellweather Clocks', ''],
  ['Lanternfish Kitchen', 'second place opens next year'],
  ['Pebblegate School', 'invoices to the office, not the head'],
  ['Oxbow Cycles', ''],
  ['Willowmere Dental', 'three practices'],
  ['Saltreed Pottery', ''],
  ['Larkspur Optics', 'old name redirects for two more years'],
  ['Quarrylane Music', ''],
  ['Driftwick Joinery', 'keeps names for its fairs'],
  ['Fernhollow Vets', ''],
  ['Gannetstrand Charters', 'sells the boat names with the boats'],
  ['Hazelcombe Dairy', ''],
  ['Junipergate Books', 'a name for each reading circle'],
  ['Kittiwick Press', ''],
  ['Loom & Ladder', 'weaving courses'],
  ['Marramgate Yoga', ''],
  ['Nettlecove Brewing', 'one name for each beer'],
  ['Ottergate Plumbing', 'emergency line is the .net'],
  ['Ploverpoint Rentals', ''],
] as const;

const people = ['Brannoch', 'Eilis', 'Tormod', 'Wenna', 'Ysolde', 'Corvin', 'Maelys', 'Aldous'] as const;
const families = ['Harrowgate', 'Tamsin', 'Quillfeather', 'Moorwick', 'Saltgrove', 'Fennimore', 'Brightwater'] as const;

/** The clients of the studio. */
export const studioClients: readonly StudioClient[] = titles.map(([title, note], place) => {
  const label = labelOf(title);
  const unconfirmed: Readonly<Record<number, number>> = { 4: 8, 11: 12, 17: 20 };
  return {
    title,
    note,
    holder: {
      kind: 'company',
      name: `${people[place % people.length] ?? ''} ${families[place % families.length] ?? ''}`,
      organisation: title,
      street: `${place + 3} Quay Street`,
      city: 'Ullvik',
      region: '',
      postalCode: 'V94 T1P0',
      country: 'IE',
      phone: `+353209150${String(200 + place)}`,
      email: `office@${label}.example`,
    },
    ...(unconfirmed[place] === undefined ? {} : { unconfirmedFor: unconfirmed[place] }),
  };
});

function labelOf(title: string): string {
  return title.toLowerCase().replace(/[^a-z]/g, '');
}

/** Extensions that ask nothing of holders and take every term: those chosen most often first. */
export function studioExtensions(catalogue: Iterable<WholeExtension>): WholeExtension[] {
  return [...catalogue]
    .filter(
      ({ requirements, terms, labelRules, label, unicode, lifecycle }) =>
        requirements.length === 0 &&
        terms.renew.length === 10 &&
        terms.register.includes(1) &&
        labelRules.minLength <= 3 &&
        label === unicode &&
        lifecycle.autoRenewGraceDays === 45 &&
        lifecycle.redemptionDays === 30,
    )
    .sort((a, b) => b.popularity - a.popularity || (a.label < b.label ? -1 : 1))
    .slice(0, mostExtensions);
}

/** What stands out among the names, by their place: days to their end, below 0 where it is over. */
function endsInDays(place: number): { readonly days: number; readonly fails?: true } | undefined {
  const from = studioNames - 24;
  const at = place - from;
  if (at < 0) return undefined;
  // Ends soon and does not renew by itself; could not be paid; in grace; in redemption.
  if (at < 8) return { days: 3 + 3 * at };
  if (at < 11) return { days: 10 + at - 8, fails: true };
  if (at < 18) return { days: -4 - 5 * (at - 11) };
  return { days: -50 - 4 * (at - 18) };
}

const furtherYears = [0, 0, 0, 0, 0, 1, 0, 2, 0, 0, 4, 0, 0, 8] as const;

/**
 * The names of the studio: the same on the same day. Whatever is paid for until when follows from payments that happened,
 * each on a day of its own before today.
 */
export function studioStory(extensions: readonly WholeExtension[], today: IsoDate): StudioName[] {
  const taken = new Set<string>();
  return Array.from({ length: studioNames }, (_, place): StudioName => {
    const client = place % studioClients.length;
    const nth = Math.floor(place / studioClients.length);
    const { name, extension } = nameOf(client, nth, extensions, taken);
    const special = endsInDays(place);
    // Two days of the year for each client, none of them within a month: what renews by itself was paid by then.
    const usual = 31 + ((client * 29 + (nth % 2) * 131) % 308);
    const days = special?.days ?? usual;
    const further = special ? 0 : (furtherYears[place % furtherYears.length] ?? 0);
    const anniversary = addDays(today, days);
    const age = 1 + ((place * 13) % 9) + (days < 0 ? 1 : 0);
    const registeredOn = addYears(anniversary, -age);
    const autoRenew = special ? special.fails === true : place % 5 !== 0;
    const payments = paymentsOf(registeredOn, age, further, autoRenew, today);
    const expiresOn = payments.at(-1)?.until ?? anniversary;
    const { policy } = extension.privacy;
    return {
      name,
      extension,
      client,
      registeredOn,
      expiresOn,
      privacy: policy === 'included' ? place % 9 !== 0 : policy === 'priced' && place % 3 === 0,
      autoRenew,
      locked: place % 6 !== 0,
      nameservers: nameserversOf(place),
      ...(special?.fails ? { failedOn: addDays(expiresOn, -14) } : {}),
      payments,
    };
  });
}

/** Most are with Tienda, some with their clients' own hosts, a few point nowhere. */
function nameserversOf(place: number): readonly string[] | null {
  if (place % 41 === 7) return [];
  return place % 7 === 3 ? ['ns1.quayhost.example', 'ns2.quayhost.example'] : null;
}

function nameOf(client: number, nth: number, extensions: readonly WholeExtension[], taken: Set<string>) {
  const title = studioClients[client]?.title ?? '';
  const plain = labelOf(title);
  const dashed = title.toLowerCase().replace(/[^a-z]+/g, '-');
  const labels = [plain, dashed, `${plain}shop`];
  for (let tried = nth; ; tried += 1) {
    const place = nth < 2 && tried === nth ? nth : client * 5 + tried * 11;
    const extension = extensions[place % extensions.length];
    const label = labels[tried % labels.length];
    if (!extension || label === undefined) throw new Error('The catalogue has too few extensions for the studio');
    const name = `${label}.${extension.label}`;
    if (taken.has(name)) continue;
    taken.add(name);
    return { name, extension };
  }
}

/** One registration for a year, then a renewal before each end; the last one for as long as it is paid. */
function paymentsOf(
  registeredOn: IsoDate,
  age: number,
  further: number,
  autoRenew: boolean,
  today: IsoDate,
): StudioPayment[] {
  const payments: StudioPayment[] = [
    { on: registeredOn, kind: 'register', years: 1, until: addYears(registeredOn, 1) },
  ];
  for (let year = 1; year < age; year += 1) {
    const from = addYears(registeredOn, year);
    const years = year === age - 1 ? 1 + further : 1;
    // What is renewed by hand is renewed at the last moment.
    payments.push({
      on: addDays(from, autoRenew ? -30 : -2),
      kind: 'renew',
      years,
      from,
      until: addYears(from, years),
    });
  }
  const [first] = payments;
  if (age === 1 && further > 0 && first)
    payments.push({
      on: addDays(today, -20),
      kind: 'renew',
      years: further,
      from: first.until,
      until: addYears(first.until, further),
    });
  return payments;
}
