import type { Failure } from '@tienda/core/operations/operation';
import { failureWords } from '@tienda/core/orders/failureWords';
import type { GoesBack } from '@tienda/core/names/shownName';
import type { Mail } from '../../platform/outbox/mail';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

/** A name is given back: what that means, and what goes back where. */
export function givenBackMail({ email, language }: Reader, unicode: string, back: readonly GoesBack[]): Mail {
  const words = textsIn(language).givingBack;
  const lines = back.flatMap(({ amount, balance, currency }) => [
    ...(amount > 0 ? [words.back(amountText(amount, currency), words.toMethod)] : []),
    ...(balance > 0 ? [words.back(amountText(balance, currency), words.toBalance)] : []),
  ]);
  return {
    to: email,
    subject: words.done(unicode),
    text: [words.doneText(unicode), ...(lines.length > 0 ? lines : [words.nothing]), ''].join('\n'),
  };
}

/** A name could not be given back. */
export function notGivenBackMail({ email, language }: Reader, unicode: string, why: Failure): Mail {
  const words = textsIn(language).givingBack;
  const reason = failureWords(why, language, (cents) => amountText(cents, 'USD'));
  return { to: email, subject: words.not(unicode), text: `${words.notText(unicode, reason)}\n` };
}
