import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { packAhead } from '@tienda/core/pricing/aheadFeed';
import { AheadDesk } from '../workers/AheadDesk';
import { useAheadView } from './ahead';

test('one who leaves before the years are reckoned and comes back sees them', async () => {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const question = { today: '2026-11-24', group: '', growth: '0', kept: [], dueAtMost: 8 };
  const price = { years: 1, amount: 900, growth: '0' };
  const name = { name: 'a.org', unicode: 'a.org', autoRenew: true, on: '2027-03-01', price, mostYears: 9 };
  const feed = packAhead([name], 'USD');
  const never = jest.spyOn(AheadDesk.prototype, 'ask').mockImplementation(() => new Promise(() => undefined));
  const left = renderHook(() => useAheadView(feed, question), { wrapper });
  await waitFor(() => expect(never).toHaveBeenCalled());
  never.mockRestore();
  left.unmount();
  const { result } = renderHook(() => useAheadView(feed, question), { wrapper });
  await waitFor(() => expect(result.current.data?.ahead.total).toBe(9000));
});
