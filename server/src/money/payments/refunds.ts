import type { PaymentGateway } from '../../gateways/payments/paymentGateway';
import { longestSilenceMs } from '../../platform/attention/patience';
import type { Carrier, Leaving } from '../../platform/outbox/leaving';

/** Takes money back to where it came from: under one key, so that it goes back once. */
export function refundCarrier(payments: Pick<PaymentGateway, 'refund'>): Carrier<Leaving['refund']> {
  return {
    carry: ({ intent, amount }, key) => payments.refund(intent, amount, key),
    remains: (content) => content,
    patienceMs: longestSilenceMs,
  };
}
