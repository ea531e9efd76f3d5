import type { PrivacyPolicy } from '../catalogue/extension';
import { closedTo, type HeldStage } from '../lifecycle/stage';
import { addYears, type IsoDate } from '../time/isoDate';
import type { RegistryAnswer } from '../names/availability';
import type { Movable } from '../transfers/moveIn';
import type { DomainName, DomainNameProblem } from '../names/domainName';
import { bestTrial, codesToTry, inCurrency, takenOff, tryCode, type CodeFacts, type CodeTrial } from './codes';
import { grown, type Currency, type Minor } from '../money/money';
import { nameProblem, termProblem, wayOutOf, type ItemProblem } from './itemProblem';
import { allowedTerms, ItemPricer, type PricedItem, type Subject, type Wanted } from './priceItem';
import { codeKey, type CodeReason, type CodeUses, type Promotion } from './promotion';
import type { QuoteItem, QuoteRequest } from './quoteRequest';
import { taxOn, taxRate, type Tax, type VatNumberCheck } from './tax';
import { unlocks, type Unlock } from './unlocks';
import type { YearCell } from './yearRail';

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
  /** All that the promo code takes off, privacy included. */
  readonly discount: Minor;
  readonly fee: Minor;
  readonly privacy: Minor;
  readonly privacyPolicy: PrivacyPolicy;
  /** `charge - discount + fee + privacy`. */
  readonly net: Minor;
  /** The next payment: when, how much then, and how much a year at today's prices. */
  readonly renewal: {
    readonly on: IsoDate;
    readonly amount: Minor;
    readonly each: Minor;
    /** Where its registry has announced by then: from when on a year costs so much. */
    readonly risen?: { readonly from: IsoDate; readonly each: Minor };
  };
  readonly keepCost: readonly Minor[];
  /**
   * Where it is bought of its holder: the price agreed, the buyer's part of the fee, and what its registry asks for the move
   * of a premium name (else 0). All are in `charge` and `fee`.
   */
  readonly purchase?: { readonly price: Minor; readonly fee: Minor; readonly move: Minor };
}

/** An item that cannot be priced, by a JSON pointer into the request. */
export interface QuoteProblem extends Omit<ItemProblem, 'field'> {
  readonly pointer: string;
}

/** What a code saves here, or the one reason why it does not apply. */
export interface CodeAnswer {
  /** As it is printed where it is known, else as it was typed. */
  readonly code: string;
  /** True for the one whose saving is in the total. */
  readonly applied: boolean;
  readonly saves: Minor;
  readonly reason?: CodeReason;
}

/** A quote before it is given an identity and a time limit. Amounts in `currency`. */
export interface Quote {
  readonly currency: Currency;
  /** Units of `currency` for one US dollar. */
  readonly rate: string;
  readonly lines: readonly QuoteLine[];
  readonly codes: readonly CodeAnswer[];
  readonly best?: string;
  readonly unlocks: readonly Unlock[];
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
  /** When names already held expire, by A-label; needed to renew and to restore. */
  readonly heldUntil: ReadonlyMap<string, IsoDate>;
  /** Names that can be moved here, by A-label; not looked at where left out. */
  readonly movable?: ReadonlyMap<string, Movable>;
  /** Names already held whose holder is hidden, A-labels. */
  readonly hidden?: ReadonlySet<string>;
  /** Where names already held stand, by A-label; active where left out. */
  readonly stages?: ReadonlyMap<string, HeldStage>;
  readonly isValidVatNumber: VatNumberCheck;
  /** The promo codes there are; a private one counts where it was typed. */
  readonly promotions?: readonly Promotion[];
  /** How often codes were used, by code; left out where never. */
  readonly codeUses?: ReadonlyMap<string, CodeUses>;
}

/**
 * The price of a basket, exact to the unit. Every unit price is converted on its own; all sums are then
 * made in the currency charged. Items that cannot be priced are left out and explained in `problems`.
 *
 * The same function gives the preview in the browser and the binding quote on the server.
 *
 * @throws Error where there is no rate for the currency
 */
export function quote(request: QuoteRequest, facts: QuoteFacts): Quote {
  const { currency, customer, growth = '0' } = request;
  const rate = currency === 'USD' ? '1' : facts.rates[currency];
  if (!rate) throw new Error(`No rate for ${currency}`);
  const pricer = new ItemPricer(facts.now, currency, rate, growth);
  const { items, problems } = pricedItems(request.items, facts, pricer);
  const { codes, chosen, best, offers } = choose(request, items, facts, { currency, rate }, pricer);

  const off = chosen ? takenOff(chosen.priced, items) : [];
  const lines = items.map((priced, place) => line(priced, off[place] ?? 0, pricer, growth));
  const net = sumOf(lines, (of) => of.net);
  const tax = taxOn(net, taxRate(customer, facts.isValidVatNumber));
  return {
    currency,
    rate,
    lines,
    codes,
    ...(best ? { best: best.priced.promotion.code } : {}),
    unlocks: offers,
    subtotal: sumOf(lines, (of) => of.charge),
    discount: sumOf(lines, (of) => of.discount),
    fees: sumOf(lines, (of) => of.fee),
    privacy: sumOf(lines, (of) => of.privacy),
    net,
    tax,
    total: net + tax.amount,
    dueLater: lines
      .map(({ name, renewal }) => ({ on: renewal.on, name, amount: renewal.amount }))
      .sort((a, b) => (a.on === b.on ? compare(a.name, b.name) : compare(a.on, b.on))),
    problems,
  };
}

function sumOf<Of>(parts: readonly Of[], amount: (of: Of) => Minor): Minor {
  return parts.reduce((total, of) => total + amount(of), 0);
}

/** The items that can be priced, in order. */
function pricedItems(
  wanted: readonly QuoteItem[],
  facts: QuoteFacts,
  pricer: ItemPricer,
): { readonly items: readonly PricedItem[]; readonly problems: readonly QuoteProblem[] } {
  const priceable: Wanted[] = [];
  const problems: QuoteProblem[] = [];
  const seen = new Set<string>();
  wanted.forEach((item, index) => {
    const subject = subjectOf(item, facts, seen, pricer.today);
    if ('code' in subject) {
      const { field, ...problem } = subject;
      problems.push({ pointer: `/items/${index}/${field}`, ...problem });
      return;
    }
    seen.add(subject.name);
    priceable.push({ item, subject });
  });
  return { items: pricer.together(priceable), problems };
}

interface Chosen {
  readonly codes: readonly CodeAnswer[];
  readonly chosen: CodeTrial | undefined;
  readonly best: CodeTrial | undefined;
  readonly offers: readonly Unlock[];
}

/** Every known code tried; the one asked for is used, or the best. */
function choose(
  { codes: typed, use, customer }: QuoteRequest,
  items: readonly PricedItem[],
  { now, promotions = [], codeUses = new Map<string, CodeUses>() }: QuoteFacts,
  money: { readonly currency: Currency; readonly rate: string },
  pricer: ItemPricer,
): Chosen {
  const codeFacts: CodeFacts = { now, customer, uses: codeUses, ...money };
  const subtotal = sumOf(items, ({ price }) => price.charge);
  const wanted = codesToTry(typeof use === 'string' ? [...typed, use] : typed, promotions);
  const tried = wanted.map(({ typed: asTyped, promotion }) => {
    if (!promotion) return { asTyped };
    return { asTyped, trial: tryCode(inCurrency(promotion, codeFacts), items, subtotal, codeFacts) };
  });
  const trials = tried.flatMap(({ trial }) => trial ?? []);
  const best = bestTrial(trials);
  const chosen =
    use === undefined
      ? best
      : trials.find(
          ({ priced, saves }) => saves > 0 && use !== null && codeKey(priced.promotion.code) === codeKey(use),
        );
  const netBefore = sumOf(items, ({ price }) => price.net);
  const order = {
    items,
    subtotal,
    netBefore,
    net: netBefore - (chosen?.saves ?? 0),
    netBest: netBefore - (best?.saves ?? 0),
  };
  return {
    codes: tried.map(({ asTyped, trial }): CodeAnswer => {
      if (!trial) return { code: asTyped, applied: false, saves: 0, reason: 'unknown' };
      const { priced, saves, reason } = trial;
      const applied = trial === chosen;
      return { code: priced.promotion.code, applied, saves, ...(reason ? { reason } : {}) };
    }),
    chosen,
    best,
    offers: unlocks(trials, order, pricer),
  };
}

function subjectOf(
  item: QuoteItem,
  facts: QuoteFacts,
  seen: ReadonlySet<string>,
  today: IsoDate,
): Subject | ItemProblem {
  const { action } = item;
  const parsed = facts.readName(item.name);
  if (parsed.kind === 'problem')
    return {
      field: 'name',
      code: parsed.code === 'unknownExtension' ? 'unknownExtension' : 'badName',
      detail: parsed.detail,
      ...(parsed.facts ? { facts: parsed.facts } : {}),
    };
  const { name, unicode, extension } = parsed;
  const heldUntil = facts.heldUntil.get(name);
  const answer = facts.answers.get(name);
  const coming = action === 'transfer' ? facts.movable?.get(name) : undefined;
  const subject = {
    name,
    unicode,
    extension,
    ...(answer?.premium ? { premium: answer.premium } : {}),
    ...(heldUntil ? { heldUntil } : {}),
    ...coming,
  };
  if (seen.has(name)) return nameProblem('repeatedName', unicode);
  if (action === 'register' && (answer?.status === 'taken' || answer?.status === 'reserved'))
    return wayOutOf(nameProblem('notAvailable', unicode));
  if (action === 'transfer' && facts.movable && !coming) return wayOutOf(nameProblem('notMovable', unicode));
  if (action === 'renew' || action === 'restore' || action === 'privacy') {
    if (!heldUntil) return nameProblem('notHeld', unicode);
    const closed = closedTo(action, facts.stages?.get(name) ?? 'active');
    if (closed) return wayOutOf(nameProblem(closed, unicode));
  }
  if (action === 'privacy' && extension.privacy.policy !== 'priced')
    return wayOutOf(nameProblem('privacyNotSold', unicode));
  if (action === 'privacy' && facts.hidden?.has(name)) return wayOutOf(nameProblem('hiddenAlready', unicode));
  return termProblem(item, subject, today) ?? subject;
}

function line({ item, subject, price }: PricedItem, discount: Minor, { today }: ItemPricer, growth: string): QuoteLine {
  const { action, years } = item;
  const { name, unicode, extension, heldUntil, paidUntil } = subject;
  const { charge, introSaving, fee, privacy, each, renewalYears, cells, keepCost, rise } = price;
  const isAdded = action === 'privacy';
  const startsOn = action !== 'register' && action !== 'transfer' && heldUntil ? heldUntil : today;
  const on = isAdded ? startsOn : (paidUntil ?? addYears(startsOn, years));
  const risen = rise && on >= rise.on ? { from: rise.on, each: each + rise.more } : undefined;
  return {
    name,
    unicode,
    action,
    years,
    allowedYears: allowedTerms(action, subject, today),
    cells,
    charge,
    introSaving,
    discount,
    fee,
    privacy,
    privacyPolicy: extension.privacy.policy,
    net: price.net - discount,
    renewal: {
      on,
      amount: grown((risen?.each ?? each) * renewalYears, growth, years),
      each,
      ...(risen ? { risen } : {}),
    },
    ...(price.purchase ? { purchase: price.purchase } : {}),
    keepCost: discount === 0 ? keepCost : keepCost.map((cost) => cost - discount),
  };
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
