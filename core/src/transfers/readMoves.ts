import type { Catalogue } from '../catalogue/extension';
import { nameHeads } from '../formats/nameHeads';
import { domainName, type DomainNameProblem } from '../names/domainName';

/** A name that is to come here, with its auth code where that was written beside it. */
export interface TypedMove {
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
  readonly code?: string;
}

/** Something about one line of the list; lines count from 1. */
export type MoveNote =
  | { readonly what: 'problem'; readonly line: number; readonly typed: string; readonly problem: DomainNameProblem }
  | { readonly what: 'again'; readonly line: number; readonly unicode: string }
  | { readonly what: 'longCode'; readonly line: number; readonly unicode: string }
  /** More stands behind a code than is read: it may have been a part of it. */
  | { readonly what: 'more'; readonly line: number; readonly unicode: string };

export interface ReadMoves {
  readonly moves: readonly TypedMove[];
  readonly notes: readonly MoveNote[];
}

/** No registry's codes are longer. */
export const longestCode = 64;
const codeHeads =
  /^(auth(orisation|orization)?([ -]?(code|info))?|epp([ -]?code)?|codes?|transfer codes?|c[oó]digos?.*)$/i;

/**
 * Names to move here from a list as people have it: a name a line, its auth code behind it after a space, comma, semicolon
 * or tab; names alone, several in a line; or CSV (RFC 4180) whose columns are headed. A code that holds any of those stands
 * in quotes.
 *
 * @param cells the same text read as CSV
 * @example readMoves('saltwhistle.studio  k9-Tide!44', [['saltwhistle.studio  k9-Tide!44']], catalogue)
 */
export function readMoves(text: string, cells: readonly string[][], catalogue: Catalogue): ReadMoves {
  const [head = [], ...rest] = cells;
  const column = (heads: RegExp) => head.findIndex((cell) => heads.test(cell.trim()));
  const [names, codes] = [column(nameHeads), column(codeHeads)];
  const moves = new Map<string, TypedMove>();
  const notes: MoveNote[] = [];
  const take = (line: number, typed: string, code = '', isMore = false) => {
    if (typed === '') return;
    const read = domainName(typed, catalogue);
    if (read.kind === 'problem') return notes.push({ what: 'problem', line, typed, problem: read });
    const { name, unicode } = read;
    if (moves.has(name)) return notes.push({ what: 'again', line, unicode });
    if (isMore) notes.push({ what: 'more', line, unicode });
    if (code.length > longestCode) notes.push({ what: 'longCode', line, unicode });
    moves.set(name, { name, unicode, ...(code === '' || code.length > longestCode ? {} : { code }) });
    return moves.size;
  };
  const isName = (typed: string) => domainName(typed, catalogue).kind === 'name';
  if (names >= 0 && !head.some(isName)) {
    rest.forEach((cells, index) => take(index + 2, cells[names]?.trim() ?? '', cells[codes]?.trim()));
    return { moves: [...moves.values()], notes };
  }
  text
    .replace(/^\ufeff/, '')
    .split(/\r\n?|\n/)
    .forEach((row, index) => {
      const parts = partsOf(row);
      const isNames = parts.length > 1 && parts.every(isName);
      if (isNames) for (const part of parts) take(index + 1, part);
      else take(index + 1, parts[0] ?? '', parts[1], parts.length > 2);
    });
  return { moves: [...moves.values()], notes };
}

/** What stands in a line, apart from what is between: what is in quotes is one, whatever is in it. */
function partsOf(row: string): string[] {
  const parts = row.match(/"(?:[^"]|"")*"|[^\s,;"]+/g) ?? [];
  return parts.map((part) => (part.startsWith('"') ? part.slice(1, -1).replaceAll('""', '"') : part));
}
