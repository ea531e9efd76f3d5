import { exampleCode, exampleFacts, item, quoteWith, request } from '../../test/quotes';
import type { CodeReason, Promotion } from './promotion';
import { quote, type QuoteFacts } from './quote';
import type { QuoteRequest } from './quoteRequest';

const two = [item('saltwhistle.aa'), item('saltwhistle.bb')];

/** The answer to one code, by its own name. */
function answerTo(
  promotion: Promotion,
  items = two,
  more: Partial<QuoteRequest> = {},
  facts: Partial<QuoteFacts> = {},
): CodeReason | number | undefined {
  const answer = quoteWith([promotion], items, more, facts).codes.find(({ code }) => code === promotion.code);
  return answer?.reason ?? answer?.saves;
}

test('fifteen percent of the first year of all registrations', () => {
  const { lines, net, discount, best } = quoteWith([exampleCode('LAKESIDE')], two);
  expect(lines.map((line) => line.discount)).toEqual([45, 135]);
  expect([discount, net, best]).toEqual([180, 1038, 'LAKESIDE']);
});

test('an amount per name never takes a charge below nothing', () => {
  const { lines, codes } = quoteWith([exampleCode('TENOFF', { kind: 'amount', value: 1000 })], two);
  expect(lines.map(({ discount }) => discount)).toEqual([300, 900]);
  expect(lines.map(({ net }) => net)).toEqual([18, 0]);
  expect(codes).toEqual([{ code: 'TENOFF', applied: true, saves: 1200 }]);
});

test('an amount off all years may take more than the first', () => {
  const all = exampleCode('TENOFF', { kind: 'amount', value: 1000, years: 'all' });
  expect(answerTo(all, [item('saltwhistle.bb', 2)])).toBe(1000);
});

test('a fixed first-year price is charged where it is lower, and only there', () => {
  const fixed = exampleCode('FIRST5', { kind: 'firstYearPrice', value: 500 });
  const { lines } = quoteWith([fixed], two);
  expect(lines.map(({ discount }) => discount)).toEqual([0, 400]);
  expect(answerTo(fixed, [item('saltwhistle.aa')])).toBe('noSaving');
});

test('free privacy takes off what privacy costs, for the first year or for all', () => {
  const items = [item('saltwhistle.aa', 3, true), item('saltwhistle.bb', 3, true)];
  const free = { kind: 'freePrivacy', value: 0 } as const;
  expect(answerTo(exampleCode('HIDDEN', free), items)).toBe(250);
  expect(answerTo(exampleCode('HIDDEN', { ...free, years: 'all' }), items)).toBe(750);
  expect(answerTo(exampleCode('HIDDEN', free), two)).toBe('noSaving');
});

test('a code for so many names is given to those where it saves most', () => {
  const { lines } = quoteWith([exampleCode('ONE', { maxNames: 1 })], two);
  expect(lines.map(({ discount }) => discount)).toEqual([0, 135]);
});

test('amounts of a code are converted like unit prices', () => {
  const dear = exampleCode('SAIL', { kind: 'amount', value: 250 });
  expect(answerTo(dear, two, { currency: 'EUR' })).toBe(230 * 2);
  expect(answerTo(dear, two, { currency: 'JPY' })).toBe(378 * 2);
  expect(answerTo(exampleCode('BIG', { minSpend: 1200 }), two, { currency: 'KWD' })).toBe(553);
});

const now = new Date('2026-11-24T10:00:00Z');
const codeUses = new Map([['GUEST', { byAccount: 1, byAll: 40 }]]);
const isNew = { country: 'MX', kind: 'person', isNew: false } as const;
const premium = new Map([
  ['saltwhistle.aa', { status: 'premium', premium: { register: 24000, renew: 24000 } } as const],
]);
test.each<[CodeReason | number, Promotion, Partial<QuoteRequest>?, Partial<QuoteFacts>?]>([
  ['notYet', exampleCode('GUEST', { startsAt: '2026-11-25' })],
  ['notYet', exampleCode('GUEST', { startsAt: '2026-11-24T10:00:00.001Z' })],
  [180, exampleCode('GUEST', { startsAt: '2026-11-24T10:00:00Z' })],
  ['expired', exampleCode('GUEST', { endsAt: '2026-11-24T10:00:00Z' })],
  ['expired', exampleCode('GUEST', { endsAt: '2026-11-24', newCustomersOnly: true }), { customer: isNew }],
  [
    'existingCustomer',
    exampleCode('GUEST', { newCustomersOnly: true, perAccount: 1 }),
    { customer: isNew },
    { codeUses },
  ],
  ['alreadyUsed', exampleCode('GUEST', { perAccount: 1, on: 'renew' }), {}, { codeUses }],
  [180, exampleCode('GUEST', { perAccount: 2, totalUses: 41 }), {}, { codeUses }],
  ['alreadyUsed', exampleCode('GUEST', { totalUses: 40 }), {}, { codeUses }],
  ['wrongAction', exampleCode('GUEST', { on: 'renew', extensions: ['cc'] })],
  ['wrongExtension', exampleCode('GUEST', { extensions: ['cc'], minYears: 2 })],
  ['premiumExcluded', exampleCode('GUEST', { extensions: ['aa'], minYears: 2 }), {}, { answers: premium }],
  ['termTooShort', exampleCode('GUEST', { minYears: 2, minSpend: 99999 })],
  ['minSpend', exampleCode('GUEST', { minSpend: 1201, kind: 'freePrivacy', value: 0 })],
  [180, exampleCode('GUEST', { minSpend: 1200 })],
  ['noSaving', exampleCode('GUEST', { kind: 'firstYearPrice', value: 5000 })],
] as const)('says %s, the first reason that holds', (expected, promotion, more = {}, facts = {}) => {
  expect(answerTo(promotion, two, more, { now, ...facts })).toBe(expected);
});

test('each condition is asked of the names that the one before left', () => {
  const aa2 = [item('saltwhistle.aa', 2), item('saltwhistle.bb', 1)];
  expect(answerTo(exampleCode('BB2', { extensions: ['bb'], minYears: 2 }), aa2)).toBe('termTooShort');
});

test('renewals and transfers have codes of their own', () => {
  const renewal = [{ ...item('saltwhistle.bb', 2), action: 'renew' as const }];
  const held = { heldUntil: new Map([['saltwhistle.bb', '2027-05-03']]) };
  expect(answerTo(exampleCode('KEEP', { on: 'renew' }), renewal, {}, held)).toBe(135);
  expect(answerTo(exampleCode('KEEP', { on: 'all', years: 'all' }), renewal, {}, held)).toBe(270);
  const transfer = [{ ...item('saltwhistle.aa'), action: 'transfer' as const }];
  expect(answerTo(exampleCode('MOVE', { on: 'transfer' }), transfer)).toBe(218);
  expect(answerTo(exampleCode('MOVE'), transfer)).toBe('wrongAction');
});

const choice = [
  exampleCode('SMALL', { value: 5 }),
  exampleCode('LATER', { value: 15, endsAt: '2027-12-01' }),
  exampleCode('SOONB', { value: 15, endsAt: '2027-01-01' }),
  exampleCode('SOONA', { value: 15, endsAt: '2027-01-01' }),
  exampleCode('QUIET', { value: 50, public: false }),
];

test('the best is picked: the largest saving, then the earliest end, then by code', () => {
  const { best, codes } = quoteWith(choice, two);
  expect(best).toBe('SOONA');
  expect(codes.map(({ code }) => code)).toEqual(['LATER', 'SMALL', 'SOONA', 'SOONB']);
  expect(codes.filter(({ applied }) => applied).map(({ code }) => code)).toEqual(['SOONA']);
});

test('a private code counts once it is typed, in any case, and is said once', () => {
  const { best, codes, discount } = quoteWith(choice, two, { codes: [' quiet', 'QUIET', 'nonsense'] });
  expect(best).toBe('QUIET');
  expect(discount).toBe(600);
  expect(codes.slice(0, 2)).toEqual([
    { code: 'QUIET', applied: true, saves: 600 },
    { code: 'nonsense', applied: false, saves: 0, reason: 'unknown' },
  ]);
});

test('another code, or none, can be used instead of the best', () => {
  expect(quoteWith(choice, two, { use: 'small' })).toMatchObject({ discount: 60, best: 'SOONA' });
  expect(quoteWith(choice, two, { use: null })).toMatchObject({ discount: 0, best: 'SOONA' });
});

test('a code asked for that does not apply is not replaced in silence', () => {
  const { discount, codes, best } = quoteWith([...choice, exampleCode('LONG', { minYears: 5 })], two, { use: 'LONG' });
  expect([discount, best]).toEqual([0, 'SOONA']);
  expect(codes[0]).toEqual({ code: 'LONG', applied: false, saves: 0, reason: 'termTooShort' });
});

test('without codes there is no best', () => {
  const plain = quote(request(two), exampleFacts);
  expect(plain.best).toBeUndefined();
  expect(plain.codes).toEqual([]);
});
