import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { Mail } from '../../platform/outbox/mail';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

const usd = (cents: number) => amountText(cents, 'USD');

/** A watched name is free. */
export function freeMail({ email, language }: Reader, unicode: string, { premium }: RegistryAnswer): Mail {
  const words = textsIn(language).watches;
  const price = premium ? words.premium(usd(premium.register), usd(premium.renew)) : words.usual;
  return {
    to: email,
    subject: words.free(unicode),
    text: [words.freeText(unicode), '', price, words.notHeld, ''].join('\n'),
  };
}
