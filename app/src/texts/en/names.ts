import { years } from './counts';

export const names = {
  title: 'Names',
  empty: 'No names yet',
  emptyDetail: 'Names that you register appear here, with when they end and what keeping them costs.',
  signIn: 'Sign in to see your names.',
  until: (date: string) => `until ${date}`,
  autoRenewOn: 'auto-renew on',
  autoRenewOff: 'auto-renew off',
  privacy: {
    on: 'privacy on',
    off: 'privacy off',
    hiddenByRegistry: 'details hidden by the registry',
    notAllowed: 'holder shown',
  },
  registered: 'Registered',
  expires: 'Ends',
  holder: 'Held by',
  after: 'If it is not renewed',
  grace: (from: string, until: string) =>
    `From ${from} it stops working, and can still be renewed at the renewal price until ${until}.`,
  noGrace: (from: string) => `From ${from} it stops working.`,
  redemption: (from: string, until: string) =>
    `From ${from} to ${until} it can be got back at the restore price and one renewal.`,
  free: (date: string) => `From ${date} anyone can register it.`,
  back: 'All names',
  renew: 'Renew it',
  renewDetail: (until: string, each: string) => `It is paid until ${until}. Each further year costs ${each} today.`,
  renewFull: 'It is paid for as far ahead as a name can be: ten years.',
  renewPut: 'Put a renewal in the basket',
  renewInBasket: 'Its renewal is in the basket.',
  toBasket: 'Go to the basket',
  tooLate: 'It ran out too long ago to be renewed.',
  restore: 'Get it back',
  restoreDetail: (amount: string, until: string) =>
    `Restoring it costs ${amount} before tax: the restore price and one renewal. It can be done before ${until}.`,
  restorePut: 'Put it in the basket',
  restoreInBasket: 'Restoring it is in the basket.',
  log: 'What happened',
  logWho: { owner: 'you', clock: 'the shop', registry: 'its registry' },
  logWhat: {
    registered: (term: number, until: string) => `registered for ${years(term)}, until ${until}`,
    renewed: (term: number, until: string) => `renewed for ${years(term)}, until ${until}`,
    restored: (term: number, until: string) => `restored, and renewed for ${years(term)}, until ${until}`,
    autoRenewOn: 'auto-renew switched on',
    autoRenewOff: 'auto-renew switched off',
    locked: 'locked against transfer',
    unlocked: 'unlocked, can be transferred',
    givenBack: 'given back, deleted at its registry',
    authCode: 'a new auth code was made',
    suspended: 'put out of service: its holder’s address was not confirmed',
    released: 'back in service',
    grace: 'ran out, can still be renewed',
    redemption: 'in redemption',
    pendingDelete: 'about to be deleted',
    gone: 'deleted',
  },
  well: {
    well: (until: string, renews: string, lock: string) => `All is well. Paid until ${until}, ${renews}, ${lock}.`,
    renewsByItself: 'renews by itself',
    ends: 'ends then unless you renew it',
    locked: 'locked',
    unlocked: 'not locked',
    suspended: 'Out of service: its holder has not confirmed the address. Confirm it, and it works again.',
    grace: (until: string) => `Its term is over. Renew it before ${until}, at the renewal price.`,
    redemption: (until: string) => `It is out of service and can only be restored, before ${until}.`,
    pendingDelete: 'Its registry is about to delete it. Nothing can be done about it.',
    unpaid: (on: string, next: string | undefined) =>
      next === undefined
        ? `It could not be paid on ${on}, and is not tried again. Renew it yourself.`
        : `It could not be paid on ${on}. It is tried again on ${next}.`,
    payAnotherWay: 'Pay another way',
    ending: (days: number) =>
      days > 1 ? `It ends in ${days} days unless you renew it.` : 'It ends tomorrow unless you renew it.',
  },
  charge: {
    told: (amount: string, on: string) => `${amount} with tax on ${on}, as you were told`,
    toCome: (amount: string, on: string) => `${amount} before tax on ${on}; told 60 and 30 days before its end`,
    noMore: 'on, but it is not tried again for this term',
  },
  givingBack: {
    title: 'Giving it back',
    until: (date: string) => `It is new: until ${date} it can be given back, once.`,
    back: (amount: string, way: string) => `${amount}, tax included, goes back ${way}.`,
    toMethod: 'the way you paid',
    toBalance: 'to your balance',
    nothing: 'Nothing was taken for it, so nothing goes back.',
    sure: 'It is then deleted at its registry, stops working at once, and anyone can register it.',
    ask: 'Give it back',
    doIt: 'Give it back now',
    leaveIt: 'Keep it',
    done: (name: string) => `${name} is given back. It is not yours any more.`,
    note: 'The credit note is on its way by mail.',
  },
  transfer: {
    title: 'Moving it away',
    lock: 'Locked against transfer',
    lockOn: 'nobody can move it to another registrar',
    lockOff: 'whoever has the auth code can move it',
    changing: 'Its registry has not answered yet. The change is made as soon as it does.',
    code: 'Auth code',
    codeDetail: 'Another registrar asks for it. Each one is shown once, and the one before stops working.',
    codeAsk: 'Show a new auth code',
    codeShown: (code: string) => `The auth code is ${code}`,
    codeOnce: 'Write it down now: it cannot be shown again.',
  },
  find: (count: number) => `Find among ${count}`,
  show: {
    all: (count: number) => `All · ${count}`,
    soon: (count: number) => `Ends within 30 days · ${count}`,
    ending: (count: number) => `Ends by itself · ${count}`,
    unpaid: (count: number) => `Payment at risk · ${count}`,
    unlocked: (count: number) => `Unlocked · ${count}`,
    suspended: (count: number) => `Out of service · ${count}`,
  },
  csv: 'Save as CSV',
  csvHeads: {
    name: 'name',
    registered: 'registered',
    ends: 'ends',
    autoRenew: 'auto-renew',
    amount: 'renewal before tax',
    currency: 'currency',
    lock: 'locked',
    privacy: 'privacy',
  },
  yes: 'yes',
  no: 'no',
  noneFit: 'No name is like this.',
  more: 'Show more',
  ends: (date: string, days: number) =>
    days < 0
      ? `ended ${date}`
      : days === 0
        ? 'ends today'
        : days <= 60
          ? `in ${days === 1 ? '1 day' : `${days} days`}, ${date}`
          : `until ${date}`,
  renewsFor: (amount: string) => `renews for ${amount}`,
  endsByItself: 'ends by itself',
  notPaid: 'not paid',
  unlocked: 'unlocked',
  choose: (name: string) => `Choose ${name}`,
  chosen: (count: number) => `${count} chosen`,
  chooseAll: (count: number) => `Choose all ${count}`,
  chooseMatching: 'Choose all that match',
  chooseNone: 'Choose none',
  changes: {
    autoRenewOn: 'Auto-renew on',
    autoRenewOff: 'Auto-renew off',
    lock: 'Lock',
    unlock: 'Unlock',
  },
  willChange: (will: number, already: number, cannot: number) =>
    [
      will === 1 ? '1 name will change.' : `${will} names will change.`,
      ...(already > 0 ? [`${already} ${already === 1 ? 'is' : 'are'} so already.`] : []),
      ...(cannot > 0 ? [`${cannot} can’t: ${cannot === 1 ? 'its' : 'their'} term is over.`] : []),
    ].join(' '),
  doIt: 'Change them',
  leaveIt: 'Leave them',
  haveChanged: (changed: number, asked: number, waiting: number) =>
    [
      ...(changed > 0 ? [changed === 1 ? '1 name was changed.' : `${changed} names were changed.`] : []),
      ...(asked > 0 && waiting === 0
        ? [asked === 1 ? 'Its registry has answered.' : 'All their registries have answered.']
        : []),
      ...(waiting > 0
        ? [`${asked - waiting} of ${asked} are done; the others follow as their registries answer, also if you leave.`]
        : []),
      ...(changed + asked === 0 ? ['Nothing had to be changed.'] : []),
    ].join(' '),
  undo: 'Undo',
};
