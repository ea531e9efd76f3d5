import type { Mail } from '../../platform/outbox/mail';
import { textsIn } from '../../platform/texts/texts';
import type { Language } from '@tienda/core/accounts/language';

/** Asks whoever reads an address whether mail of a name may be forwarded there. */
export function targetMail(to: string, language: Language, url: string, from: readonly string[]): Mail {
  const words = textsIn(language).mailForwards;
  const [first = ''] = from;
  const paragraphs = [words.asked(from.join(', ')), words.open, `    ${url}`, words.nothing];
  return { to, subject: words.subject(first), text: `${paragraphs.join('\n\n')}\n` };
}
