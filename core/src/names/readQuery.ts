import type { Catalogue } from '../catalogue/extension';
import { domainName, withWayOut, type DomainNameProblem } from './domainName';
import { withPlainDots } from '../idna/idna';
import type { ProblemFacts } from '../text/problemFacts';
import { readLabel } from './label';

/** One input that cannot be searched for, with the reason and what to try instead. */
export interface QueryProblem {
  readonly input: string;
  readonly code: DomainNameProblem['code'] | 'tooMany';
  readonly detail: string;
  readonly suggestion?: string;
  readonly facts?: ProblemFacts;
}

/** What to search for: full names, and labels to try in every extension, both as A-labels without repeats. */
export interface SearchPlan {
  readonly query: string;
  readonly names: readonly string[];
  readonly labels: readonly string[];
  readonly problems: readonly QueryProblem[];
}

/** As many names as one search may hold. */
export const mostInputs = 500;

/** Words that one may run together into a label, rather than a list of names. */
const mostJoinedWords = 6;

/**
 * Reads what a person typed or pasted: a bare word, a full name, a web or mail address, or a list of
 * these separated by lines, commas, semicolons or tabs. Words with spaces between them are run together.
 *
 * @example readQuery('https://www.Saltwhistle.boats/sailing', catalogue).names // ['saltwhistle.boats']
 */
export function readQuery(query: string, catalogue: Catalogue): SearchPlan {
  const names = new Set<string>();
  const labels = new Set<string>();
  const problems: QueryProblem[] = [];
  const inputs = withPlainDots(query)
    .split(/[\n\r,;\t]+/)
    .flatMap(splitSpaced)
    .filter((input) => input !== '');
  for (const input of inputs.slice(0, mostInputs)) {
    const host = hostOf(input);
    if (host.includes('.')) {
      const read = domainName(host, catalogue);
      if (read.kind === 'name') names.add(read.name);
      else if (read.code === 'subName') {
        const parent = domainName(read.facts?.name ?? '', catalogue);
        if (parent.kind === 'name') names.add(parent.name);
        problems.push(asProblem(input, read));
      } else problems.push(asProblem(input, read));
    } else {
      const read = readLabel(host);
      if (read.kind === 'label') labels.add(read.aLabel);
      else problems.push(asProblem(input, withWayOut(read, catalogue)));
    }
  }
  if (inputs.length > mostInputs)
    problems.push({
      input: inputs[mostInputs] ?? '',
      code: 'tooMany',
      detail: `${inputs.length} names were given; the first ${mostInputs} are searched. Search for the rest separately.`,
      facts: { length: inputs.length, limit: mostInputs },
    });
  return { query, names: [...names], labels: [...labels], problems };
}

/** Several full names with spaces between them are a list; other words with spaces are one label. */
function splitSpaced(part: string): string[] {
  const words = part.trim().split(/\s+/);
  if (words.some((word) => word.includes('.') || word.includes('@'))) return words;
  return words.length > mostJoinedWords ? words : [words.join('')];
}

/** The host of a web or mail address, without `www.` and a trailing dot. */
function hostOf(input: string): string {
  // `saltwhistle.com:8080` begins with no scheme: what follows a scheme is no port.
  const withoutScheme = input.replace(/^[a-z][a-z0-9+.-]*:(\/\/)?(?!\d{1,5}($|[/?#]))/i, '');
  const authority = withoutScheme.split(/[/?#]/)[0] ?? '';
  const host = authority.slice(authority.lastIndexOf('@') + 1).replace(/:\d*$/, '');
  return host.replace(/^www\.(?=[^.]+\.)/i, '').replace(/\.$/, '');
}

function asProblem(input: string, { code, detail, suggestion, facts }: Omit<QueryProblem, 'input'>): QueryProblem {
  return { input, code, detail, ...(suggestion ? { suggestion } : {}), ...(facts ? { facts } : {}) };
}
