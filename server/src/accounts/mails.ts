import type { Mail } from '../gateways/mail/mailGateway';

export function codeMail(to: string, code: string, what = 'to confirm your mail address'): Mail {
  return {
    to,
    subject: `${code} is your code for Tienda`,
    text: `Type this code ${what}:\n\n    ${code}\n\nIt is good for 15 minutes. If you did not ask for it, do nothing.\n`,
  };
}

export function hasAccountMail(to: string): Mail {
  return {
    to,
    subject: 'You already have an account at Tienda',
    text: 'Someone, perhaps you, wanted to use this address for an account. It has one already: sign in with your password, or ask for a new one where you sign in. Nothing was changed.\n',
  };
}

/** Says what was done to an account, so that its holder notices what they did not do. */
export function changedMail(to: string, what: string): Mail {
  return {
    to,
    subject: `Your account: ${what}`,
    text: `${what.charAt(0).toUpperCase()}${what.slice(1)} at Tienda. If that was not you, ask for a new password where you sign in, and write to us.\n`,
  };
}
