import type { Catalogue } from '../catalogue/extension';
import { nameHeads } from '../formats/nameHeads';
import { domainName, type DomainNameProblem } from '../names/domainName';
import type { BasketLine } from './basketLine';
import { nearestTerm } from './nearestTerm';
import { newLine } from './newLine';

/** Something about one line of the list; lines count from 1. */
export type ImportNote =
  | { readonly what: 'problem'; readonly line: number; readonly typed: string; readonly problem: DomainNameProblem }
  | { readonly what: 'again'; readonly line: number; readonly unicode: string }
  /** The term asked for is not offered: the nearest is taken. */
  | { readonly what: 'term'; readonly line: number; readonly unicode: string; readonly years: number };

export interface ImportedLines {
  readonly lines: readonly BasketLine[];
  readonly notes: readonly ImportNote[];
}

const heads = {
  name: nameHeads,
  years: /^(years?|terms?|años?|plazo)$/i,
  privacy: /^(privacy|privacidad)$/i,
  autoRenew: /^(auto-?\s?renew|renovaci[oó]n( autom[aá]tica)?)$/i,
};
const yes = /^(yes|y|true|1|on|s[ií])$/i;
const no = /^(no|n|false|0|off)$/i;

/**
 * Names to put in the basket, from a list as people have it: one name a line, several with commas between, or
 * CSV (RFC 4180) whose columns are headed. What a column does not say is chosen as for any new name.
 *
 * @param rows as `readCsv` gives them
 * @param autoRenew what it is set to where the list does not say
 */
export function importLines(
  rows: readonly (readonly string[])[],
  catalogue: Catalogue,
  autoRenew: boolean,
): ImportedLines {
  const columns = columnsOf(rows[0] ?? []);
  const lines = new Map<string, BasketLine>();
  const notes: ImportNote[] = [];
  rows.forEach((cells, index) => {
    if (index === 0 && columns) return;
    const line = index + 1;
    const cell = (column: number | undefined) => (column === undefined ? '' : (cells[column]?.trim() ?? ''));
    for (const typed of columns ? [cell(columns.name)] : namesIn(cells)) {
      if (typed === '') continue;
      const read = domainName(typed, catalogue);
      if (read.kind === 'problem') {
        notes.push({ what: 'problem', line, typed, problem: read });
        continue;
      }
      const { name, unicode, extension } = read;
      if (lines.has(name)) {
        notes.push({ what: 'again', line, unicode });
        continue;
      }
      const defaults = newLine(name, unicode, extension, autoRenew);
      const wanted = Number(cell(columns?.years)) || defaults.years;
      const years = nearestTerm(extension.terms.register, wanted);
      if (years !== wanted) notes.push({ what: 'term', line, unicode, years });
      lines.set(name, {
        ...defaults,
        years,
        privacy: yesOrNo(cell(columns?.privacy)) ?? defaults.privacy,
        autoRenew: yesOrNo(cell(columns?.autoRenew)) ?? defaults.autoRenew,
      });
    }
  });
  return { lines: [...lines.values()], notes };
}

type Columns = Partial<Record<keyof typeof heads, number>> & { readonly name: number };

/** Where the columns stand, where the first line is a head. */
function columnsOf(first: readonly string[]): Columns | undefined {
  const at = (head: RegExp) => {
    const column = first.findIndex((cell) => head.test(cell.trim()));
    return column < 0 ? undefined : column;
  };
  const name = at(heads.name);
  if (name === undefined) return undefined;
  const [years, privacy, autoRenew] = [at(heads.years), at(heads.privacy), at(heads.autoRenew)];
  return {
    name,
    ...(years === undefined ? {} : { years }),
    ...(privacy === undefined ? {} : { privacy }),
    ...(autoRenew === undefined ? {} : { autoRenew }),
  };
}

/** Without a head: every cell that looks like a name, else the first, so that it is said what is wrong with it. */
function namesIn(cells: readonly string[]): string[] {
  const parts = cells.flatMap((cell) => cell.split(/[\s;]+/)).filter((part) => part !== '');
  const names = parts.filter((part) => part.includes('.'));
  return names.length > 0 ? names : parts.slice(0, 1);
}

function yesOrNo(cell: string): boolean | undefined {
  if (yes.test(cell)) return true;
  return no.test(cell) ? false : undefined;
}
