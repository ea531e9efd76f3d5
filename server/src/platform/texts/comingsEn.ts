/** Mails about names that come here, go elsewhere, or to another account. */
export const comings = {
  handOvers: {
    offeredSubject: (from: string, count: number) =>
      `${from} wants to hand over ${count === 1 ? 'a name' : `${count} names`} to you`,
    offered: (from: string) => `${from} wants to hand over to your account:`,
    comesAlong:
      'What is paid for, its dates, records, forwarding, and who holds it come along. Nothing is charged for it; renewals are yours to pay from then on.',
    answer: (by: string, url: string) =>
      `Take it or decline it until ${by}, signed in under this address. If you have no account yet, open one with it: ${url}`,
    nothing: 'If you say nothing, nothing changes.',
    takenSubject: (count: number) => (count === 1 ? 'A name is yours now' : `${count} names are yours now`),
    taken: (from: string) => `Handed over by ${from}:`,
    takenNext: (url: string) => `See to their renewals, and who holds them: ${url}`,
    endedSubject: {
      taken: (to: string, count: number) => `${to} has taken ${count === 1 ? 'a name' : `${count} names`}`,
      declined: (to: string, count: number) => `${to} has declined ${count === 1 ? 'a name' : `${count} names`}`,
      expired: (to: string, _: number) => `${to} has not answered in time`,
    },
    ended: {
      taken: (to: string) => `They are no longer yours, and nothing more is charged to you for them. Taken by ${to}:`,
      declined: (to: string) => `They are yours as before. Declined by ${to}:`,
      expired: (to: string) => `They are yours as before. Not answered by ${to}:`,
    },
    withdrawnSubject: (count: number) =>
      `${count === 1 ? 'A name is' : `${count} names are`} not offered to you any more`,
    withdrawn: (from: string) => `Withdrawn by ${from}:`,
  },
  movesAway: {
    askedSubject: (name: string) => `${name}: another registrar asks for it`,
    asked: (name: string, to: string) => `The registrar ${to} has asked the registry for ${name}, with its auth code.`,
    silence: (until: string) => `You can let it go or keep it until ${until}. If you say nothing, it goes then.`,
    stays:
      'The years that are paid for go with it. Its records, forwarding and mail go on here for 14 days after it has gone: have them ready where it goes by then. It is not renewed here any more.',
    answer: (url: string) => `Let it go, or keep it: ${url}`,
    notYou: 'If you did not ask for this, keep it, lock it, and set a new password: someone knows its auth code.',
    reminderSubject: (name: string) => `${name} goes to another registrar tomorrow, unless you keep it`,
    movedSubject: (name: string) => `${name} has moved away`,
    moved: (name: string, until: string) =>
      `${name} is with another registrar now, with the years that are paid for. Its records, forwarding and mail go on here, as they are, until ${until}. Nothing more is charged for it.`,
    staysSubject: {
      rejected: (name: string) => `${name} stays here`,
      cancelled: (name: string) => `${name} stays here`,
      silent: (name: string) => `${name}: its registry has not decided`,
    },
    staysText: {
      rejected: (name: string) =>
        `You have kept ${name}, and its registry has said no to whoever asked for it. Lock it if it is to stay: then nobody can ask.`,
      cancelled: (name: string) =>
        `Whoever asked for ${name} does not any more. It is yours as before. Lock it if it is to stay: then nobody can ask.`,
      silent: (name: string) =>
        `The registry of ${name} has not said what becomes of it. We have taken it up with the registry, and tell you once it is known.`,
    },
  },
  offers: {
    agreed: (name: string) => `Your offer for ${name} was accepted`,
    agreedText: (name: string, amount: string) => `The holder of ${name} accepts ${amount}.`,
    agreedPays: (pays: string) =>
      `With the fee you would pay ${pays}, before tax; moving it here is in that. Nothing has been charged.`,
    agreedNext: (by: string, url: string) =>
      `The price holds until ${by}. Buy it here; you are charged once the name is yours: ${url}`,
    lapsed: (name: string) => `Your offer for ${name} has lapsed`,
    lapsedText: (name: string, amount: string) =>
      `For two weeks nothing was said or done about your offer of ${amount} for ${name}, so it has lapsed. Nothing has been charged.`,
    countered: (name: string) => `The holder of ${name} asks for more`,
    counteredText: (amount: string, asked: string, pays: string) =>
      `You offered ${amount}. The holder asks ${asked}; with the fee you would pay ${pays}.`,
    counteredNext: 'Accept it, offer another amount, or withdraw. Nothing has been charged.',
    refused: (name: string) => `Your offer for ${name} was turned down`,
    refusedText: (name: string, amount: string) =>
      `The holder of ${name} does not take ${amount}. Nothing has been charged.`,
    refusedNext: 'You can watch the name, make another offer later, or look at names like it.',
  },
  moves: {
    readySubject: (name: string) => `${name} can move here now`,
    ready: (name: string) => `What stood in the way of moving ${name} here is over. Nothing has been ordered yet.`,
    readyNext: (url: string) => `Order it, or take it off the list: ${url}`,
    waitsSubject: (number: number) => `Order ${number}: it still waits at where it is now`,
    waits: (until: string) =>
      `Your move was asked for, and where the name is now has not answered. By ${until} its silence counts as a yes, and the name comes.`,
    waitsNext:
      'Often it comes sooner: look for a mail or a notice from where the name is now, and agree to the move there. Nothing has been charged yet.',
    waitsSee: (url: string) => `See how far each name is: ${url}`,
  },
};
