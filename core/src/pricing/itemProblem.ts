import { closedText, type Closed } from '../lifecycle/stage';
import type { ProblemFacts } from '../text/problemFacts';
import { addYears, type IsoDate } from '../time/isoDate';
import { allowedTerms, offeredTerms, type Subject } from './priceItem';
import type { QuoteItem } from './quoteRequest';
import { longestTerm } from './yearRail';

/** Why an item cannot be priced, or put into the basket. */
export interface ItemProblem {
  readonly field: 'name' | 'years';
  readonly code:
    | 'badName'
    | 'unknownExtension'
    | 'repeatedName'
    | 'termNotOffered'
    | 'notAvailable'
    | 'notHeld'
    | Closed
    | 'privacyNotSold'
    | 'hiddenAlready'
    | 'notYearsToRun'
    | 'beyondTenYears'
    | 'transferNotOneYear'
    | 'notMovable';
  readonly detail: string;
  readonly facts?: ProblemFacts;
}

const details = {
  repeatedName: 'is already on the list',
  notHeld: 'is not among your names',
  notAvailable: 'cannot be registered any more',
  notMovable: 'cannot be moved here just now: see under Move names here what it waits for',
  privacyNotSold: 'has no privacy to buy',
  hiddenAlready: 'has its holder hidden already',
} as const;

/** @param unicode the name, as people read it */
export function nameProblem(code: keyof typeof details | Closed, unicode: string): ItemProblem {
  const detail =
    code in details ? `${unicode} ${details[code as keyof typeof details]}` : closedText(code as Closed, unicode);
  return { field: 'name', code, detail: `${detail}.`, facts: { name: unicode } };
}

/** The same of a name that is in the basket, with what to do about it. */
export function wayOutOf(problem: ItemProblem): ItemProblem {
  return { ...problem, detail: `${problem.detail} Take it out of the basket.` };
}

/** What speaks against a term, if anything does. */
export function termProblem(
  { action, years }: Pick<QuoteItem, 'action' | 'years'>,
  subject: Subject,
  today: IsoDate,
): ItemProblem | undefined {
  const { unicode, extension } = subject;
  if (action === 'transfer' && years !== 1)
    return { field: 'years', code: 'transferNotOneYear', detail: 'A transfer adds exactly one year.' };
  const allowed = allowedTerms(action, subject, today);
  if (allowed.includes(years)) return undefined;
  if (action === 'privacy') return notYearsToRun(unicode, allowed[0] ?? 1);
  const offered = offeredTerms(action, extension);
  if (offered.includes(years)) return beyondTenYears(unicode, addYears(today, longestTerm));
  const terms = offered.join(', ');
  const detail = `.${extension.unicode} is offered for ${terms} ${offered.at(-1) === 1 ? 'year' : 'years'}.`;
  return { field: 'years', code: 'termNotOffered', detail, facts: { extension: extension.unicode, terms } };
}

/** Privacy is bought for all the years that a name is paid for. */
function notYearsToRun(unicode: string, years: number): ItemProblem {
  const left =
    years === 1 ? 'one more year: privacy is bought for it' : `${years} more years: privacy is bought for all`;
  const detail = `${unicode} is paid for ${left}.`;
  return { field: 'years', code: 'notYearsToRun', detail, facts: { name: unicode, years } };
}

function beyondTenYears(unicode: string, day: IsoDate): ItemProblem {
  const detail = `${unicode} can be paid for until ${day} at most: choose fewer years.`;
  return { field: 'years', code: 'beyondTenYears', detail, facts: { name: unicode, day } };
}
