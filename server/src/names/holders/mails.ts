import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** Asks a holder to confirm the address. */
export function confirmMail({ email, language }: Reader, url: string, by: IsoDate, names: readonly string[]): Mail {
  const words = textsIn(language).holders;
  const paragraphs = [
    words.named(names.join(', ')),
    words.open,
    linked(url),
    `${words.otherwise(by)}\n${words.nothing}`,
  ];
  return { to: email, subject: words.confirm(by), text: textOf(paragraphs) };
}

export function reminderMail({ email, language }: Reader, url: string, by: IsoDate): Mail {
  const words = textsIn(language).holders;
  const paragraphs = [words.reminderText(by), linked(url), words.reminderOtherwise];
  return { to: email, subject: words.reminder(by), text: textOf(paragraphs) };
}

export function suspendedMail({ email, language }: Reader, url: string, name: string): Mail {
  const words = textsIn(language).holders;
  return { to: email, subject: words.suspended(name), text: textOf([words.suspendedText(name), linked(url)]) };
}

export function releasedMail({ email, language }: Reader, name: string): Mail {
  const words = textsIn(language).holders;
  return { to: email, subject: words.released(name), text: textOf([words.releasedText(name)]) };
}

const linked = (url: string) => `    ${url}`;
const textOf = (paragraphs: readonly string[]) => `${paragraphs.join('\n\n')}\n`;
