import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** What a code is asked for: an account, a new password, or another address. */
export type CodePurpose = 'confirm' | 'reset' | { readonly wanted: string };

export function codeMail({ email, language }: Reader, code: string, purpose: CodePurpose): Mail {
  const words = textsIn(language).accounts;
  const type = typeof purpose === 'string' ? words.type[purpose] : words.type.change(purpose.wanted);
  const text = `${type}\n\n    ${code}\n\n${words.goodFor}\n`;
  return { to: email, subject: words.code(code), text, isSecret: true };
}

export function hasAccountMail({ email, language }: Reader): Mail {
  const words = textsIn(language).accounts;
  return { to: email, subject: words.exists, text: `${words.existsText}\n` };
}

/** Says that the password was changed, so that its holder notices what they did not do. */
export function passwordChangedMail({ email, language }: Reader): Mail {
  const words = textsIn(language).accounts;
  return { to: email, subject: words.password, text: `${words.passwordText} ${words.notYou}\n` };
}

/** Says that the second step was switched, so that its holder notices what they did not do. */
export function twoStepMail({ email, language }: Reader, isOn: boolean): Mail {
  const words = textsIn(language).accounts;
  const { subject, text } = isOn ? words.twoStepOn : words.twoStepOff;
  return { to: email, subject, text: `${text} ${words.notYou}\n` };
}

/** Says at the old address which the new one is. */
export function addressChangedMail({ email, language }: Reader, address: string): Mail {
  const words = textsIn(language).accounts;
  return { to: email, subject: words.mail(address), text: `${words.mailText(address)} ${words.notYou}\n` };
}
