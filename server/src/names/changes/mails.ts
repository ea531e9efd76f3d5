import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** Somebody who knows the password was shown a new auth code. */
export function authCodeMail({ email, language }: Reader, unicode: string): Mail {
  const words = textsIn(language).changes;
  return { to: email, subject: words.authCode(unicode), text: `${words.authCodeText(unicode)}\n` };
}
