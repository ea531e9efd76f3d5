import type { ShownName } from './shownName';
import { wellbeingOf } from './wellbeing';

const today = '2026-11-27';
const charge = { amount: 900, currency: 'USD' } as const;
const name: ShownName = {
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  registeredOn: '2026-11-24',
  expiresOn: '2027-11-24',
  privacy: true,
  privacyPolicy: 'included',
  autoRenew: true,
  locked: true,
  suspended: false,
  stage: 'active',
  renewFor: [1],
  orderId: 'o1',
  renewal: { on: '2027-11-24', years: 1, amount: 900, currency: 'USD' },
  autoRenewal: { charge, nextTry: '2027-10-25' },
  afterExpiry: {
    graceFrom: '2027-11-24',
    redemptionFrom: '2028-01-08',
    pendingDeleteFrom: '2028-02-07',
    freeFrom: '2028-02-12',
  },
};
const failed = { on: '2026-11-20', orderId: 'o2' };
const { autoRenewal: _autoRenewal, ...byHand } = { ...name, autoRenew: false };

test.each<[string, ShownName, object]>([
  ['one that renews by itself', name, { is: 'well' }],
  ['one that ends in a year', byHand, { is: 'well' }],
  ['one that ends in 60 days', { ...byHand, expiresOn: '2027-01-26' }, { is: 'ending', days: 60 }],
  ['one that ends in 61 days', { ...byHand, expiresOn: '2027-01-27' }, { is: 'well' }],
  ['one out of service', { ...name, suspended: true }, { is: 'suspended' }],
  [
    'one that was not paid',
    { ...name, suspended: true, autoRenewal: { charge, failed, nextTry: '2026-12-05' } },
    { is: 'unpaid', failed, nextTry: '2026-12-05' },
  ],
  [
    'one that was tried for the last time',
    { ...name, stage: 'grace', autoRenewal: { charge, failed } },
    { is: 'unpaid', failed },
  ],
  ['one in grace', { ...byHand, stage: 'grace' }, { is: 'grace' }],
  ['one in redemption', { ...byHand, stage: 'redemption', suspended: true }, { is: 'redemption' }],
])('%s: the most urgent comes first', (_, held, wellbeing) => {
  expect(wellbeingOf(held, today)).toEqual(wellbeing);
});
