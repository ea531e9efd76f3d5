import type { Extension, PrivacyPolicy } from '../catalogue/extension';
import { addYears, isoDate, type IsoDate } from '../lifecycle/isoDate';
import type { DomainName, DomainNameProblem } from '../names/domainName';
import { keepCosts } from './keepCost';
import type { RegistryAnswer } from '../names/availability';
import { introRuns, unitPrices, type UnitPrices } from './linePrice';
import { grown, type Currency, type Minor } from './money';
import { taxOn, taxRate, type Customer, type Tax, type VatNumberCheck } from './tax';
import { firstYearCharge, longestTerm, yearRail, type YearCell } from './yearRail';

export interface QuoteItem {
  /** A full name, as A-label or U-label. */
  readonly name: string;
  readonly action: 'register' | 'renew' | 'transfer';
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
}

export interface QuoteRequest {
  readonly currency: Currency;
  readonly items: readonly QuoteItem[];
  /** Promo codes the user typed. */
  readonly codes: readonly string[];
  /** The code to use, `null` for none, left out for the best. */
  readonly use?: string | null;
  readonly customer: Customer;
  /** Yearly growth of later prices, decimal string; `'0'` when left out. */
  readonly growth?: string;
}

export interface QuoteLine {
  readonly name: string;
  readonly unicode: string;
  readonly action: QuoteItem['action'];
  readonly years: number;
  readonly allowedYears: readonly number[];
  readonly cells: readonly YearCell[];
  /** All years, before promo code, fee and privacy. */
  readonly charge: Minor;
  /** What the introductory price takes off the register price; already in `charge`. */
  readonly introSaving: Minor;
  readonly discount: Minor;
  readonly fee: Minor;
  readonly privacy: Minor;
  readonly privacyPolicy: PrivacyPolicy;
  /** `charge - discount + fee + privacy`. */
  readonly net: Minor;
  /** The next payment: when, how much then, and how much a year at today's prices. */
  readonly renewal: { readonly on: IsoDate; readonly amount: Minor; readonly each: Minor };
  readonly keepCost: readonly Minor[];
}

export interface QuoteProblem {
  /** JSON pointer into the request. */
  readonly pointer: string;
  readonly code:
    | 'badName'
    | 'unknownExtension'
    | 'repeatedName'
    | 'termNotOffered'
    | 'notAvailable'
    | 'notHeld'
    | 'beyondTenYears'
    | 'transferNotOneYear';
  readonly detail: string;
}

export interface CodeAnswer {
  readonly code: string;
  readonly applied: boolean;
  readonly saves: Minor;
  readonly reason?: string;
}

/** A quote before it is given an identity and a time limit. Amounts in `currency`. */
export interface Quote {
  readonly currency: Currency;
  /** Units of `currency` for one US dollar. */
  readonly rate: string;
  readonly lines: readonly QuoteLine[];
  readonly codes: readonly CodeAnswer[];
  readonly best?: string;
  readonly unlocks: readonly never[];
  readonly subtotal: Minor;
  readonly discount: Minor;
  readonly fees: Minor;
  readonly privacy: Minor;
  readonly net: Minor;
  readonly tax: Tax;
  readonly total: Minor;
  readonly dueLater: readonly { readonly on: IsoDate; readonly name: string; readonly amount: Minor }[];
  readonly problems: readonly QuoteProblem[];
}

/** What a quote is computed from besides the request. */
export interface QuoteFacts {
  readonly now: Date;
  /** Reads a name as typed, its extension found. Given from outside so that IDNA tables stay out of the first load. */
  readonly readName: (typed: string) => DomainName | DomainNameProblem;
  /** Units of a currency for one US dollar, decimal strings. */
  readonly rates: Readonly<Record<string, string>>;
  /** What the registries said of the names among the items, by A-label; names not asked for yet are left out. */
  readonly answers: ReadonlyMap<string, RegistryAnswer>;
  /** When names already held expire, by A-label; needed for renewals. */
  readonly heldUntil: ReadonlyMap<string, IsoDate>;
  readonly isValidVatNumber: VatNumberCheck;
}

const yearsInMs = 365.25 * 24 * 3600 * 1000;

/**
 * The price of a basket, exact to the unit. Every unit price is converted on its own; all sums are then
 * made in the currency charged. Items that cannot be priced are left out and explained in `problems`.
 *
 * The same function gives the preview in the browser and the binding quote on the server.
 */
export function quote(request: QuoteRequest, facts: QuoteFacts): Quote {
  const { currency, growth = '0' } = request;
  const rate = currency === 'USD' ? '1' : facts.rates[currency];
  if (!rate) throw new Error(`No rate for ${currency}`);

  const problems: QuoteProblem[] = [];
  const introTaken = new Map<string, number>();
  const lines: QuoteLine[] = [];
  const seen = new Set<string>();
  request.items.forEach((item, index) => {
    const found = priceable(item, facts, seen);
    if ('code' in found) {
      const { field, ...problem } = found;
      problems.push({ pointer: `/items/${index}${field}`, ...problem });
      return;
    }
    seen.add(found.name);
    const premium = facts.answers.get(found.name)?.premium;
    const { extension } = found;
    const taken = introTaken.get(extension.label) ?? 0;
    const withIntro =
      item.action === 'register' &&
      !premium &&
      introRuns(extension, item.years, isoDate(facts.now)) &&
      taken < (extension.intro?.maxNamesPerOrder ?? Infinity);
    if (withIntro) introTaken.set(extension.label, taken + 1);
    lines.push(line(item, found, unitPrices(extension, premium, withIntro, currency, rate), facts.now, growth));
  });

  const sum = (amount: (of: QuoteLine) => Minor) => lines.reduce((total, of) => total + amount(of), 0);
  const net = sum((of) => of.net);
  const tax = taxOn(net, taxRate(request.customer, facts.isValidVatNumber));
  return {
    currency,
    rate,
    lines,
    codes: request.codes.map((code) => ({ code, applied: false, saves: 0, reason: 'unknown' })),
    unlocks: [],
    subtotal: sum((of) => of.charge),
    discount: sum((of) => of.discount),
    fees: sum((of) => of.fee),
    privacy: sum((of) => of.privacy),
    net,
    tax,
    total: net + tax.amount,
    dueLater: lines
      .map(({ name, renewal }) => ({ on: renewal.on, name, amount: renewal.amount }))
      .sort((a, b) => (a.on === b.on ? compare(a.name, b.name) : compare(a.on, b.on))),
    problems,
  };
}

interface Priceable {
  readonly name: string;
  readonly unicode: string;
  readonly extension: Extension;
  readonly heldUntil?: IsoDate;
}

type Refusal = Omit<QuoteProblem, 'pointer'> & { readonly field: string };

function priceable(item: QuoteItem, facts: QuoteFacts, seen: ReadonlySet<string>): Priceable | Refusal {
  const parsed = facts.readName(item.name);
  if (parsed.kind === 'problem')
    return {
      field: '/name',
      code: parsed.code === 'unknownExtension' ? 'unknownExtension' : 'badName',
      detail: parsed.detail,
    };
  const { name, unicode, extension } = parsed;
  if (seen.has(name)) return { field: '/name', code: 'repeatedName', detail: `${unicode} is already on the list.` };
  const heldUntil = facts.heldUntil.get(name);
  const status = facts.answers.get(name)?.status;
  if (item.action === 'register' && (status === 'taken' || status === 'reserved'))
    return { field: '/name', code: 'notAvailable', detail: `${unicode} is ${status} now: take it out of the basket.` };
  if (item.action === 'transfer' && item.years !== 1)
    return { field: '/years', code: 'transferNotOneYear', detail: 'A transfer adds exactly one year.' };
  if (item.action === 'renew') {
    if (!heldUntil) return { field: '/name', code: 'notHeld', detail: `${unicode} is not among your names.` };
    const last = addYears(isoDate(facts.now), longestTerm);
    if (addYears(heldUntil, item.years) > last)
      return {
        field: '/years',
        code: 'beyondTenYears',
        detail: `${unicode} can be paid for until ${last} at most: choose fewer years.`,
      };
  }
  const allowed = allowedYears(item.action, extension);
  if (!allowed.includes(item.years))
    return {
      field: '/years',
      code: 'termNotOffered',
      detail: `.${extension.unicode} is offered for ${allowed.join(', ')} ${allowed.at(-1) === 1 ? 'year' : 'years'}.`,
    };
  return { name, unicode, extension, ...(heldUntil ? { heldUntil } : {}) };
}

function allowedYears(action: QuoteItem['action'], { terms }: Extension): readonly number[] {
  if (action === 'transfer') return [1];
  return action === 'renew' ? terms.renew : terms.register;
}

function line(item: QuoteItem, found: Priceable, prices: UnitPrices, now: Date, growth: string): QuoteLine {
  const { action, years } = item;
  const { name, unicode, extension, heldUntil } = found;
  const today = isoDate(now);
  const privacyEach = item.privacy ? prices.privacy : 0;
  const charge = firstYearCharge(action, prices) + prices.renew * (years - 1);
  const fee = prices.fee * years;
  const privacy = privacyEach * years;
  const net = charge + fee + privacy;
  const renewalYears = Math.min(...extension.terms.renew);
  const each = prices.renew + prices.fee + privacyEach;
  const startsOn = action === 'renew' && heldUntil ? heldUntil : today;
  const yearsAhead = heldUntil ? Math.max(0, Math.ceil((Date.parse(heldUntil) - now.getTime()) / yearsInMs)) : 0;
  return {
    name,
    unicode,
    action,
    years,
    allowedYears: allowedYears(action, extension),
    cells: yearRail(prices, { action, years, privacy: item.privacy, yearsAhead, growth }),
    charge,
    introSaving: prices.intro === undefined ? 0 : prices.register - prices.intro,
    discount: 0,
    fee,
    privacy,
    privacyPolicy: extension.privacy.policy,
    net,
    renewal: { on: addYears(startsOn, years), amount: grown(each * renewalYears, growth, years), each },
    keepCost: keepCosts({ paid: net, yearly: each, years, growth, renewalYears }),
  };
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
