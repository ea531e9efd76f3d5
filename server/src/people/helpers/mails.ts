import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** To whoever is invited to help: with what, and by when they can accept. */
export function invitedMail(
  { email, language }: Reader,
  owner: string,
  what: readonly string[],
  until: string,
  url: string,
): Mail {
  const words = textsIn(language).helping;
  const lines = [words.invited(owner), what.map((line) => `  ${line}`).join('\n'), words.answer(until, url)];
  return { to: email, subject: words.invitedSubject(owner), text: `${lines.join('\n\n')}\n` };
}

/** To the owner: what became of an invitation, or that a helper has left. */
export function answeredMail(
  { email, language }: Reader,
  who: string,
  how: 'active' | 'declined' | 'expired' | 'ended',
): Mail {
  const words = textsIn(language).helping;
  return { to: email, subject: words.answeredSubject[how](who), text: `${words.answered[how](who)}\n` };
}

/** To the helper: the owner has ended it, or changed what is left to them. */
export function changedMail({ email, language }: Reader, owner: string, what: readonly string[] | undefined): Mail {
  const words = textsIn(language).helping;
  return {
    to: email,
    subject: what ? words.changedSubject(owner) : words.endedSubject(owner),
    text: what
      ? `${[words.changed(owner), what.map((line) => `  ${line}`).join('\n')].join('\n\n')}\n`
      : `${words.ended(owner)}\n`,
  };
}

/** To the owner, once a day for a name: a helper has changed something of it. */
export function toldMail({ email, language }: Reader, who: string, unicode: string, url: string): Mail {
  const words = textsIn(language).helping;
  return { to: email, subject: words.toldSubject(who, unicode), text: `${words.told(who, unicode, url)}\n` };
}
