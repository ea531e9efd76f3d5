import { isEnded } from '@tienda/core/operations/operations';
import type { Order } from '@tienda/core/orders/order';
import type { Leaving } from '../../platform/outbox/leaving';

/** What whoever sold a name is told once its order is paid, or nothing came of it. */
interface SaleEnded {
  readonly kind: 'sale';
  readonly key: string;
  readonly content: Leaving['sale'];
}

/** Of a name that came its holder before gets what was agreed; of one that did not come they are told that nothing comes of it. */
export function salesEnded({ lines }: Order): SaleEnded[] {
  return lines.flatMap(({ offer, state }): SaleEnded[] => {
    // One that is on its way by another order is that one's.
    if (!offer || !isEnded(state) || ('cause' in state && state.cause === 'here')) return [];
    const content = { offer: offer.id, reaching: state.at === 'done' ? offer.reaching : null };
    return [{ kind: 'sale', key: `offer ${offer.id} ended`, content }];
  });
}
