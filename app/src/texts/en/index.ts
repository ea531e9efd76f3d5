import type { ProblemWords } from './problemWords';
import { find } from './find';
import { ideas, name, offer, taken, watch } from './name';
import { lineup, wordbench } from './compare';
import { basket } from './basket';
import { advice, codes, money, tally } from './money';
import { checkout, publicView } from './checkout';
import { balance, documents, order, payment, waiting } from './order';
import { groups } from './groups';
import { statement } from './statement';
import { handOvers } from './handOvers';
import { helpers } from './helpers';
import { moves } from './moves';
import { movesAway } from './movesAway';
import { readElsewhere } from './readElsewhere';
import { names } from './names';
import { points } from './points';
import { mailForward, mailTarget } from './mail';
import { manyPoints } from './manyPoints';
import { ownPage } from './ownPage';
import { holderChange, holderCheck, security } from './security';
import { nameCount, terms, years } from './counts';

/** Everything Tienda says, in English. */
export const en = {
  app: 'Tienda',
  slogan: 'Find a name, see what it costs to keep, register it, look after it.',
  noScript: 'Tienda needs JavaScript to search and to compute prices.',
  terms,
  years,
  nameCount,
  find,
  name,
  taken,
  watch,
  offer,
  ideas,
  lineup,
  wordbench,
  checkout,
  publicView,
  payment,
  waiting,
  order,
  balance,
  documents,
  security,
  holderChange,
  mailForward,
  manyPoints,
  handOvers,
  helpers,
  moves,
  movesAway,
  readElsewhere,
  ownPage,
  mailTarget,
  holderCheck,
  places: {
    nav: 'Places',
    find: 'Find',
    basket: 'Basket',
    names: 'Names',
    ahead: 'Ahead',
    account: 'Account',
    basketCount: (count: number) => (count === 0 ? 'Basket, empty' : `Basket, ${nameCount(count)}`),
  },
  money,
  /** By code; English is what the server and core say themselves. */
  problems: {} as Readonly<Record<string, ProblemWords>>,
  /** By the catalogue's own words, which English keeps. */
  requirements: {} as Readonly<Record<string, string>>,
  demo: 'Demo: made-up prices, people and registries.',
  inboxLink: 'Demo inbox',
  failure: 'Tienda cannot be reached. Check the connection; nothing that was typed is lost.',
  again: 'Try again',
  back: '← Back',
  loading: 'One moment',
  rail: {
    group: (name: string) => `Years for ${name}`,
    cell: (year: number, amount: string, paid: boolean, allowed: boolean) =>
      `${year === 1 ? '1 year' : `${year} years`}: year ${year} costs ${amount}, ${paid ? 'paid today' : 'later'}${allowed ? '' : ', not offered as a term'}`,
    offered: (terms: string) => `Offered for ${terms}.`,
  },
  basket,
  tally,
  codes,
  advice,
  groups,
  statement,
  names,
  points,
  ahead: {
    title: 'Ahead',
    empty: 'Nothing falls due',
    emptyDetail: 'What your names will cost, and when, appears here.',
    signIn: 'Sign in to see what falls due.',
    chart: 'What falls due, month by month',
    month: 'Month',
    kept: 'renews',
    ends: 'ends unless you renew',
    keepIt: 'Keep?',
    keep: (name: string) => `Keep ${name}`,
    keepOn: 'kept',
    keepOff: 'dropped',
    all: (count: number) => `Show all ${count}`,
    dearest: 'The dearest to keep',
    beforeRise: 'Before prices rise',
    beforeRiseDetail: (count: number, saves: string) =>
      `${count === 1 ? 'One name costs' : `${count} names cost`} more soon, as registries have announced. Adding as many years as possible before then saves ${saves}.`,
    riseDetail: (on: string, more: string, saves: string) => `${more} more a year from ${on} · saves ${saves}`,
    renewThem: 'Renew them before',
    aYear: (amount: string) => `${amount} a year`,
    nothing: 'Nothing falls due in ten years.',
    growth: 'Prices rise by',
    asToday: 'nothing',
    csv: 'Save as CSV',
    currency: 'Currency',
    asNamed: 'As chosen',
    from: (year: string) => `${year}, from today`,
    saved: 'dropping names saves',
    total: 'Ten years',
    asIs: 'Nothing is changed at the shop by this: auto-renew is switched under Names.',
    note: 'Before tax, at today’s prices and those that registries have announced.',
  },
  account: {
    title: 'Account',
    signedInAs: (email: string) => `Signed in as ${email}`,
    signOut: 'Sign out',
    orders: 'Orders',
    noOrders: 'No orders yet.',
    order: (number: number, date: string) => `Order ${number}, ${date}`,
    autoRenew: 'Auto-renew for new names',
    autoRenewDetail: 'What auto-renew is set to when you put a name in the basket. Each name can differ.',
    invoiceFiles: 'Attach invoices as PDF',
    invoiceFilesDetail:
      'Every invoice is written out in its mail, and its PDF is kept here. Turned on, the mail has the PDF too.',
    calendar: {
      title: 'Calendar',
      detail:
        'Give this address to your calendar: it shows when names end and what is paid. Whoever has it sees the same.',
      change: 'Make another address',
    },
    choices: 'How Tienda speaks and counts',
    contacts: 'Holders kept',
    vcard: 'Save as vCard',
    noContacts: 'No holders yet. They are asked for at checkout.',
  },
  inbox: {
    title: 'Demo inbox',
    detail: 'Mail sent by this demo stays on this machine and is shown here.',
    empty: 'No mail yet.',
    to: (email: string) => `To ${email}`,
    attached: (file: string) => `Attached: ${file}`,
    clock: 'Demo clock',
    clockNow: (date: string) => `In the shop it is ${date}. What falls due on the way happens on its day.`,
    clockOn: { day: 'A day on', month: 'A month on', year: 'A year on' },
  },
  notFound: { title: 'Nothing here', detail: 'This page does not exist.' },
  notShown: {
    title: 'This page could not be shown',
    detail: 'Something went wrong here, or the network is gone. What is in the basket stays there.',
  },
};

export type Texts = typeof en;
