import type { FailureCause } from '@tienda/core/operations/operation';
import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** Another registrar asks for a name: what becomes of it, by when something can be said, and what stays behind. */
export function askedMail({ email, language }: Reader, unicode: string, to: string, until: string, url: string): Mail {
  const words = textsIn(language).movesAway;
  const lines = [words.asked(unicode, to), words.silence(shown(until)), words.stays, words.answer(url), words.notYou];
  return { to: email, subject: words.askedSubject(unicode), text: `${lines.join('\n\n')}\n` };
}

/** The holder has not said anything, and has a day left. */
export function reminderMail({ email, language }: Reader, unicode: string, until: string, url: string): Mail {
  const words = textsIn(language).movesAway;
  const lines = [words.silence(shown(until)), words.stays, words.answer(url)];
  return { to: email, subject: words.reminderSubject(unicode), text: `${lines.join('\n\n')}\n` };
}

/** It is with another registrar now. @param until the first day on which nothing of it goes on here */
export function movedMail({ email, language }: Reader, unicode: string, until: string): Mail {
  const words = textsIn(language).movesAway;
  return { to: email, subject: words.movedSubject(unicode), text: `${words.moved(unicode, until)}\n` };
}

/** Nothing came of it. */
export function staysMail({ email, language }: Reader, unicode: string, cause: FailureCause): Mail {
  const words = textsIn(language).movesAway;
  const why = cause === 'rejected' || cause === 'cancelled' ? cause : 'silent';
  return { to: email, subject: words.staysSubject[why](unicode), text: `${words.staysText[why](unicode)}\n` };
}

/** `2026-12-03 10:15 UTC` */
function shown(instant: string): string {
  return `${instant.slice(0, 'YYYY-MM-DDThh:mm'.length).replace('T', ' ')} UTC`;
}
