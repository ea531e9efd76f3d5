import { nameCount, years, yearsFirst } from './counts';

/** Currency, and where the rate comes from. */
export const money = {
  currency: 'Currency',
  language: 'Language',
  rate: (rate: string, currency: string, date: string) =>
    `1 USD = ${rate} ${currency}, rate of ${date}. Charged in ${currency}.`,
  usd: 'Prices are kept and charged in USD.',
};

/** The running account. */
export const tally = {
  title: 'Tally',
  today: (currency: string) => `${currency} today`,
  then: 'then, a year',
  open: 'Open the tally',
  close: 'Close the tally',
  empty: 'Nothing in the basket yet.',
  todayTotal: (currency: string) => `Today, ${currency}`,
  firstYear: {
    register: (name: string) => `${name}, year 1`,
    renew: (name: string) => `${name}, renewal`,
    restore: (name: string) => `${name}, restored`,
    privacy: (name: string) => `${name}, hidden from now on`,
    transfer: (name: string) => `${name}, transfer`,
  },
  whole: {
    register: (name: string, term: number) => `${name}, ${years(term)}`,
    renew: (name: string, term: number) => `${name}, renewed for ${years(term)}`,
    restore: (name: string, term: number) => `${name}, restored and renewed for ${years(term)}`,
    privacy: (name: string, term: number) => `${name}, privacy for ${years(term)}`,
    transfer: (name: string, term: number) => `${name}, transfer and ${years(term)}`,
  },
  others: (count: number) => `${nameCount(count)} more`,
  laterYears: (first: number, last: number) =>
    first === last ? `year ${first}` : `years ${first} ${last - first === 1 ? 'and' : 'to'} ${last}`,
  intro: 'introductory price',
  bought: (name: string) => `${name}, bought of its holder`,
  offerFee: (isMoveIn: boolean): string => (isMoveIn ? 'fee for the offer, moving it here in it' : 'fee for the offer'),
  premiumMove: 'moving it here, as its registry asks',
  fee: (count: number, each: string) => `registry fee, ${count} × ${each}`,
  privacy: (count: number, each: string) => `privacy, ${count} × ${each}`,
  privacyWord: 'privacy',
  included: 'included',
  code: (code: string, gives: string) => `code ${code}, ${gives}`,
  tax: (rate: string, country: string) => `VAT ${rate}, ${country}`,
  noTax: (country: string) => `No VAT, ${country}`,
  reverse: (country: string) => `VAT accounted for by you, ${country}`,
  later: 'Falls due later',
  byItself: 'Renews by itself',
  ifRenewed: 'Only if you renew',
  laterNote: 'At today’s prices, before tax. Nothing of it is charged today.',
  dueNames: (count: number) => nameCount(count),
  why: {
    firstYear: {
      register: (amount: string) => `Registering this name costs ${amount} for the first year.`,
      renew: (amount: string) => `Renewing this name costs ${amount} for one more year.`,
      restore: (amount: string) => `Restoring this name and renewing it for a year costs ${amount}.`,
      privacy: (amount: string) => `The years themselves are paid already: ${amount}.`,
      transfer: (amount: string) => `Moving this name here costs ${amount}.`,
    },
    bought: (amount: string) => `You and its holder agreed on ${amount}. They get it once the name is yours.`,
    offerFee:
      'A tenth of the price, 25 dollars at least. Moving a name here that is not premium, with its year, is in it.',
    premiumMove: (amount: string) => `Its registry asks ${amount} for moving this premium name; a year is in that.`,
    intro: (price: string, later: string) =>
      `The first year is ${price} at the introductory price; each later year is ${later}.`,
    laterYears: (count: number, each: string) =>
      `${count === 1 ? 'One later year is' : `${count} later years are`} paid today at the renewal price, ${each} a year.`,
    fee: (each: string) => `A fee of ${each} a year that the registry passes on; no promo code lowers it.`,
    privacy: (each: string) =>
      `Hiding the holder from the public costs ${each} a year, for as long as the name is paid.`,
    privacyIncluded: 'Hiding the holder from the public costs nothing with this extension.',
    code: 'A promo code works on registrations, not on fees or tax. Choose another below.',
    domestic: (rate: string, country: string) =>
      `Tienda sells from ${country}, where you are billed too: ${rate} on the sum of all names.`,
    destination: (rate: string, country: string) =>
      `You are billed in ${country}: its rate of ${rate} is due on the sum of all names, rounded once.`,
    reverseCharge: 'A business with a valid VAT number in another EU country accounts for the tax itself.',
    outOfScope: (country: string) => `Sales to ${country} are outside the scope of VAT: none is charged.`,
    total: 'All of the above: exactly what is charged today.',
    dueOn: (name: string, date: string, amount: string) =>
      `On ${date} ${name} is renewed by itself for ${amount}; until then you can switch it off.`,
    dueIf: (name: string, date: string, amount: string) =>
      `${name} ends on ${date} unless you renew it, which is ${amount} at today’s price.`,
  },
  billed: 'Billed in',
  as: 'Billed as',
  kinds: { person: 'a person', business: 'a business' },
  settledCountry: (country: string) => `Tax is for ${country}, where the holder is.`,
  country: 'The holder’s country decides the tax at checkout.',
  changed: 'The total has changed',
  changes: {
    price: (name: string, was: string, now: string) => `${name} was ${was} and is ${now} now.`,
    gone: (name: string) => `${name} is no longer available.`,
    codeLost: (code: string, why: string) => `Code ${code} does not apply: ${why}.`,
    codeSaves: (code: string, saves: string) => `Code ${code} saves ${saves}.`,
    codeGone: (code: string) => `Code ${code} is not used any more.`,
    tax: (was: string, now: string) => `Tax was: ${was}. It is: ${now}.`,
    total: (was: string, now: string) => `The total was ${was} and is ${now}.`,
  },
  seen: 'Dismiss',
};

/** Promo codes. */
export const codes = {
  title: 'Promo codes',
  detail: 'One code an order. The best is picked; choose another if you like.',
  label: 'A code you have',
  try: 'Try it',
  none: 'No code',
  saves: (amount: string) => `saves ${amount}`,
  forget: 'Remove it',
  others: (count: number) =>
    count === 1 ? 'One code that does not apply here' : `${count} codes that do not apply here`,
  hide: 'Hide them',
  best: 'best',
  gives: {
    percent: (percent: string, first: boolean) => `${percent} off${first ? ' the first year' : ''}`,
    amount: (amount: string) => `${amount} off each name`,
    firstYearPrice: (amount: string) => `first year at ${amount}`,
    freePrivacy: (first: boolean): string => (first ? 'privacy free for the first year' : 'privacy free of charge'),
  },
  on: { register: '', renew: 'renewals', transfer: 'transfers', all: '' },
  extensions: (list: string) => `only ${list}`,
  minYears: (count: number) => `for ${years(count)} or more`,
  maxNames: (count: number) => `for ${nameCount(count)} at most`,
  minSpend: (amount: string) => `for names worth ${amount} or more`,
  newOnly: 'for new customers',
  ends: (date: string) => `until ${date}`,
  reasons: {
    unknown: 'there is no such code: check its letters',
    notYet: (date: string) => `it begins on ${date}`,
    expired: (date: string) => `it ended on ${date}`,
    existingCustomer: 'it is for new customers, and you have had a name here',
    alreadyUsed: 'it has been used as often as it may be',
    wrongAction: 'it is not for registering names',
    wrongExtension: (list: string) => `it is only for ${list}`,
    premiumExcluded: 'it is not for premium names',
    termTooShort: (count: number) => `it needs a term of ${years(count)} or more`,
    minSpend: (amount: string) => `it needs names for ${amount} or more`,
    noSaving: 'it saves nothing here',
  },
  unlock: (name: string, term: number, code: string, more: string, saves: string) =>
    `Take ${name} for ${years(term)} with code ${code}: ${more} more today, and keeping it so long costs ${saves} less than with today’s choice.`,
  unlockLess: (name: string, term: number, code: string, less: string, saves: string) =>
    `Take ${name} for ${years(term)} with code ${code}: ${less} less today, and keeping it so long costs ${saves} less than with today’s choice.`,
  doIt: 'Choose this',
};

/** Which term is cheapest. */
export const advice = {
  title: 'Which term?',
  keep: 'I will keep it for',
  keepMany: 'I will keep them for',
  horizon: (count: number) => years(count),
  growth: 'and prices will rise by',
  asBefore: (percent: string) => `${percent} a year, as lately`,
  asEach: 'as each has lately',
  percent: (percent: string) => `${percent} a year`,
  sameTerm: (term: number) => `${yearsFirst(term)} is the cheapest term.`,
  best: (term: number, saves: string, more: string) =>
    `${yearsFirst(term)} is the cheapest term: it saves ${saves} over that time, for ${more} more today.`,
  bestMany: (saves: string, more: string) => `The cheapest terms save ${saves} over that time, for ${more} more today.`,
  less: (term: number, saves: string, less: string) =>
    `${yearsFirst(term)} is the cheapest term: it saves ${saves} over that time, and ${less} today.`,
  lessMany: (saves: string, less: string) => `The cheapest terms save ${saves} over that time, and ${less} today.`,
  already: 'The terms chosen are the cheapest for that.',
  take: (term: number) => `Take ${years(term)}`,
  takeMany: 'Take these terms',
  note: 'Before tax and promo code. A longer term holds today’s price; the money is tied up in the name.',
  curves: 'Keep cost over ten years',
  chosen: 'as chosen',
  cheapest: 'cheapest terms',
  yearly: 'shortest terms, renewed',
  years: 'Years',
  each: (name: string, term: number) => `${name}: ${years(term)}`,
};
