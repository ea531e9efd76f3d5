import type { ShownOffer } from '@tienda/core/names/shownOffer';
import type { Mail } from '../../platform/outbox/mail';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

const usd = (cents: number) => amountText(cents, 'USD');

/** What a holder has answered to an offer. */
export function offerMail({ email, language }: Reader, { unicode, state, sums, counterSums }: ShownOffer): Mail {
  const words = textsIn(language).offers;
  const mail = (subject: string, ...lines: string[]): Mail => ({ to: email, subject, text: `${lines.join('\n')}\n` });
  const amount = usd(sums.amount);
  if (state.at === 'agreed')
    return mail(words.agreed(unicode), words.agreedText(unicode, amount), words.agreedPays(usd(sums.buyerPays)));
  if (state.at === 'countered' && counterSums)
    return mail(
      words.countered(unicode),
      words.counteredText(amount, usd(counterSums.amount), usd(counterSums.buyerPays)),
      words.counteredNext,
    );
  return mail(words.refused(unicode), words.refusedText(unicode, amount), words.refusedNext);
}
