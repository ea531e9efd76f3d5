import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { call } from '../../api/client';

/** An order as it moves on: fetched once, then told by the server each time something happens to it. */
export function useOrderProgress(id: string) {
  const queries = useQueryClient();
  const key = ['me', 'orders', id];
  const order = useQuery({ queryKey: key, queryFn: () => call<ShownOrder>('GET', `/api/me/orders/${id}`) });
  const [lost, setLost] = useState(false);
  const following = order.isSuccess && !order.data.ended;

  useEffect(() => {
    if (!following) return undefined;
    const source = new EventSource(`/api/me/orders/${id}/progress`);
    source.onopen = () => setLost(false);
    source.onerror = () => setLost(true);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const told: ShownOrder = JSON.parse(data);
      queries.setQueryData(['me', 'orders', id], told);
      if (!told.ended) return;
      source.close();
      void queries.invalidateQueries({ queryKey: ['me', 'names'] });
      void queries.invalidateQueries({ queryKey: ['me', 'orders'], exact: true });
      void queries.invalidateQueries({ queryKey: ['me', 'holder-checks'] });
      void queries.invalidateQueries({ queryKey: ['me', 'balance'] });
      void queries.invalidateQueries({ queryKey: ['me', 'invoices'] });
      void queries.invalidateQueries({ queryKey: ['basket'] });
      void queries.invalidateQueries({ queryKey: ['search'] });
    };
    return () => source.close();
  }, [following, id, queries]);

  return { order, lost: lost && following };
}
