import { years, nameCount } from './counts';

/** The page of one name: what it costs, its rules, who holds it, what to take instead. */
export const name = {
  waiting:
    'Its registry is being asked whether it is free, what it costs this year, and what it costs to keep. If somebody has it, you see until when.',
  notChecked: 'Not yet confirmed by its registry.',
  checked: (time: string, registry: string) => `Its registry (${registry}) said so at ${time}.`,
  askAgain: 'Ask the registry again',
  prices: 'Prices',
  sum: (term: number, amount: string, each: string) =>
    `Today, for ${years(term)}: ${amount}. Then ${each} a year, at today’s price.`,
  premium: (first: string, later: string) =>
    `A premium name: its registry asks ${first} for the first year and ${later} for every later year.`,
  putIn: (term: number) => `Put in the basket, ${years(term)}`,
  takeOut: 'Take out of the basket',
  years: 'Years',
  month: 'Month',
  keepTitle: 'Keep cost',
  keepCost: 'keep cost',
  keepDetail: (five: string, ten: string) => `Everything paid to keep it: ${five} for five years, ${ten} for ten.`,
  historyTitle: 'Past prices',
  register: 'first year',
  renew: 'later years',
  trend: (extension: string, register: number, renew: number) => {
    const change = (percent: number) =>
      percent === 0 ? 'did not change' : percent > 0 ? `rose ${percent}%` : `fell ${-percent}%`;
    return register === renew
      ? `Over the last year the prices of .${extension} ${change(renew)}.`
      : `Over the last year registering .${extension} ${change(register)}, renewing ${change(renew)}.`;
  },
  facts: (extension: string) => `About .${extension}`,
  renewal: 'Renewal',
  riseFrom: (date: string) => `From ${date}`,
  renewalPrice: (amount: string) => `${amount} a year, before yearly fee`,
  transfer: 'Transfer in',
  transferPrice: (amount: string, addsYear: boolean, lockDays: number) =>
    `${amount}${addsYear ? ', adds a year' : ', adds no year'}; ${
      lockDays === 0 ? 'possible at any time' : `not within ${lockDays} days of registration or transfer`
    }`,
  restore: 'Restore',
  restorePrice: (amount: string) => `${amount} and one renewal, if it was let lapse into redemption`,
  fee: 'Yearly fee',
  noFee: 'none',
  yearlyFee: (amount: string) => `${amount}, in every price shown`,
  terms: 'Terms',
  privacyTitle: 'Privacy',
  privacy: {
    included: (_: string) => 'included at no charge',
    priced: (each: string) => `possible for ${each} a year`,
    hiddenByRegistry: (_: string) => 'nothing to buy: the registry shows no personal details',
    notAllowed: (_: string) => 'not possible: the registry requires the holder to be shown',
  },
  publicView: 'Public view',
  publicViews: {
    included:
      'With privacy anyone sees the registrar and the dates; without it also name, town and mail of the holder.',
    priced: 'With privacy anyone sees the registrar and the dates; without it also name, town and mail of the holder.',
    hiddenByRegistry: 'Anyone sees the registrar and the dates, never the holder.',
    notAllowed: 'Anyone sees name, town and mail of the holder, besides the registrar and the dates.',
  },
  label: 'Characters',
  labelRules: (min: number, max: number, scripts: readonly string[]) =>
    `${min} to ${max} characters, ${scripts.join(', ')} letters`,
  requirements: 'Rules to meet',
  noRequirements: 'none: anyone may hold it',
  agreements: 'Terms of the registry, agreed to at checkout',
  life: {
    title: 'Registered today',
    addGrace: (days: number) => `Within ${days} days it can be given back for a refund.`,
    expires: (term: number, date: string) =>
      term === 1
        ? `After one year, on ${date}, it ends unless it is renewed.`
        : `After ${years(term)}, on ${date}, it ends unless it is renewed.`,
  },
};

export const taken = {
  title: 'Who holds it',
  holder: 'Holder',
  heldBack: (why: string) => `not shown: ${why.charAt(0).toLowerCase()}${why.slice(1)}`,
  registrar: 'Registrar',
  registered: 'Registered',
  expires: 'Paid until',
  status: 'Status',
  statuses: {
    active: 'active: nothing special',
    'client transfer prohibited': 'locked against transfer, as is usual',
    'client update prohibited': 'locked against changes by its registrar',
    'client delete prohibited': 'locked against deletion by its registrar',
    'client hold': 'switched off by its registrar: it does not work',
    'server hold': 'switched off by its registry: it does not work',
    'auto renew period': 'past its date, in the grace period: its holder can still renew it',
    'redemption period': 'in redemption: its holder can get it back at a high price',
    'pending delete': 'about to be deleted',
    'pending transfer': 'being moved to another registrar',
  } as Readonly<Record<string, string>>,
  nameservers: 'Nameservers',
  isYours: 'It is mine: move it here',
  showRaw: 'Show the registration data (RDAP)',
  hideRaw: 'Hide the registration data',
};

export const watch = {
  title: 'Wait for it',
  earliest: (name: string, date: string) => `If nobody renews it, ${name} becomes free on ${date} at the earliest.`,
  detail: 'A mail comes when its registry says that it is free. Watching costs nothing and holds nothing.',
  begin: 'Watch it',
  end: 'Stop watching it',
  signIn: 'Sign in to watch it',
  list: 'Names you wait for',
  none: 'You are not watching any names. A taken name can be watched on its page.',
  free: 'free now',
  from: (date: string) => `free from ${date} at the earliest`,
};

export const offer = {
  title: 'Make an offer',
  detail:
    'Tienda puts your offer to the holder, who may accept it, ask for more or turn it down. Nothing is paid until both have agreed. The fee is a tenth of the price, 25 dollars at least; moving the name here, with its year, is in it, unless it is premium.',
  premium: (move: string, renew: string) =>
    `A premium name: its registry asks ${move} for moving it here, on top of what you offer. After that a year costs ${renew}.`,
  signIn: 'Sign in to make an offer',
  amount: 'What you offer, in US dollars',
  amountHint: '50 or more',
  badAmount: 'Type an amount such as 250.',
  feePaidBy: 'The fee is paid by',
  byMe: 'me, on top of the price',
  byHolder: 'the holder, out of the price',
  message: (name: string) => `Message to the holder of ${name}`,
  sums: (fee: string, move: string | undefined, buyer: string, holder: string) =>
    `The fee is ${fee}${move === undefined ? '' : `, the move ${move}`}. You would pay ${buyer}; ${holder} would reach the holder.`,
  send: 'Send the offer',
  sent: (amount: string) => `You offered ${amount}. The holder has not answered yet; a mail comes when they do.`,
  countered: (offered: string, asked: string, total: string, isMovePaid: boolean) =>
    `You offered ${offered}. The holder asks ${asked}; ${isMovePaid ? 'with the fee and the move' : 'with the fee'} you would pay ${total}.`,
  agreed: (amount: string, total: string, isMovePaid: boolean, until: string) =>
    `Agreed at ${amount}. ${isMovePaid ? 'With the fee and the move' : 'With the fee'} you pay ${total}, before tax. The price holds until ${until}. You are charged once the name is yours.`,
  buy: 'Go on and buy it',
  paidFor: (amount: string) => `Agreed at ${amount}, and paid for: it is on its way to you.`,
  toOrder: 'See the order',
  bought: (amount: string) => `Agreed at ${amount}. It is yours, and its holder before has been paid.`,
  lapsed: (amount: string) =>
    `Two weeks went by in which nothing was said or done, so your offer of ${amount} has lapsed. Nothing has been charged.`,
  fellThrough: 'It was agreed, and the name did not come. The money was let go: see the order.',
  split: (price: string, fee: string) => `Bought of its holder: ${price}, and a fee of ${fee}.`,
  splitTheirs: (price: string) => `Bought of its holder: ${price}. The fee comes out of that.`,
  moveIncluded: 'Moving it here is in that.',
  movePaid: (move: string) => `Moving it here: ${move}, as its registry asks for a premium name.`,
  withHolder: (date: string) =>
    `Its holder has until ${date} to unlock it and give its code. If they do not, your money is let go.`,
  declined: (amount: string) => `The holder does not take ${amount}. Nothing has been charged.`,
  withdrawn: 'You withdrew the offer. Nothing has been charged.',
  accept: (amount: string) => `Accept ${amount}`,
  raise: 'Or offer another amount, in US dollars',
  sendRaise: 'Offer this',
  withdraw: 'Withdraw',
  another: 'Make another offer',
  list: 'Offers',
  none: 'No offers. They can be made on the page of a taken name.',
  states: {
    sent: 'waiting for the holder',
    countered: 'the holder asks for more',
    agreed: 'agreed',
    declined: 'turned down',
    withdrawn: 'withdrawn',
    bought: 'bought',
    lapsed: 'lapsed',
    fellThrough: 'agreed, but it did not come',
  },
};

export const ideas = {
  instead: { title: 'Names like it', detail: 'The same word elsewhere, and close variants; the best first.' },
  protect: {
    title: 'Protect it',
    detail: 'Main extensions and likely mistypings, so that nobody else takes them. Take what you want, or none.',
  },
  none: 'Nothing else came to mind.',
  more: (count: number) => `Show all ${count}`,
  addAll: (count: number) => `Put all ${nameCount(count)} in the basket`,
  price: (first: string, then: string) => `${first} the first year, then ${then}`,
  reasons: {
    otherExtension: 'another extension',
    mainExtension: 'main extension',
    before: (word: string) => `with “${word}” before it`,
    after: (word: string) => `with “${word}” after it`,
    plural: 'plural',
    singular: 'singular',
    synonym: (word: string, of: string) => `“${word}” for “${of}”`,
    shorter: (without: string) => `without “${without}”`,
    joined: 'without the hyphen',
    blend: (first: string, second: string) => `blend of “${first}” and “${second}”`,
    soundsSame: 'sounds the same',
    mistyping: {
      missing: 'a letter missed',
      doubled: 'a letter doubled',
      swapped: 'two letters swapped',
      neighbour: 'the key beside it hit',
    },
  },
};
