import { texts } from './texts';

/** What is wrong, in the reader's language: in the server's own words where it has none of ours. */
export function problemText(code: string, detail: string): string {
  return texts.problems[code] ?? detail;
}
