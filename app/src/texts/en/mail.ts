import type { MailTrialOutcome, ShownDelivery, ShownMailTarget } from '@tienda/core/dns/shownMail';

/** Mail of a name that is forwarded. */
export const mailForward = {
  title: 'Forward mail',
  heading: 'Forwarded mail',
  all: 'All other addresses',
  allDetail: 'Whatever stands before the @, unless it is forwarded by itself',
  allOthers: 'all others',
  allOf: (zone: string) => `all others at ${zone}`,
  address: 'Address',
  addressHintMany: 'orders is that address at each of the names',
  addressHint: (zone: string) => `orders is orders@${zone}`,
  to: 'Where its mail goes',
  toHint: 'One or several mail addresses. Each is asked once whether it wants that.',
  moves: (where: string) => `Mail goes to ${where} now. It will come here instead.`,
  forwarded: (addresses: string) => `forwarded here: ${addresses}`,
  bringHere: 'Bring it here',
  test: 'Send me a test',
  answers: {
    agreed: 'wants it',
    asked: 'has not agreed yet, so nothing goes there',
    declined: 'does not want it, so nothing goes there',
  } satisfies Record<ShownMailTarget['answer'], string>,
  askAgain: 'Ask again',
  askedAgain: 'The mail is on its way.',
  trials: {
    accepted: (server: string) => `${server} took the test in. Below is what became of it.`,
    noServer: () => 'Others do not find a mail server of this name yet. Look above until when that is kept.',
    unresolved: () => 'Where its mail goes could not be found out just now. Try again in a minute.',
    notHere: (server: string) => `Others still bring its mail to ${server}. Look above until when that is kept.`,
    refused: (server: string, answer: string) => `${server} did not take the test: “${answer}”`,
    silent: (server: string) => `${server} does not answer just now. Try again in a minute.`,
  } satisfies Record<MailTrialOutcome, (server: string, answer: string) => string>,
  latest: 'The latest mails',
  more: (mails: number) => `${mails} more`,
  came: (time: string, sender: string) => `${time}, from ${sender}`,
  nobody: 'a mail server',
  onItsWay: 'on its way',
  again: (time: string, answer: string) => `Not taken for now, tried again at ${time}: “${answer}”`,
  states: {
    delivered: () => 'It arrived.',
    refused: (answer: string) => `It was refused, and its sender was told: “${answer}”`,
    givenUp: (answer: string) => `It was tried for days, and its sender was told: “${answer}”`,
  } satisfies Record<Exclude<ShownDelivery['state'], 'waiting'>, (answer: string) => string>,
};

/** Where the link in a mail leads that asks whether forwarded mail is wanted. */
export const mailTarget = {
  title: 'Forwarded mail',
  bad: 'This link is not one of ours, or it was cut short: open it from the mail again.',
  asked: (address: string) =>
    `Mail to addresses of a name is to be forwarded to ${address}. Nothing is sent before you agree.`,
  answered: {
    agreed: (address: string) => `Mail is forwarded to ${address}. You can end it here at any time.`,
    declined: (address: string) => `Nothing is forwarded to ${address}.`,
  },
  agree: 'I want this mail',
  decline: { asked: 'I do not want it', agreed: 'End it' },
};
