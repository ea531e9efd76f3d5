/** How something is paid. */
export const payment = {
  title: 'Pay by',
  methods: {
    card: 'Card',
    wallet: 'Wallet',
    mobile: 'Phone',
    transfer: 'Bank transfer',
    balance: 'Account balance',
  },
  details: {
    card: 'held now, taken once the names are registered',
    wallet: 'you go to your wallet and come back here',
    mobile: 'you approve it on your phone within 10 minutes',
    transfer: 'the names are registered when the money is here, usually after 1 to 3 days',
    balance: (amount: string) => `you have ${amount}`,
  },
  notHeld:
    'No registry holds a name while your money is on its way: someone else can register it first. Then its price goes back to you.',
  useBalance: (amount: string) => `Use the balance of ${amount} first`,
  useBalanceDetail: (rest: string) => `then ${rest} is left to pay`,
  whichCard: 'Which card',
  cardEnding: (last4: string) => `Card ending in ${last4}`,
  otherCard: 'Another card',
  keep: 'Save this card for next time',
  keepDetail: 'Tienda keeps its last four digits and a token from the payment provider, never the number.',
  cards: 'Saved cards',
  noCards: 'No saved cards.',
  forget: 'Remove it',
  cardNumber: 'Card number',
  expiry: 'Month and year',
  expiryHint: 'MM/YY',
  cvc: 'Security code',
  faults: {
    number: 'The card number has a mistake in it: compare it with the card.',
    expiry: 'The card has expired, or its month is not written MM/YY.',
    cvc: 'The security code has three or four digits.',
  },
  phone: 'Phone that approves',
  phoneHint: 'as in +353 20 915 0123',
  cardNote:
    'The number goes straight to the payment provider. Money is taken only for names that really got registered.',
  cardUnreachable: 'The payment provider cannot be reached. Nothing was charged; try again.',
  cardRefused: 'The payment provider refused the card.',
  testCard: 'Demo card: 4539 0000 1111 0006, any month to come, any three digits.',
};

/** What a payment waits for. */
export const waiting = {
  wallet: 'Your wallet asks you to approve the payment.',
  toWallet: 'Go to the wallet',
  prompt: (phone: string) => `A prompt is on the phone ${phone}. Approve it there.`,
  transfer: (amount: string, date: string) => `Send ${amount}, so that it is here by ${date}.`,
  partly: (received: string, missing: string) =>
    `${received} has come, ${missing} is missing. Send the rest with the same reference.`,
  until: (time: string) => `It expires at ${time}.`,
  payee: 'To',
  iban: 'IBAN',
  reference: 'Reference',
  amount: 'Amount',
  giveUp: 'Cancel this payment',
  demo: 'Demo: the buyer’s phone and bank',
};

export const order = {
  one: 'Order',
  signIn: 'Orders are shown to the account that placed them: sign in.',
  title: (number: number) => `Order ${number}`,
  status: {
    received: 'Order received',
    waitingForPayment: 'Waiting for your payment',
    atRegistry: 'Sent to the registry',
    done: { register: 'Registered', renew: 'Renewed', mixed: 'Done' },
    partlyDone: { register: 'Registered in part', renew: 'Renewed in part', mixed: 'Done in part' },
    notDone: { register: 'Not registered', renew: 'Not renewed', mixed: 'Not done' },
    declined: 'Not paid',
  },
  steps: {
    received: 'received',
    sent: 'sent',
    pending: 'under review',
    done: { register: 'registered', renew: 'renewed' },
    failed: { register: 'not registered', renew: 'not renewed' },
  },
  asked: 'The payment is being requested.',
  waiting: 'Nothing is registered before the payment is there.',
  held: (amount: string) => `${amount} is held, not yet taken.`,
  paid: (amount: string) => `Your ${amount} is here.`,
  captured: (amount: string) => `${amount} was taken.`,
  capturedFrom: (amount: string, balance: string) => `${amount} was taken, ${balance} of it from your balance.`,
  refundedPart: (amount: string) => `${amount} was given back.`,
  refunded: (amount: string) => `${amount} was given back; nothing was kept.`,
  returning: (amount: string) => `Your ${amount} came after the order was cancelled and is on its way back to you.`,
  letGo: 'Your bank released the money before it could be taken. Nothing was charged; we will write to you about it.',
  nothingDue: 'There was nothing to pay.',
  voided: 'Nothing was taken; the money that was held is free again.',
  declined: {
    refused: 'The payment was refused.',
    cancelled: 'The payment was cancelled.',
    tooLate: 'The payment did not come in time.',
    silent: 'The payment provider gave no answer.',
  },
  nothingTaken: 'Nothing was done and nothing was taken. What you chose is back in your basket, not reserved.',
  done: {
    register: (date: string) => `registered until ${date}`,
    renew: (date: string) => `renewed until ${date}`,
  },
  pending:
    'This registry reviews each name first. That takes minutes, sometimes days; a mail tells you what it decided.',
  leave: 'You can leave this page. A mail tells you how it ends.',
  next: 'What next',
  toNames: 'See it under Names',
  renewAgain: 'Try its renewal again',
  toNamesMany: 'See them under Names',
  searchAgain: 'Look it up again',
  tryAgain: 'Find another name',
  newPrice: (name: string) => `See the new price of ${name}`,
  payAgain: 'Pay another way',
  secondStep: 'Add a second step of signing in',
  mailSent: 'A mail with what was done and charged is on its way to you.',
  mailSentOfNothing: 'A mail that says the same is on its way to you.',
  lost: 'Tienda cannot be reached just now; trying again.',
  documents: 'Papers',
  document: {
    invoice: (number: string) => `Invoice ${number}`,
    creditNote: (number: string) => `Credit note ${number}`,
    receipt: (number: string) => `Receipt for invoice ${number}`,
  },
};

/** Money of the account's own. */
export const balance = {
  title: 'Balance',
  none: 'Nothing on your balance. What you pay in can be spent on any order in its currency.',
  add: 'Pay in',
  amount: (currency: string) => `Amount in ${currency}`,
  badAmount: 'Type an amount such as 25 or 25.00.',
  pay: (amount: string) => `Pay in ${amount}`,
  added: (amount: string) => `${amount} is on your balance.`,
  kinds: { topUp: 'paid in', order: 'paid', notUsed: 'not used, given back' },
  close: 'Close',
};

export const documents = { title: 'Invoices', none: 'No invoices yet.' };
