import type { NameserverFinding } from '@tienda/core/dns/nameserverLook';
/** What the cards of a name's page say that are about its contacts and its nameservers. */
export const contacts = {
  title: 'Holder and contacts',
  change: 'Change them',
  forgotten: 'a contact that was forgotten',
  bothAsked: (from: string, to: string) =>
    `${from} and ${to} are both asked by mail. Nothing changes unless both agree within seven days. Then it stays with us for 60 days, unless ${from} waives that.`,
  ask: 'Ask both',
  save: 'Change them',
  leave: 'Leave them',
  handover: (to: string) => `It is to be held by ${to}.`,
  asked: (by: string) => `Both holders were asked by mail and can agree until ${by}.`,
  oldAgreed: (by: string) => `The holder of today has agreed; the new one can until ${by}.`,
  newAgreed: (by: string) => `The new holder has agreed; the one of today can until ${by}.`,
  agreed: 'Both have agreed. Its registry is being asked.',
  withdraw: 'Withdraw it',
  movable: (from: string) => `Its holder has changed: it cannot be moved away before ${from}.`,
  willAsk: (asked: number, waiting: number) =>
    [
      ...(asked > 0 ? [asked === 1 ? '1 name will change.' : `${asked} names will change.`] : []),
      ...(waiting > 0
        ? [`The holders of ${waiting === 1 ? '1 name' : `${waiting} names`} will be asked by mail: both have to agree.`]
        : []),
      ...(asked + waiting === 0 ? ['Nothing would change.'] : []),
    ].join(' '),
  many: (asked: number, waiting: number) =>
    [
      ...(asked > 0
        ? [asked === 1 ? 'The registry of 1 name was asked.' : `The registries of ${asked} names were asked.`]
        : []),
      ...(waiting > 0
        ? [
            `The holders of ${waiting === 1 ? '1 name' : `${waiting} names`} were asked by mail; both have to agree within seven days.`,
          ]
        : []),
      ...(asked + waiting === 0 ? ['Nothing had to be changed.'] : []),
    ].join(' '),
  cannot: {
    over: 'Its term is over: renew or restore it first.',
    asked: 'Its holders are being asked about another change already.',
    latin: 'Its registry takes Latin letters only: choose a contact that has them, or write this one in them too.',
  },
  cannotMany: {
    over: (count: number) => `${count} can’t: ${count === 1 ? 'its' : 'their'} term is over.`,
    asked: (count: number) => `${count} can’t: ${count === 1 ? 'its' : 'their'} holders are being asked already.`,
    latin: (count: number) =>
      `${count} can’t: ${count === 1 ? 'its registry takes' : 'their registries take'} Latin letters only.`,
  },
  stays: 'as it is',
};

export const pointing = {
  title: 'Nameservers',
  tienda: 'Tienda’s nameservers',
  tiendaDetail: 'ns1.tienda.example and ns2.tienda.example',
  elsewhere: 'Other nameservers',
  elsewhereDetail: 'those of a web host, or your own',
  nothing: 'None',
  nothingDetail: 'the name stays yours, and nothing answers for it',
  signed: (count: number) => (count === 1 ? 'signed, by one DS record' : `signed, by ${count} DS records`),
  hosts: 'Hosts below it',
  change: 'Change',
  nameservers: 'Nameservers, one a line',
  nameserversHint: (name: string) => `Two at least. One below ${name} itself with its addresses behind it.`,
  ds: 'DS records, one a line',
  dsHint: 'Only where those nameservers answer signed (DNSSEC): whoever runs them gives you the records.',
  ownHosts: 'Hosts below it, one a line',
  ownHostsHint: (name: string) => `For other names to use: a host below ${name}, then its addresses.`,
  addHosts: 'Hosts below it, for other names',
  later: 'Resolvers may go on with the old answer for up to a day.',
  unsigned: 'Its DS records go with the nameservers that they were for.',
  silent: 'Web and mail at this name stop working.',
  lost: (what: string) =>
    `Nobody asks Tienda any more: ${what}. It is kept here, and counts again once the name comes back.`,
  lostParts: {
    forwards: (count: number) => (count === 1 ? 'a forward of visitors' : `${count} forwards of visitors`),
    mail: (count: number) => (count === 1 ? 'a forward of mail' : `${count} forwards of mail`),
    records: (count: number) => (count === 1 ? '1 record' : `${count} records`),
    others: (count: number) => (count === 1 ? '1 other record' : `${count} other records`),
  },
  back: (records: number) =>
    records === 0
      ? 'There are no records here yet, so website and mail would stop. Read first, under Records, what is answered now.'
      : `What is set here counts again: ${records === 1 ? '1 record' : `${records} records`}.`,
  looking: 'The nameservers are asked whether they answer for this name.',
  findings: {
    answers: (host: string) => `${host} answers for this name.`,
    others: (host: string) => `${host} does not answer for this name. Whoever runs it has to set it up there first.`,
    silent: (host: string) => `${host} does not answer.`,
    noAddress: (host: string) => `${host} cannot be found: nobody knows an address of it.`,
    unresolved: (host: string) => `Where ${host} is cannot be found out just now: who should know does not answer.`,
    hidden: (host: string) => `${host} is reached from some networks alone.`,
  } satisfies Record<NameserverFinding, (host: string) => string>,
  notReady: 'Set so, the name stops working where these are asked.',
  saveAllTheSame: 'Set them all the same',
  save: 'Set them',
  leave: 'Leave them',
  line: (line: number, problem: string) => `Line ${line}: ${problem}`,
  problems: {
    tooFew: () => 'Name two nameservers at least: where one is down the other answers.',
    tooMany: () => 'There are too many of these.',
    twice: (input: string) => `${input} stands here twice. Take one away.`,
    notAHost: (input: string) => `${input} is not the name of a host. Write it like ns1.quayhost.example.`,
    needsAddresses: (input: string) => `${input} is below the name itself. Put its addresses behind it.`,
    notBelow: (input: string) => `${input} is not below the name. Leave its addresses out.`,
    notAnAddress: (input: string) => `${input} is not an address. Write it like 192.0.2.7 or 2001:db8::7.`,
    notPublic: (input: string) => `${input} cannot be reached from everywhere. Give a public address.`,
    dsWithOwn: () => 'Tienda looks after the keys of what its own nameservers serve.',
    dsWithNothing: () => 'Without nameservers nothing is signed.',
    'ds:form': () => 'A DS has a key tag, an algorithm, a digest type and a digest.',
    'ds:keyTag': () => 'The key tag, the first number, is from 0 to 65535.',
    'ds:algorithm': () => 'The algorithm, the second number, is 8, 10, 13, 14, 15 or 16.',
    'ds:digestType': () => 'The digest type, the third number, is 2 or 4.',
    'ds:digest': () => 'The digest is cut short, or too long: copy it again.',
  },
};
