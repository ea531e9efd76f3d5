import { toULabel } from '@tienda/core/idna/idna';
import type { Addressee } from '../../people/accounts/store';
import type { Mail } from '../../platform/outbox/mail';
import { textsIn } from '../../platform/texts/texts';

/** Tells that nothing stands in the way of a name any more. */
export function readyMail({ email, language }: Addressee, name: string, url: string): Mail {
  const words = textsIn(language).moves;
  const shown = toULabel(name);
  return {
    to: email,
    subject: words.readySubject(shown),
    text: `${[words.ready(shown), words.readyNext(url)].join('\n\n')}\n`,
  };
}

/** What was asked for days ago still waits for the other side. @param until when silence is a yes, an ISO 8601 instant */
export function waitsMail({ email, language }: Addressee, number: number, until: string, url: string): Mail {
  const words = textsIn(language).moves;
  const lines = [words.waits(until.slice(0, 10)), words.waitsNext, words.waitsSee(url)];
  return { to: email, subject: words.waitsSubject(number), text: `${lines.join('\n\n')}\n` };
}
