import type { ShownOffer } from '@tienda/core/names/shownOffer';
import type { Mail } from '../../platform/outbox/mail';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

const usd = (cents: number) => amountText(cents, 'USD');

/** What a holder has answered to an offer, or that nobody said anything. @param url where an agreed one is bought */
export function offerMail(
  { email, language }: Reader,
  { unicode, state, sums, counterSums, lapsesAt }: ShownOffer,
  url: string,
): Mail {
  const words = textsIn(language).offers;
  const mail = (subject: string, ...lines: string[]): Mail => ({ to: email, subject, text: `${lines.join('\n')}\n` });
  const amount = usd(sums.amount);
  if (state.at === 'agreed')
    return mail(
      words.agreed(unicode),
      words.agreedText(unicode, amount),
      words.agreedPays(usd(sums.buyerPays)),
      words.agreedNext((lapsesAt ?? '').slice(0, 10), url),
    );
  if (state.at === 'countered' && counterSums)
    return mail(
      words.countered(unicode),
      words.counteredText(amount, usd(counterSums.amount), usd(counterSums.buyerPays)),
      words.counteredNext,
    );
  if (state.at === 'lapsed') return mail(words.lapsed(unicode), words.lapsedText(unicode, amount), words.refusedNext);
  return mail(words.refused(unicode), words.refusedText(unicode, amount), words.refusedNext);
}
