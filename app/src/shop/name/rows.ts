import { byPopularity } from '@tienda/core/catalogue/byPopularity';
import type { Catalogue, Extension, PrivacyPolicy } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { canRegister, type NameStatus } from '@tienda/core/names/availability';
import type { IdeaReason } from '@tienda/core/ideas/idea';
import type { NextName } from '@tienda/core/ideas/nextNames';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { keepCostOf } from '@tienda/core/pricing/keepCost';
import type { Currency, Minor } from '@tienda/core/money/money';
import type { SearchState } from '../../api/search';
import { typedAmount } from '../money/typedAmount';
import { kinds, type FindChoices } from './findChoices';

/** One name of a search: asked for already, answered or not. */
export interface Row {
  /** Its place in the search: the same for the next word typed, so that rows are redrawn in place. */
  readonly key: string;
  readonly name: string;
  readonly label: string;
  readonly extension: Extension;
  /** A hint, or the registry's word. */
  readonly answer?: SearchAnswer;
  /** A full name that was asked for itself. */
  readonly isAsked?: boolean;
  /** Why it is offered, where nobody asked for it. */
  readonly reason?: IdeaReason;
  /** For the horizon chosen, where the name can be registered. */
  readonly keep?: Minor;
}

/**
 * Every name of the search in the order of relevance: full names, then each word in every extension, the most
 * chosen first, what the rules forbid last.
 */
export function rowsOf({ plan, answers }: SearchState, catalogue: Catalogue, horizon: number, only?: string): Row[] {
  if (!plan) return [];
  const offered = byPopularity(catalogue).filter(({ label }) => only === undefined || label === only);
  const rows = new Map<string, Row>();
  const add = (place: string, label: string, extension: Extension, isAsked = false) => {
    const name = `${label}.${extension.label}`;
    if (rows.has(name)) return;
    const row = rowFor(name, label, extension, answers.get(name), horizon);
    rows.set(name, { ...row, key: `${place} ${extension.label}`, ...(isAsked ? { isAsked } : {}) });
  };
  for (const [index, name] of plan.names.entries()) {
    const extension = extensionOf(name, catalogue);
    if (extension) add(`name ${index}`, name.slice(0, name.indexOf('.')), extension, true);
  }
  const many = plan.problems.some(({ code, input }) => code === 'tooMany' && input === '');
  for (const [index, label] of plan.labels.entries())
    for (const extension of offered)
      if (!many || answers.has(`${label}.${extension.label}`)) add(`word ${index}`, label, extension);
  const all = [...rows.values()];
  const forbidden = (row: Row) => row.answer?.status === 'invalid';
  return [...all.filter((row) => !forbidden(row)), ...all.filter(forbidden)];
}

/** The names of a group that a search leads on to, those that fit the choices, the best first. */
export function nextRowsOf(
  { next, answers }: SearchState,
  group: NextName['group'],
  catalogue: Catalogue,
  choices: FindChoices,
  currency: Currency,
): Row[] {
  return next.flatMap(({ name, label, extension: suffix, reason, group: own }) => {
    const extension = catalogue.get(suffix);
    if (own !== group || !extension) return [];
    const row = { ...rowFor(name, label, extension, answers.get(name), choices.horizon), reason };
    return fits(row, choices, currency) ? [row] : [];
  });
}

export function rowFor(
  name: string,
  label: string,
  extension: Extension,
  answer: SearchAnswer | undefined,
  horizon: number,
): Row {
  const keep = answer?.price ? keepCostOf(answer.price, extension, horizon) : undefined;
  return { key: name, name, label, extension, ...(answer ? { answer } : {}), ...(keep === undefined ? {} : { keep }) };
}

/** The rows that fit the choices, in the order chosen. */
export function arranged(rows: readonly Row[], choices: FindChoices, currency: Currency): Row[] {
  const fitting = rows.filter((row) => fits(row, choices, currency));
  const { sort } = choices;
  if (sort === 'relevance') return fitting;
  const place = placeBy[sort];
  return fitting.sort((a, b) => compare(place(a), place(b)));
}

/** Where a row stands in each order; rows in the same place keep the order of relevance. */
const placeBy: Readonly<Record<Exclude<FindChoices['sort'], 'relevance'>, (row: Row) => number | string>> = {
  first: ({ answer }) => answer?.price?.firstYear ?? Infinity,
  renewal: ({ answer }) => answer?.price?.renewal ?? Infinity,
  keep: ({ keep }) => keep ?? Infinity,
  status: ({ answer }) => statusOrder.indexOf(answer?.status ?? 'unknown'),
  extension: ({ extension }) => extension.unicode,
  kind: ({ extension }) => kinds.indexOf(extension.kind),
  privacy: ({ extension }) => privacyOrder.indexOf(extension.privacy.policy),
};

/** What can be registered first, what cannot be last. */
const statusOrder: readonly NameStatus[] = [
  'available', 'premium', 'unknown', 'taken', 'reserved', 'invalid', 'unsupported',
]; // oxfmt-ignore

/** What costs nothing first. */
const privacyOrder: readonly PrivacyPolicy[] = ['included', 'hiddenByRegistry', 'priced', 'notAllowed'];

/** True where the row fits every filter; what is not known yet is given the benefit of the doubt. */
function fits({ answer, extension, keep }: Row, choices: FindChoices, currency: Currency): boolean {
  const { status, kind, privacy, extension: text, first, renewal, total } = choices;
  if (kind !== undefined && extension.kind !== kind) return false;
  if (text !== undefined && !`.${extension.unicode} .${extension.label}`.includes(text.trim().toLowerCase()))
    return false;
  const { policy } = extension.privacy;
  if (privacy === 'possible' && policy === 'notAllowed') return false;
  if (privacy === 'included' && policy !== 'included' && policy !== 'hiddenByRegistry') return false;
  if (status !== undefined && answer && !hasStatus(answer, status)) return false;
  const within = (amount: Minor | undefined, typed: string | undefined) => {
    const cap = typedAmount(typed, currency);
    return cap === undefined || (amount !== undefined && amount <= cap);
  };
  if (answer && !(within(answer.price?.firstYear, first) && within(answer.price?.renewal, renewal))) return false;
  return !answer || within(keep, total);
}

function hasStatus({ status, type }: SearchAnswer, wanted: NonNullable<FindChoices['status']>): boolean {
  if (wanted === 'unknown') return type === 'result' && status === 'unknown';
  if (type === 'hint' && status === 'unknown') return true;
  return wanted === 'open' ? canRegister(status) : status === wanted;
}

function compare(a: number | string, b: number | string): number {
  return a === b ? 0 : a < b ? -1 : 1;
}

export function unicodeOf({ answer, label, extension }: Row): string {
  return answer?.unicode ?? `${label}.${extension.unicode}`;
}

/** True where the registry has said that the name can be registered. */
export function canBasket({ answer }: Row): boolean {
  return answer?.type === 'result' && canRegister(answer.status);
}
