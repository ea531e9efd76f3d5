import type { ShownOffer } from '@tienda/core/names/shownOffer';
import { decimalAmount } from '@tienda/core/pricing/money';
import type { Mail } from '../gateways/mail/mailGateway';

const usd = (cents: number) => `${decimalAmount(cents, 'USD')} USD`;

/** What a holder has answered to an offer. */
export function offerMail(to: string, { unicode, state, sums, counterSums }: ShownOffer): Mail {
  if (state.at === 'agreed')
    return mail(to, `Your offer for ${unicode} was accepted`, [
      `The holder of ${unicode} accepts ${usd(sums.amount)}.`,
      `With the fee you would pay ${usd(sums.buyerPays)}. Nothing has been charged.`,
    ]);
  if (state.at === 'countered' && counterSums)
    return mail(to, `The holder of ${unicode} asks for more`, [
      `You offered ${usd(sums.amount)}. The holder asks ${usd(counterSums.amount)}; with the fee you would pay ${usd(counterSums.buyerPays)}.`,
      'Accept it, offer another amount, or withdraw. Nothing has been charged.',
    ]);
  return mail(to, `Your offer for ${unicode} was turned down`, [
    `The holder of ${unicode} does not take ${usd(sums.amount)}. Nothing has been charged.`,
    'You can watch the name, make another offer later, or look at names like it.',
  ]);
}

function mail(to: string, subject: string, lines: readonly string[]): Mail {
  return { to, subject, text: [...lines, ''].join('\n') };
}
