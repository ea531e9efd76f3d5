import type { ProblemFacts } from '@tienda/core/text/problemFacts';
import { dateText } from './format';
import { texts } from './texts';

/**
 * What is wrong, in the reader's language.
 *
 * @param detail in the server's own words: for what has none of ours, or none of what it is about
 */
export function problemText(code: string, detail: string, facts?: ProblemFacts): string {
  const words = Object.hasOwn(texts.problems, code) ? texts.problems[code] : undefined;
  if (typeof words === 'string') return words;
  if (words === undefined || facts === undefined) return detail;
  return words(facts.day === undefined ? facts : { ...facts, day: dateText(facts.day) });
}

/** The same of a whole refusal, for its reason where its type has several. */
export function refusalText({
  type,
  because,
  detail,
  facts,
}: {
  readonly type: string;
  readonly because?: string | undefined;
  readonly detail: string;
  readonly facts?: ProblemFacts | undefined;
}): string {
  const reason = `${type}/${because ?? ''}`;
  return problemText(Object.hasOwn(texts.problems, reason) ? reason : type, detail, facts);
}
