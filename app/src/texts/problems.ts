import type { ProblemFacts } from '@tienda/core/names/label';
import { texts } from './texts';

/** What is wrong, in the reader's language: in the server's own words where it has none of ours. */
export function problemText(code: string, detail: string, facts: ProblemFacts = {}): string {
  const words = Object.hasOwn(texts.problems, code) ? texts.problems[code] : undefined;
  if (words === undefined) return detail;
  return typeof words === 'string' ? words : words(facts);
}
