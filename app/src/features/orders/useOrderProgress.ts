import { refetchAfterOrder } from '../../api/me';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { helpIn } from '../../api/helped';
import { useMine } from '../../api/mine';
import { showChanged } from '../../api/showChanged';
import { forgetTypedCard } from '../../shop/payment/usePaymentForm';

/** How soon the order is asked for again where the server refused to follow it. */
const againMs = 3000;

/** An order as it moves on: fetched once, then told by the server each time something happens to it. */
export function useOrderProgress(id: string) {
  const queries = useQueryClient();
  const order = useMine<ShownOrder>(['orders', id], `/api/me/orders/${id}`);
  const [lost, setLost] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const following = order.isSuccess && !order.data.ended;

  useEffect(() => {
    if (!following) return undefined;
    const path = `/api/me/orders/${id}/progress`;
    const help = helpIn(path);
    // A stream cannot carry a header.
    const source = new EventSource(help === undefined ? path : `${path}?helping=${help}`);
    source.onopen = () => setLost(false);
    let again: ReturnType<typeof setTimeout> | undefined;
    source.onerror = () => {
      setLost(true);
      // Browsers come back by themselves, but not after a refusal: then the order is asked for, and why.
      if (source.readyState !== EventSource.CLOSED) return;
      again = setTimeout(() => {
        void queries.invalidateQueries({ queryKey: ['me', 'orders', id] });
        setAttempt(attempt + 1);
      }, againMs);
    };
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const shown: ShownOrder = JSON.parse(data);
      void showChanged(queries, ['me', 'orders', id], shown);
      if (!shown.ended) return;
      source.close();
      refetchAfterOrder(queries);
    };
    return () => {
      clearTimeout(again);
      source.close();
    };
  }, [following, id, queries, attempt]);

  const isPaid = order.data !== undefined && !['asked', 'waiting', 'declined'].includes(order.data.payment.at);
  useEffect(() => {
    if (isPaid) forgetTypedCard(id);
  }, [isPaid, id]);

  return { order, lost: lost && following };
}
