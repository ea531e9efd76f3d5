import type { IsoDate } from '@tienda/core/lifecycle/isoDate';
import type { Mail } from '../gateways/mail/mailGateway';

const link = (url: string) => `    ${url}`;

/** Asks a holder to confirm the address. */
export function confirmMail(to: string, url: string, by: IsoDate, names: readonly string[]): Mail {
  return {
    to,
    subject: `Confirm your address by ${by}`,
    text: [
      `You are named as the holder of ${names.join(', ')}. Registries want to know that this address reaches you.`,
      '',
      'Open this page and confirm it:',
      '',
      link(url),
      '',
      `Names of an address that is not confirmed by ${by} are put out of service until it is: web pages and mail stop.`,
      'If you know nothing of this, answer this mail.',
      '',
    ].join('\n'),
  };
}

export function reminderMail(to: string, url: string, by: IsoDate): Mail {
  return {
    to,
    subject: `Reminder: confirm your address by ${by}`,
    text: [
      `Your address as a holder of names is not confirmed yet. Open this page and confirm it by ${by}:`,
      '',
      link(url),
      '',
      'Otherwise the names are put out of service until you do.',
      '',
    ].join('\n'),
  };
}

export function suspendedMail(to: string, url: string, name: string): Mail {
  return {
    to,
    subject: `${name} is suspended`,
    text: [
      `${name} is out of service, since its holder's address was not confirmed in time. It is back within minutes once`,
      'you confirm it here:',
      '',
      link(url),
      '',
    ].join('\n'),
  };
}

export function releasedMail(to: string, name: string): Mail {
  return {
    to,
    subject: `${name} is back in service`,
    text: `The address of its holder is confirmed: ${name} is back in service. It can take some hours until everybody sees it.\n`,
  };
}
