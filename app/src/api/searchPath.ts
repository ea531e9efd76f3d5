import type { Currency } from '@tienda/core/money/money';

export interface SearchWish {
  readonly query: string;
  readonly currency: Currency;
  /** Only this extension, as A-label. */
  readonly only?: string | undefined;
  /** Extensions on screen, where they are others than the most chosen. */
  readonly first?: readonly string[] | undefined;
  /** Names to go on with are wanted too. */
  readonly next?: boolean;
}

/** Where the answers to a search are asked for. */
export function searchPath(
  { query, currency, only, first, next }: SearchWish,
  more: Readonly<Record<string, string>> = {},
): string {
  const parameters = new URLSearchParams({ q: query, currency, ...more });
  if (only) parameters.set('extensions', only);
  if (next) parameters.set('next', '1');
  if (first && first.length > 0) parameters.set('first', first.join(','));
  return `/api/search?${parameters.toString()}`;
}
