import { useQuery } from '@tanstack/react-query';
import { call } from './client';

export interface DemoMail {
  readonly id: number;
  readonly to: string;
  readonly from: string;
  readonly subject: string;
  readonly text: string;
  readonly receivedAt: string;
  readonly attachments: readonly { readonly filename: string; readonly size: number }[];
}

/** Mails of the demo, the latest first; all of them where no address is given. */
export function useInbox(to: string) {
  return useQuery({
    queryKey: ['inbox', to],
    queryFn: () => call<DemoMail[]>('GET', `/api/demo/inbox${to === '' ? '' : `?to=${encodeURIComponent(to)}`}`),
    refetchInterval: 3000,
  });
}
