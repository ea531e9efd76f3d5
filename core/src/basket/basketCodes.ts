/** The promo codes of a basket. */
export interface BasketCodes {
  /** As they were typed, each once. */
  readonly typed: readonly string[];
  /** The code to use, `null` for none; left out, the best is used. */
  readonly use?: string | null;
}

/** How many codes are kept for one basket. */
export const mostCodes = 20;

/** A visitor's codes brought to an account's basket: all that were typed in either, used as the visitor chose last. */
export function mergedCodes(account: BasketCodes | undefined, visitor: BasketCodes): BasketCodes {
  const typed = [...new Set([...visitor.typed, ...(account?.typed ?? [])])].slice(0, mostCodes);
  const use = 'use' in visitor ? visitor.use : account?.use;
  return { typed, ...(use === undefined ? {} : { use }) };
}
