import { nameCount, years } from './counts';

/** What is about to be bought. */
export const basket = {
  title: 'Basket',
  empty: 'The basket is empty',
  emptyDetail: 'Find a name and put it in. Nothing is ever added for you.',
  toFind: 'Find a name',
  until: (term: number, date: string) => `${years(term)}, until ${date}`,
  heldUntil: {
    renew: (term: number, date: string) => `Renewal: ${years(term)}, until ${date}`,
    restore: (term: number, date: string) => `Restored and renewed for ${years(term)}, until ${date}`,
    privacy: (term: number, date: string) => `Privacy for ${years(term)}, until ${date}`,
    transfer: (_term: number, date: string) => `Moved here, paid for until ${date}`,
  },
  renewKeeps: 'Holder, privacy and auto-renew stay as they are.',
  chooseYears: 'Years',
  remove: (name: string) => `Remove ${name}`,
  removed: (name: string) => `${name} was removed.`,
  removedMany: (count: number) => `${nameCount(count)} removed.`,
  undo: 'Undo',
  checkout: 'Go to checkout',
  choose: 'Years, privacy, auto-renew',
  chooseLess: 'Close',
  privacy: 'Privacy protection',
  privacyDetail: {
    included: 'included; the public sees no name or address',
    priced: (each: string) => `${each} a year; the public sees no name or address`,
    hiddenByRegistry: 'the registry shows no personal details, so there is nothing to buy',
    notAllowed: 'the registry requires the holder to be shown',
  },
  autoRenew: 'Auto-renew',
  autoRenewOn: (date: string, amount: string) => `renews on ${date}, ${amount} a year`,
  autoRenewOff: (date: string, amount: string) => `off: ends ${date} unless you renew, ${amount} a year`,
  risen: (from: string, today: string) =>
    `Its registry has announced that price from ${from}; today a year costs ${today}.`,
  gone: (status: string) => `This name is ${status} now. Remove it to go on.`,
  tools: {
    all: 'All names',
    term: 'All names for',
    termChoice: (count: number) => years(count),
    adjusted: (count: number, term: number) =>
      count === 1
        ? `One name is not offered for ${years(term)}: it takes the nearest term that is.`
        : `${count} names are not offered for ${years(term)}: they take the nearest term that is.`,
    import: 'Import a list',
    csv: 'Save as CSV',
    removeAll: 'Remove all',
    advice: 'Which term?',
    protect: 'Protect it',
    protectLess: 'Close',
  },
  import: {
    title: 'Import a list',
    detail:
      'One name a line, or CSV with a column of names; columns headed years, privacy and auto-renew are read too.',
    label: 'Names to import',
    file: 'From a file',
    read: (count: number) => (count === 0 ? 'No names read yet.' : `${nameCount(count)} can be put in.`),
    problem: (line: number, typed: string, detail: string) => `Line ${line}, “${typed}”: ${detail}`,
    again: (line: number, name: string) => `Line ${line}: ${name} is listed twice.`,
    noTerm: (line: number, name: string, term: number) =>
      `Line ${line}: ${name} is taken for ${years(term)}, the nearest term.`,
    put: (count: number) => `Put ${nameCount(count)} in the basket`,
    close: 'Close',
  },
  changes: {
    title: (count: number) =>
      count === 1
        ? 'One name is not as it was when you put it in.'
        : `${count} names are not as they were when you put them in.`,
    seen: 'Dismiss',
    status: (was: string, now: string) => `Was ${was}, is ${now}.`,
    firstYear: (was: string, now: string) => `The first year was ${was}, is ${now}.`,
    renewal: (was: string, now: string) => `Later years were ${was} each, are ${now}.`,
    privacyPrice: (was: string, now: string) => `Privacy was ${was} a year, is ${now}.`,
    privacyPolicy: (was: string, now: string) => `Privacy was ${was}, is ${now}.`,
    terms: (was: string, now: string) => `Terms were ${was}, are ${now}.`,
    policies: {
      included: 'included',
      priced: 'charged',
      hiddenByRegistry: 'hidden by the registry',
      notAllowed: 'not possible',
    },
  },
  columns: { name: 'name', years: 'years', privacy: 'privacy', autoRenew: 'auto-renew', yes: 'yes', no: 'no' },
};
