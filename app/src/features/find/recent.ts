import { readTexts, Stored } from '../../stored/stored';

const mostKept = 8;
const shortest = 2;
/** A pasted list is not a search one goes back to by its text. */
const longest = 80;

/** What was searched for lately in this browser, the latest first. */
export const recentSearches = new Stored<readonly string[]>('tienda.recent', [], readTexts);

/** Remembers a search; what was typed on the way to it is dropped. */
export function remember(query: string): void {
  const text = query.trim();
  if (text.length < shortest || text.length > longest) return;
  const others = recentSearches.get().filter((other) => other !== text && !text.startsWith(other));
  recentSearches.set([text, ...others].slice(0, mostKept));
}
