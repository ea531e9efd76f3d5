import type { IsoDate } from '../time/isoDate';

/** What a problem is about, for those who say it in another language: `{ character: '_', position: 5 }`. */
export type ProblemFacts = Readonly<
  Partial<
    Record<ProblemText, string> &
      Record<'position' | 'length' | 'limit' | 'seconds' | 'years' | 'words' | 'extensions', number> & { day: IsoDate }
  >
>;

/** `name` may be several, `hosts` and `scripts` too: parted by a comma and a space. */
type ProblemText =
  | 'typed'
  | 'character'
  | 'name'
  | 'extension'
  | 'meant'
  | 'scripts'
  | 'hosts'
  | 'terms'
  | 'email'
  | 'title'
  | 'contact'
  | 'requirement';
