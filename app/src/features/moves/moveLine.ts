import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { ShownMove } from '@tienda/core/transfers/shownMove';

/** True where nothing stands in the way of a name any more, and it is not on its way. */
export function canCome({ look, underWay }: ShownMove): boolean {
  return look?.problems.length === 0 && !underWay;
}

/** A name to be moved as it is put in the basket: privacy where it is free, nothing that costs extra. */
export function moveLine(
  { name, unicode, look }: ShownMove,
  catalogue: Catalogue | undefined,
  autoRenew: boolean,
): BasketLine | undefined {
  const extension = catalogue && extensionOf(name, catalogue);
  if (!extension) return undefined;
  const privacy = extension.privacy.policy === 'included';
  const line = { name, action: 'transfer', unicode, years: 1, privacy, autoRenew } as const;
  return look?.premium ? { ...line, answer: { status: 'taken', premium: look.premium } } : line;
}
