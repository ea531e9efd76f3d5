import type { Row } from '../../shop/name/rows';

/** What the list of results shows: a name, or the heading of those below it. */
export type Item =
  | { readonly type: 'row'; readonly key: string; readonly row: Row }
  | { readonly type: 'head'; readonly key: string; readonly title: HeadTitle };
export type HeadTitle = 'same' | 'close' | 'more';

/** So many extensions of a word are shown before names close to it. */
const mainRows = 10;

interface Found {
  /** What was asked for, in its order. */
  readonly rows: readonly Row[];
  readonly same: readonly Row[];
  readonly close: readonly Row[];
  /** The order is the search's own: names to go on with may stand among the others. */
  readonly isPlain: boolean;
}

/**
 * The results with the next step: full names, then their words in other extensions and names close to them; a word in
 * the main extensions, names close to it, and the other extensions.
 */
export function itemsOf({ rows, same, close, isPlain }: Found): Item[] {
  const asked = rows.filter(({ isAsked }) => isAsked);
  const words = rows.filter(({ isAsked }) => !isAsked);
  const next = [...section('same', same), ...section('close', close)];
  if (!isPlain) return [...rows.map(item), ...next];
  if (asked.length > 0) return [...asked.map(item), ...next, ...section('more', words)];
  if (next.length === 0) return words.map(item);
  return [...words.slice(0, mainRows).map(item), ...next, ...section('more', words.slice(mainRows))];
}

const item = (row: Row): Item => ({ type: 'row', key: row.key, row });

function section(title: HeadTitle, rows: readonly Row[]): Item[] {
  return rows.length === 0 ? [] : [{ type: 'head', key: `head ${title}`, title }, ...rows.map(item)];
}
