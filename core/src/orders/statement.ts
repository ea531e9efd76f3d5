import type { Language } from '../accounts/language';
import type { Currency, Minor } from '../money/money';
import { addYears, type IsoDate } from '../time/isoDate';
import type { OrderLine } from './order';

/** A time, its first day and its last. */
export interface StatementPeriod {
  readonly from: IsoDate;
  readonly to: IsoDate;
}

interface StatedName {
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
}

/** A name held at the end of the time, or now where that is not over. */
export interface StatedHeld extends StatedName {
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly autoRenew: boolean;
}

/** Something bought or renewed. */
export interface StatedPayment extends StatedName {
  readonly on: IsoDate;
  readonly kind: OrderLine['kind'];
  readonly years: number;
  /** Before tax. */
  readonly net: Minor;
  readonly currency: Currency;
  /** Number of its invoice. */
  readonly invoice?: string;
}

/** A renewal to come, at today's prices and before tax. */
export interface StatedDue extends StatedName {
  readonly on: IsoDate;
  readonly amount: Minor;
  readonly autoRenew: boolean;
}

/** What a group holds, what was bought and renewed for it in a time, and what falls due in the year after it. */
export interface Statement {
  /** Of the group. */
  readonly title: string;
  readonly language: Language;
  readonly madeOn: IsoDate;
  readonly period: StatementPeriod;
  readonly held: readonly StatedHeld[];
  readonly paid: readonly StatedPayment[];
  readonly paidIn: readonly { readonly currency: Currency; readonly amount: Minor }[];
  /** What is due is in this currency. */
  readonly currency: Currency;
  readonly due: readonly StatedDue[];
  readonly dueSum: Minor;
}

/** A name of a group as it is held, and what renewing it costs. */
export interface StatedSource extends StatedHeld {
  readonly renewal: { readonly amount: Minor };
}

/** A statement from the names of a group and what was paid for them. */
export function statementOf(
  about: Pick<Statement, 'title' | 'language' | 'madeOn' | 'period' | 'currency'>,
  names: readonly StatedSource[],
  payments: readonly StatedPayment[],
): Statement {
  const { from, to } = about.period;
  const yearLater = addYears(to, 1);
  const due = names
    .filter(({ expiresOn }) => expiresOn > to && expiresOn <= yearLater)
    .map(({ name, unicode, expiresOn: on, autoRenew, renewal }) => ({
      name,
      unicode,
      on,
      autoRenew,
      amount: renewal.amount,
    }))
    .sort(byDay);
  const paid = payments.filter(({ on }) => from <= on && on <= to).sort(byDay);
  const currencies = [...new Set(paid.map(({ currency }) => currency))].sort();
  return {
    ...about,
    held: names
      .filter(({ registeredOn }) => registeredOn <= to)
      .map(({ renewal: _renewal, ...held }) => held)
      .sort((a, b) => compare(a.name, b.name)),
    paid,
    paidIn: currencies.map((currency) => ({
      currency,
      amount: paid.reduce((sum, one) => (one.currency === currency ? sum + one.net : sum), 0),
    })),
    due,
    dueSum: due.reduce((sum, { amount }) => sum + amount, 0),
  };
}

function byDay(a: { readonly on: IsoDate; readonly name: string }, b: { readonly on: IsoDate; readonly name: string }) {
  return compare(a.on, b.on) || compare(a.name, b.name);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
