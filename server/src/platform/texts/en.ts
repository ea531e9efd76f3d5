import { comings } from './comingsEn';
import { helping } from './helpingEn';
import { papers } from './papersEn';

const more = (name: string, count: number) =>
  count > 2 ? `${name} and ${count - 1} other names` : count === 2 ? `${name} and another name` : name;

/** All that mails and papers say, in English; the other languages have the same shape. */
export const en = {
  accounts: {
    code: (code: string) => `${code} is your code for Tienda`,
    type: {
      confirm: 'Type this code to confirm your mail address:',
      reset: 'Type this code to set a new password:',
      change: (wanted: string) => `Type this code to change your address to ${wanted}:`,
    },
    goodFor: 'It is good for 15 minutes. If you did not ask for it, do nothing.',
    exists: 'You already have an account at Tienda',
    existsText:
      'Someone, perhaps you, wanted to use this address for an account. It has one already: sign in with your password, or ask for a new one where you sign in. Nothing was changed.',
    password: 'Your account: the password was changed',
    passwordText: 'The password of your account at Tienda was changed.',
    mail: (address: string) => `Your account: its mail address is now ${address}`,
    mailText: (address: string) => `The mail address of your account at Tienda is now ${address}.`,
    twoStepOn: {
      subject: 'Your account: a second step was added',
      text: 'Signing in to your account at Tienda now asks for a code of your authenticator app too.',
    },
    twoStepOff: {
      subject: 'Your account: the second step was removed',
      text: 'Signing in to your account at Tienda asks for the password alone again.',
    },
    notYou: 'If that was not you, ask for a new password where you sign in, and write to us.',
  },
  orders: {
    received: (number: number) => `Order ${number}: received`,
    here: 'Your order is here:',
    line: {
      register: (name: string, years: string, amount: string) => `${name}, ${years}: ${amount}`,
      renew: (name: string, years: string, amount: string) => `${name}, renewed for ${years}: ${amount}`,
      restore: (name: string, years: string, amount: string) => `${name}, restored and renewed for ${years}: ${amount}`,
      transferIn: (name: string, _years: string, amount: string) => `${name}, moved here: ${amount}`,
      bought: (name: string, _years: string, amount: string) =>
        `${name}, bought of its holder and moved here: ${amount}`,
      update: (name: string, years: string, amount: string) => `${name}, privacy for ${years}: ${amount}`,
    },
    hold: {
      subject: (number: number) => `Order ${number}: please give another card`,
      text: (amount: string, until: string) =>
        `What you ordered takes longer than your bank holds money: it lets go of ${amount} on ${until}, and did not want to hold it anew.`,
      next: (url: string) =>
        `Give a card that can hold it, and everything goes on. Nothing is charged before it is done: ${url}`,
      else: 'Where none is given by then, what is still under way is called off, and you pay nothing for it.',
    },
    years: (years: number) => (years === 1 ? '1 year' : `${years} years`),
    total: (amount: string) => `Total with tax: ${amount}`,
    sentNow: 'It goes to the registries now. You are charged only for what they carry out.',
    send: (amount: string) => `Send ${amount} by bank transfer:`,
    payee: (payee: string) => `to: ${payee}`,
    iban: (iban: string) => `IBAN: ${iban}`,
    reference: (reference: string) => `reference: ${reference}`,
    arrive: (date: string) =>
      `It has to arrive by ${date}. The names are registered once it is here. No registry holds them until then: someone else can register one first, and then you get its price back.`,
    done: {
      register: {
        subject: (name: string) => `${name} is registered`,
        text: (name: string, number: number, years: string, date: string) =>
          `${name} of order ${number} is registered for ${years}, until ${date}.`,
      },
      renew: {
        subject: (name: string) => `${name} is renewed`,
        text: (name: string, number: number, years: string, date: string) =>
          `${name} is renewed with order ${number} for ${years}, until ${date}.`,
      },
      restore: {
        subject: (name: string) => `${name} is restored`,
        text: (name: string, number: number, years: string, date: string) =>
          `${name} is back: restored with order ${number} and renewed for ${years}, until ${date}.`,
      },
      transferIn: {
        subject: (name: string) => `${name} is here`,
        text: (name: string, number: number, _years: string, date: string) =>
          `${name} has moved here with order ${number}. It is paid for until ${date}, and locked against transfer. Its nameservers stay as they were, so its website and mail go on.`,
      },
      update: {
        subject: (name: string) => `${name}: its holder is hidden`,
        text: (name: string, number: number, years: string, _date: string) =>
          `The holder of ${name} is hidden from the public, with order ${number}, for ${years}.`,
      },
    },
    autoRenewOn: 'Auto-renew is on: its renewal falls due then. You can switch it off at any time.',
    autoRenewOff: 'Auto-renew is off: it ends that day unless it is renewed.',
    ended: (number: number, outcome: string) => `Order ${number}: ${outcome}`,
    outcome: {
      register: {
        one: (name: string) => `${name} is registered`,
        partly: (count: number, of: number) => `${count} of ${of} names are registered`,
        nothing: 'nothing could be registered',
      },
      renew: {
        one: (name: string) => `${name} is renewed`,
        partly: (count: number, of: number) => `${count} of ${of} names are renewed`,
        nothing: 'nothing could be renewed',
      },
      restore: {
        one: (name: string) => `${name} is restored`,
        partly: (count: number, of: number) => `${count} of ${of} names are restored`,
        nothing: 'nothing could be restored',
      },
      transferIn: {
        one: (name: string) => `${name} is here`,
        partly: (count: number, of: number) => `${count} of ${of} names are here`,
        nothing: 'no name could be moved here',
      },
      update: {
        one: (name: string) => `the holder of ${name} is hidden`,
        partly: (count: number, of: number) => `the holders of ${count} of ${of} names are hidden`,
        nothing: 'no holder could be hidden',
      },
      mixed: {
        one: (name: string) => `1 of several is done: ${name}`,
        partly: (count: number, of: number) => `${count} of ${of} are done`,
        nothing: 'nothing could be done',
      },
      notPaid: 'not paid',
      returned: 'your money is on its way back',
    },
    came: 'This is what came of your order.',
    declined: {
      refused: (said: string) => `The payment was refused: “${said}”`,
      cancelled: 'You did not go on with the payment.',
      tooLate: 'The payment did not come while there was time.',
      silent:
        'The payment provider gave no answer for half an hour. Should it hold money for this order, it is let go.',
    },
    nothingTaken: 'Nothing was done and nothing was taken. What you chose is back in your basket, not reserved.',
    lineDone: {
      register: (name: string, years: string, date: string) => `${name}: registered for ${years}, until ${date}`,
      renew: (name: string, years: string, date: string) => `${name}: renewed for ${years}, until ${date}`,
      restore: (name: string, years: string, date: string) =>
        `${name}: restored and renewed for ${years}, until ${date}`,
      transferIn: (name: string, _years: string, date: string) => `${name}: moved here, paid for until ${date}`,
      update: (name: string, years: string, _date: string) => `${name}: its holder is hidden for ${years}`,
    },
    lineNot: {
      register: (name: string, why: string) => `${name}: not registered. ${why}`,
      renew: (name: string, why: string) => `${name}: not renewed. ${why}`,
      restore: (name: string, why: string) => `${name}: not restored. ${why}`,
      transferIn: (name: string, why: string) => `${name}: not moved here. ${why}`,
      update: (name: string, why: string) => `${name}: its holder is not hidden. ${why}`,
    },
    taken: (amount: string) => `Taken: ${amount}, tax included`,
    takenNothing: (amount: string) => `Taken: ${amount}`,
    lost: 'Your bank released the money before it could be taken. Nothing was charged; we will write to you about it.',
    fromBalance: (amount: string) => `Of that from your balance: ${amount}`,
    givenBack: (amount: string) => `Given back: ${amount}`,
    backOnBalance: (amount: string) => `Back on your balance: ${amount}`,
    paper: {
      invoice: (number: string) => `Invoice ${number}`,
      creditNote: (number: string) => `Credit note ${number}`,
    },
    paperText: (paper: string, order: number, amount: string) => `${paper} for order ${order}, ${amount}, follows.`,
  },
  holders: {
    confirm: (date: string) => `Confirm your address by ${date}`,
    named: (names: string) =>
      `You are named as the holder of ${names}. Registries want to know that this address reaches you.`,
    open: 'Open this page and confirm it:',
    otherwise: (date: string) =>
      `Names of an address that is not confirmed by ${date} are put out of service until it is: web pages and mail stop.`,
    nothing: 'If you know nothing of this, answer this mail.',
    reminder: (date: string) => `Reminder: confirm your address by ${date}`,
    reminderText: (date: string) =>
      `Your address as a holder of names is not confirmed yet. Open this page and confirm it by ${date}:`,
    reminderOtherwise: 'Otherwise the names are put out of service until you do.',
    suspended: (name: string) => `${name} is suspended`,
    suspendedText: (name: string) =>
      `${name} is out of service, since its holder’s address was not confirmed in time. It is back within minutes once you confirm it here:`,
    released: (name: string) => `${name} is back in service`,
    releasedText: (name: string) =>
      `The address of its holder is confirmed: ${name} is back in service. It can take some hours until everybody sees it.`,
  },
  mailForwards: {
    subject: (address: string) => `Shall mail to ${address} come to you?`,
    asked: (addresses: string) =>
      `Whoever looks after this name wants mail to ${addresses} to be forwarded to this address. None of it comes before you agree.`,
    open: 'Open this page, and agree or decline:',
    nothing: 'If you say nothing, nothing is sent to you. The same page ends it later.',
    testSubject: (address: string) => `A test of ${address}`,
    test: 'This mail was sent to your name as anyone would send it, and forwarded from there. If you read it, it works.',
  },
  holderChanges: {
    subject: (name: string, count: number) => `Shall ${more(name, count)} change hands?`,
    asked: (count: number, from: string, to: string) =>
      `Whoever looks after ${count === 1 ? 'this name' : 'these names'} asks that ${to} hold ${count === 1 ? 'it' : 'them'} instead of ${from}:`,
    open: (by: string) => `Open this page by ${by}, and agree or refuse:`,
    otherwise: 'Both of you have to agree. If one refuses, or says nothing, nothing changes.',
    stays: 'After the change they cannot be moved to another registrar for 60 days, unless you waive that on the page.',
    unknown: 'If you know nothing of this, refuse.',
    doneSubject: (name: string, count: number) => `${more(name, count)} ${count === 1 ? 'has' : 'have'} changed hands`,
    done: (to: string) => `From today held by ${to}:`,
    stayed: 'For 60 days they cannot be moved to another registrar.',
    free: 'They can be moved to another registrar at once, as was agreed.',
    notDone: 'Not changed, since a registry would not, or it was too late:',
    gone: 'It was let go, or its term was over, before both had agreed.',
    nothingSubject: (name: string, count: number) => `${more(name, count)}: the holder stays the same`,
    refused: {
      old: 'Whoever holds them has refused.',
      new: 'Whoever was to hold them has refused.',
    },
    expired: 'Not both had agreed within seven days.',
    withdrawn: 'Whoever asked for it has withdrawn it.',
    nothing: (from: string) => `Nothing has changed; they are held by ${from} as before:`,
  },
  watches: {
    free: (name: string) => `${name} is free`,
    freeText: (name: string) => `You asked to be told when ${name} becomes free. Its registry now says that it is.`,
    premium: (first: string, later: string) =>
      `Its registry asks ${first} for the first year and ${later} for every later one.`,
    usual: 'It costs what any name with this extension costs.',
    notHeld: 'It goes to whoever registers it first; this mail does not hold it.',
  },
  priceRises: {
    subject: (count: number) =>
      count === 1 ? 'Renewing one of your names costs more soon' : `Renewing ${count} of your names costs more soon`,
    announced: 'Their registries have announced higher prices:',
    line: (extension: string, on: string, more: string, count: number) =>
      `.${extension}, from ${on}: ${more} more a year${count === 1 ? '' : ` for each of ${count} names`}.`,
    before: (saved: string) =>
      `Years added before then cost what they cost today. Adding as many as possible would save ${saved}, before tax.`,
    byItself: 'What renews by itself stays as you chose: no charge is higher than the one you were told last.',
    see: (url: string) => `See them, and renew them before: ${url}`,
  },
  renewals: {
    subject: {
      renews: (name: string) => `${name} renews by itself: what it will cost`,
      ends: (name: string, date: string) => `${name} ends on ${date}`,
    },
    subjects: {
      renews: (count: number) => `${count} names renew by themselves: what they will cost`,
      ends: (count: number) => `${count} of your names: what ends, and what renews`,
    },
    renews: 'Auto-renew is on for these. This is what will be charged, tax included, and never more:',
    renewsLine: (name: string, amount: string, on: string, ends: string) =>
      `${name}: ${amount} on ${on}; its term ends on ${ends}.`,
    wasTold: (amount: string) => `You were told ${amount} before.`,
    pays: 'Your balance pays first, then the card you kept last, then your other cards.',
    ends: 'Auto-renew is off for these. They end unless you renew them:',
    endsLine: (name: string, ends: string, renewable: string, restorable: string) =>
      `${name}: ends on ${ends}. It can be renewed before ${renewable}, restored at a higher price before ${restorable}, and not after that.`,
    change: (url: string) => `Renew them, or switch auto-renew: ${url}`,
    unpaidSubject: (name: string) => `${name} could not be renewed: it was not paid`,
    unpaidSubjects: (count: number) => `${count} names could not be renewed: they were not paid`,
    noWay: 'These fell due, and there was nothing to pay with: your balance is too low, and no card is kept.',
    refused: (said: string) => `These fell due, and no card paid. The last answer was: “${said}” Nothing was taken.`,
    unpaidLine: (name: string, ends: string, next: string) => `${name}: its term ends on ${ends}. ${next}`,
    nextTry: (date: string) => `We try again on ${date}.`,
    noMoreTries: (date: string) => `We do not try again. You can renew it yourself before ${date}.`,
    payNow: (url: string) => `Pay another way: ${url}`,
    cardSubject: (last4: string, until: string) => `Your card ending in ${last4} is good until ${until}`,
    cardText: (last4: string, until: string, names: number) =>
      `The card ending in ${last4} pays for ${names === 1 ? 'a name that renews by itself' : `${names} names that renew by themselves`}, and is good until ${until}.`,
    cardFirst: (name: string, on: string) => `The first of them to end is ${name}, on ${on}.`,
    cardNext: (url: string) => `Keep another card with your next payment, or pay money in: ${url}`,
    stageSubject: {
      grace: (name: string) => `${name} has ended and can still be renewed`,
      redemption: (name: string) => `${name} can only be restored now`,
      pendingDelete: (name: string) => `${name} is about to be deleted`,
      gone: (name: string) => `${name} is not yours any more`,
    },
    stageSubjects: (count: number) => `${count} of your names have ended: where they stand`,
    stageLine: {
      grace: (name: string, until: string) =>
        `${name}: its term is over. It can be renewed at the renewal price before ${until}.`,
      redemption: (name: string, until: string) =>
        `${name}: it is out of service. It can be restored before ${until}, for the restore price and one renewal.`,
      pendingDelete: (name: string, until: string) =>
        `${name}: its registry deletes it by ${until}. Nothing can be done about it until then.`,
      gone: (name: string) => `${name}: its registry has deleted it. Anyone can register it.`,
    },
    seeNames: (url: string) => `Your names: ${url}`,
  },
  calendar: {
    title: 'Names at Tienda',
    renews: (name: string) => `${name} renews by itself: it is paid`,
    toldLater: 'What is charged is told 60 and 30 days before its end.',
    told: (amount: string) => `No more than ${amount} is charged, tax included, as you were told.`,
    termEnds: (name: string) => `${name}: its term ends`,
    ends: (name: string) => `${name} ends unless you renew it`,
    lastDay: (name: string) => `${name}: last day to renew it at the renewal price`,
  },
  givingBack: {
    done: (name: string) => `${name} is given back`,
    doneText: (name: string) =>
      `${name} is deleted at its registry, as you asked. It is not yours any more: anyone can register it.`,
    back: (amount: string, way: string) => `${amount}, tax included, goes back ${way}.`,
    toMethod: 'the way you paid',
    toBalance: 'to your balance',
    nothing: 'Nothing was taken for it, so nothing goes back.',
    not: (name: string) => `${name} could not be given back`,
    notText: (name: string, why: string) => `${name} is yours as before, and nothing goes back. ${why}`,
  },
  changes: {
    authCode: (name: string) => `${name}: a new auth code was shown`,
    authCodeText: (name: string) =>
      `Someone who knows your password asked for the auth code of ${name}. With it the name can be moved to another registrar once it is unlocked. If that was not you, lock the name, set a new password, and write to us.`,
  },
  ...comings,
  helping,
  ...papers,
};

export type Texts = typeof en;
