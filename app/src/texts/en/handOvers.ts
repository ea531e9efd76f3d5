const names = (count: number) => (count === 1 ? '1 name' : `${count} names`);

/** Names that go from one account here to another. */
export const handOvers = {
  title: 'Handing over',
  back: 'All names',
  signIn: 'Sign in under the address that the names are offered to, or open an account with it.',
  form: 'To another account here',
  detail:
    'No transfer, no fee: years paid for, dates, records, forwarding and its holder go along, with the holder’s details. The other side has seven days to take it.',
  email: 'Mail address of the other account',
  offer: (count: number) => `Offer ${names(count)}`,
  offerOf: (name: string) => `Offer ${name} to another account`,
  offered: (email: string) => `Offered to ${email}, by mail. It stays yours until it is taken.`,
  cannot: {
    over: 'its term is over: renew or restore it first',
    offered: 'it is offered to somebody already: withdraw that first',
    holderAsked: 'its holders are asked whether it may change hands: wait for that',
    asked: 'another registrar asks for it: answer that first',
    changing: 'its registry has not answered what was asked of it: try again in a while',
    notHeld: 'it is not among yours any more',
  },
  forYou: 'Offered to you',
  byYou: 'Offered by you',
  none: 'Nothing is offered',
  noneDetail: 'What you offer to another account here, and what is offered to you, appears here.',
  from: (email: string, count: number) => `${email} hands over ${names(count)} to you`,
  to: (email: string, count: number) => `${names(count)} for ${email}`,
  ends: (date: string) => `paid for until ${date}`,
  more: (count: number) => `and ${count} more`,
  until: (date: string) => `Can be taken until ${date}.`,
  comesAlong:
    'Years paid for, dates, records, forwarding and the holder come along, and nothing is charged. Renewals are yours to pay from then on.',
  take: (count: number): string => (count === 1 ? 'Take it' : 'Take them'),
  decline: 'Decline',
  withdraw: 'Withdraw it',
  states: {
    offered: 'Offered, not answered yet.',
    taken: 'Taken.',
    declined: 'Declined. The names are where they were.',
    withdrawn: 'Withdrawn. The names are where they were.',
    expired: 'Not answered in time. The names are where they were.',
  },
  takenByYou: (count: number): string => (count === 1 ? 'It is yours now.' : 'They are yours now.'),
  see: 'See them',
  toName: 'To your names',
  gone: (name: string, email: string) => `${name} was handed over to ${email}, with the years that were paid for.`,
  under: (email: string) => `Offered to ${email}, not taken yet.`,
};
