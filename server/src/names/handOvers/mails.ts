import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';
import type { KeptHandOver } from './store';

/** To whoever is offered names: what comes with them, and by when they can be taken. */
export function offeredMail({ email, language }: Reader, offer: Told, by: string, url: string): Mail {
  const words = textsIn(language).handOvers;
  const lines = [words.offered(offer.from), namesIn(offer), words.comesAlong, words.answer(by, url), words.nothing];
  return { to: email, subject: words.offeredSubject(offer.from, offer.names.length), text: `${lines.join('\n\n')}\n` };
}

/** To whoever has names now. */
export function takenMail({ email, language }: Reader, offer: Told, url: string): Mail {
  const words = textsIn(language).handOvers;
  const lines = [words.taken(offer.from), namesIn(offer), words.takenNext(url)];
  return { to: email, subject: words.takenSubject(offer.names.length), text: `${lines.join('\n\n')}\n` };
}

/** To whoever offered them: what became of that. */
export function endedMail({ email, language }: Reader, offer: Told, end: 'taken' | 'declined' | 'expired'): Mail {
  const words = textsIn(language).handOvers;
  const text = [words.ended[end](offer.email), namesIn(offer)].join('\n\n');
  return { to: email, subject: words.endedSubject[end](offer.email, offer.names.length), text: `${text}\n` };
}

/** To whoever was offered them, and is not any more. */
export function withdrawnMail({ email, language }: Reader, offer: Told): Mail {
  const words = textsIn(language).handOvers;
  const text = [words.withdrawn(offer.from), namesIn(offer)].join('\n\n');
  return { to: email, subject: words.withdrawnSubject(offer.names.length), text: `${text}\n` };
}

/** What mails say of an offer; names in Unicode. */
export type Told = Pick<KeptHandOver, 'from' | 'email'> & { readonly names: readonly string[] };

const namesIn = ({ names }: Told) => names.map((name) => `  ${name}`).join('\n');
