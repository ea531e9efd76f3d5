import type { Currency, Minor } from '../money/money';
import { allowedTerms, ItemPricer, meetsIntro, mostIntros, type Wanted } from './priceItem';
import { longestTerm } from './yearRail';

/** What buying a name for one of its terms would cost, before tax and promo code. */
export interface TermChoice {
  readonly years: number;
  /** Paid today for the whole term. */
  readonly today: Minor;
  /** To keep the name 1 to 10 years. */
  readonly keepCost: readonly Minor[];
}

/** Names whose terms are to be chosen: what is wanted now, and how their later prices are thought to grow. */
export type AdvisedName = Required<Wanted>;

export interface TermMoney {
  readonly now: Date;
  readonly currency: Currency;
  /** Units of `currency` for one US dollar. */
  readonly rate: string;
}

/**
 * Every term of a name, priced: an introductory price that wants a longer term shows in that term.
 *
 * @param hasIntro the introductory price is left for this name
 */
export function termChoices({ item, subject, growth }: AdvisedName, pricer: ItemPricer, hasIntro = true): TermChoice[] {
  return allowedTerms(item.action, subject, pricer.today).map((years): TermChoice => {
    const changed = { ...item, years };
    const withIntro = hasIntro && meetsIntro(changed, subject, pricer.today);
    const { net, keepCost } = pricer.price({ item: changed, subject, growth }, withIntro);
    return { years, today: net, keepCost };
  });
}

/**
 * The term no longer than the horizon with which a name costs least to keep so long; among equals the
 * shortest. Where every term is longer, the shortest there is.
 */
export function bestTerm(choices: readonly TermChoice[], horizon: number): TermChoice | undefined {
  const fitting = choices.filter(({ years }) => years <= horizon);
  const within = fitting.length > 0 ? fitting : choices.slice(0, 1);
  return [...within].sort((a, b) => costAt(a, horizon) - costAt(b, horizon) || a.years - b.years)[0];
}

/** One way of choosing terms: what is paid today and what it costs to keep the names 1 to 10 years. */
export interface TermPlan {
  readonly today: Minor;
  readonly keepCost: readonly Minor[];
}

export interface TermAdvice {
  /** The best term of each name. */
  readonly terms: readonly { readonly name: string; readonly unicode: string; readonly years: number }[];
  readonly best: TermPlan;
  readonly chosen: TermPlan;
  /** The shortest terms, renewed again and again. */
  readonly shortest: TermPlan;
  /** What the best terms save over the horizon against those chosen. */
  readonly saves: Minor;
  /** What they take out of the purse today on top of those chosen. */
  readonly tiesUp: Minor;
}

/**
 * Which terms are cheapest for names that will be kept so many years. What they cost is what a quote for all of them
 * together says, in which an introductory price may be for the first few alone.
 */
export function adviseTerms(names: readonly AdvisedName[], horizon: number, money: TermMoney): TermAdvice {
  const pricer = new ItemPricer(money.now, money.currency, money.rate, '0');
  const introTaken = new Map<string, number>();
  const best = names.map((name): number => {
    const { item, subject } = name;
    const taken = introTaken.get(subject.extension.label) ?? 0;
    const choices = termChoices(name, pricer, taken < mostIntros(subject));
    const { years } = bestTerm(choices, horizon) ?? item;
    if (meetsIntro({ ...item, years }, subject, pricer.today)) introTaken.set(subject.extension.label, taken + 1);
    return years;
  });
  const shortest = names.map(({ item, subject }) => allowedTerms(item.action, subject, pricer.today)[0] ?? item.years);
  const plan = (terms: readonly number[]) => planOf(names, terms, pricer);
  const [bestPlan, chosenPlan] = [plan(best), plan(names.map(({ item }) => item.years))];
  return {
    terms: names.map(({ subject: { name, unicode } }, place) => ({ name, unicode, years: best[place] ?? 1 })),
    best: bestPlan,
    chosen: chosenPlan,
    shortest: plan(shortest),
    saves: costAt(chosenPlan, horizon) - costAt(bestPlan, horizon),
    tiesUp: bestPlan.today - chosenPlan.today,
  };
}

/** What the names cost together with those terms. */
function planOf(names: readonly AdvisedName[], terms: readonly number[], pricer: ItemPricer): TermPlan {
  const wanted = names.map((name, place) => ({ ...name, item: { ...name.item, years: terms[place] ?? 1 } }));
  const prices = pricer.together(wanted).map(({ price }) => price);
  return {
    today: prices.reduce((sum, { net }) => sum + net, 0),
    keepCost: Array.from({ length: longestTerm }, (_, index) =>
      prices.reduce((sum, { keepCost }) => sum + (keepCost[index] ?? 0), 0),
    ),
  };
}

function costAt({ keepCost: costs }: TermPlan, horizon: number): Minor {
  return costs[horizon - 1] ?? 0;
}

/**
 * A yearly change of price as a decimal string for `growth`, to a tenth of a percent and within what
 * makes sense to look ahead with: from no change to a fifth a year.
 *
 * @example growthFrom(0.0507) // '0.051'
 */
export function growthFrom(trend: number): string {
  return String(Math.round(Math.min(0.2, Math.max(0, trend)) * 1000) / 1000);
}
