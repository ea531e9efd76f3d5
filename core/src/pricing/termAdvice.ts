import type { Currency, Minor } from './money';
import { allowedTerms, ItemPricer, meetsIntro, type Subject } from './priceItem';
import type { QuoteItem } from './quoteRequest';
import { longestTerm } from './yearRail';

/** What buying a name for one of its terms would cost, before tax and promo code. */
export interface TermChoice {
  readonly years: number;
  /** Paid today for the whole term. */
  readonly today: Minor;
  /** To keep the name 1 to 10 years. */
  readonly keepCost: readonly Minor[];
}

/** A name with every term that may be chosen, the shortest first. */
export interface TermQuestion {
  readonly name: string;
  readonly unicode: string;
  /** The term chosen now. */
  readonly years: number;
  readonly choices: readonly TermChoice[];
}

export interface TermMoney {
  readonly now: Date;
  readonly currency: Currency;
  /** Units of `currency` for one US dollar. */
  readonly rate: string;
  /** How later prices are thought to grow a year, decimal string. */
  readonly growth: string;
}

/** Every term of an item, priced: an introductory price that wants a longer term shows in that term. */
export function termQuestion(item: QuoteItem, subject: Subject, money: TermMoney): TermQuestion {
  const pricer = new ItemPricer(money.now, money.currency, money.rate, money.growth);
  const choices = allowedTerms(item.action, subject, pricer.today).map((years): TermChoice => {
    const withIntro = meetsIntro(item, years, subject, pricer.today);
    const price = pricer.price(item, years, subject, withIntro);
    return { years, today: price.net, keepCost: price.keepCost };
  });
  return { name: subject.name, unicode: subject.unicode, years: item.years, choices };
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

/** Which terms are cheapest for names that will be kept so many years. */
export function adviseTerms(questions: readonly TermQuestion[], horizon: number): TermAdvice {
  const answered = questions.flatMap((question) => {
    const best = bestTerm(question.choices, horizon);
    const [shortest] = question.choices;
    const chosen = question.choices.find(({ years }) => years === question.years) ?? shortest;
    return best && shortest && chosen ? [{ question, best, shortest, chosen }] : [];
  });
  const best = planOf(answered.map((of) => of.best));
  const chosen = planOf(answered.map((of) => of.chosen));
  return {
    terms: answered.map(({ question: { name, unicode }, best: { years } }) => ({ name, unicode, years })),
    best,
    chosen,
    shortest: planOf(answered.map((of) => of.shortest)),
    saves: costAt(chosen, horizon) - costAt(best, horizon),
    tiesUp: best.today - chosen.today,
  };
}

function planOf(choices: readonly TermChoice[]): TermPlan {
  return {
    today: choices.reduce((sum, { today }) => sum + today, 0),
    keepCost: Array.from({ length: longestTerm }, (_, index) =>
      choices.reduce((sum, choice) => sum + costAt(choice, index + 1), 0),
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
