/** Mails about helpers. */
export const helping = {
  invitedSubject: (owner: string) => `${owner} asks for your help with names`,
  invited: (owner: string) => `${owner} would like you to help with names. You could:`,
  answer: (until: string, url: string) =>
    `Accept or decline until ${until}, signed in under this address. If you have no account yet, open one with it: ${url}`,
  scopes: {
    see: 'see the names, and what happens to them',
    dns: 'change records, nameservers, forwarding and mail',
    buy: 'register, renew and move names here, with the ways to pay that the account keeps',
    manage: 'do the rest, but change the holder, get auth codes, or close the account',
  },
  reachAll: 'of all names',
  reach: (groups: number, names: number) =>
    `of ${[...(groups > 0 ? [groups === 1 ? '1 group' : `${groups} groups`] : []), ...(names > 0 ? [names === 1 ? '1 name' : `${names} names`] : [])].join(' and ')}`,
  monthly: (amount: string) => `for at most ${amount} a month`,
  answeredSubject: {
    active: (who: string) => `${who} helps you now`,
    declined: (who: string) => `${who} has declined to help`,
    expired: (who: string) => `${who} has not answered your invitation`,
    ended: (who: string) => `${who} does not help you any more`,
  },
  answered: {
    active: (who: string) =>
      `${who} has accepted. You can change or end what is left to them at any time, under Account.`,
    declined: (who: string) => `${who} has declined. Nothing is left to them.`,
    expired: (who: string) => `The invitation to ${who} was good for 14 days. Nothing is left to them.`,
    ended: (who: string) => `${who} has ended it. Nothing is left to them any more.`,
  },
  changedSubject: (owner: string) => `${owner} has changed what is left to you`,
  changed: (owner: string) => `For ${owner} you can now:`,
  endedSubject: (owner: string) => `You do not help ${owner} any more`,
  ended: (owner: string) => `${owner} has ended it. What you did stays as it is.`,
  toldSubject: (who: string, what: string) => `${who} has changed ${what}`,
  told: (who: string, what: string, url: string) =>
    `${who}, who helps you, has changed something of ${what} today. What it was stands in its log: ${url}`,
  yourAccount: 'your account',
};
