import { isCurrency } from '@tienda/core/money/money';
import { languageStore } from '../texts/language';
import { currencyStore } from './currencyStore';
import { searchPath } from './searchPath';

/** What every page asks for as soon as it is alive. */
const always = ['/api/session', '/api/basket', '/api/extensions?brief=1', '/api/rates', '/api/promotions'];

/** What nobody has taken by then is ended, and asked for anew by whoever wants it: it would keep a connection busy. */
const freshMs = 10_000;

interface Early {
  readonly answer: Promise<Response>;
  readonly end: AbortController;
  readonly patience: ReturnType<typeof setTimeout>;
}

const early = new Map<string, Early>();

/**
 * Sends what a page asks for once it is alive: what draws it is still being made ready, which takes a phone a second.
 *
 * @param address path and query of the page
 */
export function askEarly(address: { readonly pathname: string; readonly search: string }): void {
  for (const path of [...always, ...searchOf(address)]) {
    const end = new AbortController();
    const headers = { 'Accept-Language': languageStore.get() };
    const answer = fetch(path, { credentials: 'same-origin', headers, signal: end.signal });
    // Whoever takes it hears of it; where nobody does, nobody minds.
    answer.catch(() => undefined);
    early.set(path, { answer, end, patience: setTimeout(() => drop(path), freshMs) });
  }
}

/** The answer to a request that was sent early, for the first who asks for it; undefined where there is none. */
export function takeEarly(path: string, signal: AbortSignal | null | undefined): Promise<Response> | undefined {
  const found = early.get(path);
  if (!found) return undefined;
  early.delete(path);
  clearTimeout(found.patience);
  if (signal?.aborted) found.end.abort(signal.reason);
  signal?.addEventListener('abort', () => found.end.abort(signal.reason));
  return found.answer;
}

/** Something changes over there: what was asked for before that is not taken any more. */
export function forgetEarly(): void {
  for (const path of early.keys()) drop(path);
}

function drop(path: string): void {
  const found = early.get(path);
  early.delete(path);
  clearTimeout(found?.patience);
  found?.end.abort();
}

/** The search that a page shows, as its screen asks for it. */
function searchOf({ pathname, search }: { readonly pathname: string; readonly search: string }): string[] {
  const params = new URLSearchParams(search);
  const shared = params.get('currency') ?? '';
  const remembered = currencyStore.get();
  const query = params.get('q')?.trim() ?? '';
  // Those that only some extensions are wanted of are asked for when these are known.
  if (pathname === '/' && query !== '' && !['only', 'kind', 'ext'].some((one) => params.has(one)))
    return [searchPath({ query, currency: isCurrency(shared) ? shared : remembered, next: true })];
  const name = decoded(/^\/find\/([^/]+)$/.exec(pathname)?.[1] ?? '');
  return name === '' ? [] : [searchPath({ query: name, currency: remembered })];
}

function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return '';
  }
}
