import fc from 'fast-check';
import { exampleCatalogue, exampleExtension, shippedCatalogue } from '../../test/catalogue';
import { exampleCode, exampleFacts as facts, item, readIn, request } from '../../test/quotes';
import type { HeldStage } from '../lifecycle/stage';
import { convert, currencies } from '../money/money';
import type { PremiumPrice } from '../names/availability';
import { quote, type QuoteFacts } from './quote';
import type { QuoteItem, QuoteRequest } from './quoteRequest';

const quoteOf = (items: QuoteItem[], more: Partial<QuoteRequest> = {}) => quote(request(items, more), facts);

test('one introductory year with a fee and priced privacy', () => {
  const { lines, total, dueLater } = quoteOf([item('saltwhistle.aa', 1, true)]);
  expect(total).toBe(568);
  expect(lines[0]?.renewal).toEqual({ on: '2027-11-24', amount: 1718, each: 1718 });
  expect(lines[0]?.keepCost.slice(0, 3)).toEqual([568, 2286, 4004]);
  expect(dueLater).toEqual([{ on: '2027-11-24', name: 'saltwhistle.aa', amount: 1718 }]);
});

test('only the first of three years is introductory, the fee is due for each', () => {
  const { lines, total } = quoteOf([item('saltwhistle.aa', 3)]);
  expect(total).toBe(3254);
  expect(lines[0]?.keepCost[0]).toBe(3254);
  expect(lines[0]?.introSaving).toBe(800);
  expect(lines[0]?.cells.map(({ state, total }) => [state, total]).slice(0, 4)).toEqual([
    ['paid', 318],
    ['paid', 1468],
    ['paid', 1468],
    ['later', 1468],
  ]);
});

test('an introductory price that asks for two years is not given for one', () => {
  expect(quoteOf([item('saltwhistle.cc', 1)]).total).toBe(1118);
  expect(quoteOf([item('saltwhistle.cc', 2)]).total).toBe(1786);
});

test('an introductory price runs from its first day until the day before its last', () => {
  const on = (now: string) => quote(request([item('saltwhistle.aa')]), { ...facts, now: new Date(now) }).total;
  expect(on('2025-12-31T23:59:59Z')).toBe(1118);
  expect(on('2026-01-01T00:00:00Z')).toBe(318);
  expect(on('2027-12-31T23:59:59Z')).toBe(318);
  expect(on('2028-01-01T00:00:00Z')).toBe(1118);
});

test('an introductory price for two names an order is given to the first two', () => {
  const aa = exampleCatalogue.get('aa');
  const capped = exampleExtension('dd', {
    ...aa,
    label: 'dd',
    unicode: 'dd',
    intro: { price: 300, startsAt: '2026-01-01', endsAt: '2028-01-01', maxNamesPerOrder: 2 },
  });
  const { lines } = quote(request([item('a.dd'), item('b.dd'), item('c.dd')]), {
    ...facts,
    readName: readIn(new Map([['dd', capped]])),
  });
  expect(lines.map(({ charge }) => charge)).toEqual([300, 300, 1100]);
});

test('a person in France pays tax once on the sum', () => {
  const { net, tax, total } = quoteOf([item('saltwhistle.aa', 1, true), item('saltwhistle.bb')], {
    customer: { country: 'FR', kind: 'person', isNew: true },
  });
  expect([net, tax.amount, total]).toEqual([1468, 294, 1762]);
});

test('every unit price is converted on its own, then summed in the currency charged', () => {
  const [line] = quoteOf([item('saltwhistle.aa', 2, true)], { currency: 'EUR' }).lines;
  expect(line).toMatchObject({ charge: 276 + 1334, fee: 34, privacy: 460 });
});

test('privacy that is included, hidden by the registry or not allowed is never charged', () => {
  for (const label of ['org', 'co.uk', 'coop']) {
    const shipped = { ...facts, readName: readIn(shippedCatalogue) };
    expect(quote(request([item(`saltwhistle.${label}`, 1, true)]), shipped).privacy).toBe(0);
  }
});

test('a premium name costs what its registry asks, without the introductory price', () => {
  const premium = { register: 24000, renew: 24000 };
  const answers = new Map([['saltwhistle.aa', { status: 'premium', premium } as const]]);
  const [line] = quote(request([item('saltwhistle.aa', 2)]), { ...facts, answers }).lines;
  expect(line).toMatchObject({ charge: 48000, introSaving: 0, net: 48036 });
});

test('a premium name is renewed at its registry’s own price', () => {
  const answers = new Map([
    ['saltwhistle.bb', { status: 'taken', premium: { register: 24000, renew: 3200 } } as const],
  ]);
  const held = { ...facts, answers, heldUntil: new Map([['saltwhistle.bb', '2029-05-03']]) };
  const { net } = quote(request([{ ...item('saltwhistle.bb', 2), action: 'renew' }]), held);
  expect(net).toBe(6400);
});

test('later payments grow when asked for; what is paid today does not', () => {
  const [line] = quoteOf([item('saltwhistle.bb', 2)], { growth: '0.1' }).lines;
  expect(line?.net).toBe(1800);
  expect(line?.cells.map(({ total }) => total).slice(0, 4)).toEqual([900, 900, 1089, 1198]);
  expect(line?.renewal).toEqual({ on: '2028-11-24', amount: 1089, each: 900 });
});

test('a renewal that falls due after a rise of prices is told at the price that is announced', () => {
  const rise = { from: '2027-11-24', register: 950, renew: 960 };
  const extension = exampleExtension('bb', { rise });
  const dearer = { ...facts, readName: readIn(new Map([['bb', extension]])) };
  const renewal = (years: number, more: object = {}) =>
    quote(request([item('saltwhistle.bb', years)]), { ...dearer, ...more }).lines[0]?.renewal;
  expect(renewal(1)).toEqual({
    on: '2027-11-24',
    amount: 960,
    each: 900,
    risen: { from: '2027-11-24', each: 960 },
  });
  const tomorrow = { ...rise, from: '2027-11-25' };
  const readName = readIn(new Map([['bb', exampleExtension('bb', { rise: tomorrow })]]));
  expect(renewal(1, { readName })).toEqual({ on: '2027-11-24', amount: 900, each: 900 });
  const premium = new Map([['saltwhistle.bb', { premium: { register: 7000, renew: 7000 } }]]);
  expect(renewal(1, { answers: premium })).toEqual({ on: '2027-11-24', amount: 7000, each: 7000 });
});

test('a renewal starts where the name ends, and never reaches more than ten years ahead', () => {
  const held = { ...facts, heldUntil: new Map([['saltwhistle.bb', '2029-05-03']]) };
  const renewal = (years: number) => quote(request([{ ...item('saltwhistle.bb', years), action: 'renew' }]), held);
  expect(renewal(2).lines[0]?.renewal.on).toBe('2031-05-03');
  expect(renewal(2).lines[0]?.cells.filter(({ state }) => state === 'beyond')).toHaveLength(3);
  expect(renewal(8).problems).toMatchObject([{ pointer: '/items/0/years', code: 'beyondTenYears' }]);
});

test('a name that was taken meanwhile is left out and says so', () => {
  const answers = new Map([['saltwhistle.aa', { status: 'taken' } as const]]);
  const { lines, problems } = quote(request([item('saltwhistle.aa'), item('saltwhistle.bb')]), { ...facts, answers });
  expect(lines.map(({ name }) => name)).toEqual(['saltwhistle.bb']);
  expect(problems).toMatchObject([{ pointer: '/items/0/name', code: 'notAvailable' }]);
});

test('what cannot be priced is left out and says why, the rest is priced', () => {
  const { lines, problems } = quote(
    request([
      item('saltwhistle.org'),
      item('Saltwhistle.ORG'),
      item('saltwhistle.nowhere'),
      item('saltwhistle.paris', 2),
      item('-x.org'),
      { ...item('saltwhistle.net'), action: 'renew' },
      { ...item('saltwhistle.com', 2), action: 'transfer' },
    ]),
    { ...facts, readName: readIn(shippedCatalogue) },
  );
  expect(lines.map(({ name }) => name)).toEqual(['saltwhistle.org']);
  expect(problems.map(({ pointer, code }) => `${pointer} ${code}`)).toEqual([
    '/items/1/name repeatedName',
    '/items/2/name unknownExtension',
    '/items/3/years termNotOffered',
    '/items/4/name badName',
    '/items/5/name notHeld',
    '/items/6/years transferNotOneYear',
  ]);
});

test('a name bought of its holder costs what was agreed and the fee, and the move of a premium name; no code takes anything off that', () => {
  const bought = { ...item('saltwhistle.aa', 1, true), action: 'transfer' } as const;
  const buy = (feePaidBy: 'buyer' | 'holder', currency: QuoteRequest['currency'] = 'USD', move = 0) => {
    const purchase = { id: 'o1', amount: 100_000, feePaidBy, move };
    const movable = new Map([['saltwhistle.aa', { paidUntil: '2028-05-03', purchase }]]);
    const promotions = [exampleCode('TENTH', { value: 10, on: 'all' })];
    return quote(request([bought, item('saltwhistle.bb')], { currency }), { ...facts, movable, promotions });
  };
  const [line] = buy('buyer').lines;
  expect(line).toMatchObject({ purchase: { price: 100_000, fee: 10_000 }, discount: 0, renewal: { on: '2028-05-03' } });
  expect(line && line.charge + line.fee).toBe(110_000);
  expect(line?.net).toBe(110_000 + (line?.privacy ?? 0));
  const [theirs] = buy('holder').lines;
  expect(theirs).toMatchObject({ purchase: { price: 100_000, fee: 0 } });
  expect(theirs && theirs.charge + theirs.fee).toBe(100_000);
  const inEuro = buy('buyer', 'EUR').lines[0];
  expect(inEuro && inEuro.charge + inEuro.fee).toBe((inEuro?.purchase?.price ?? 0) + (inEuro?.purchase?.fee ?? 0));
  const [premium] = buy('buyer', 'EUR', 24_000).lines;
  const { price = 0, fee = 0, move = 0 } = premium?.purchase ?? {};
  expect(move).toBe(convert(24_000, 'EUR', facts.rates.EUR ?? ''));
  expect(premium && premium.charge + premium.fee).toBe(price + fee + move);
  expect(buy('holder', 'USD', 24_000).lines).toMatchObject([
    { purchase: { price: 100_000, fee: 0, move: 24_000 } },
    {},
  ]);
});

test('a premium name is moved here at what its registry asks for that, and renewed at what it asks for that', () => {
  const moved = { ...item('saltwhistle.aa'), action: 'transfer' } as const;
  const movable = new Map([['saltwhistle.aa', { paidUntil: '2028-05-03' }]]);
  const cost = (premium: PremiumPrice) => {
    const answers = new Map([['saltwhistle.aa', { status: 'taken', premium } as const]]);
    const [line] = quote(request([moved]), { ...facts, movable, answers }).lines;
    return [line?.charge, (line?.renewal.each ?? 0) - (line?.fee ?? 0)];
  };
  expect(cost({ register: 90_000, renew: 24_000, transfer: 30_000 })).toEqual([30_000, 24_000]);
  expect(cost({ register: 90_000, renew: 24_000 })).toEqual([24_000, 24_000]);
});

test('totals add up to the last unit in every currency, whatever the basket', () => {
  const anyItem = fc.record({
    label: fc.constantFrom('aa', 'bb', 'cc'),
    years: fc.integer({ min: 1, max: 10 }),
    privacy: fc.boolean(),
  });
  const customers = fc.constantFrom('IE', 'FR', 'CH', 'MX');
  const known = fc.constantFrom(...currencies.filter((code) => code === 'USD' || facts.rates[code]));
  fc.assert(
    fc.property(fc.array(anyItem, { maxLength: 20 }), known, customers, (items, currency, country) => {
      const basket = items.map(({ label, years, privacy }, i) => item(`n${i}.${label}`, years, privacy));
      const customer = { country, kind: 'person', isNew: true } as const;
      const q = quoteOf(basket, { currency, customer });
      expect(q.net).toBe(q.subtotal - q.discount + q.fees + q.privacy);
      expect(q.total).toBe(q.net + q.tax.amount);
      for (const line of q.lines) {
        const paid = line.cells.filter(({ state }) => state === 'paid');
        expect(paid.reduce((sum, { total }) => sum + total, 0)).toBe(line.net);
      }
      expect(quoteOf([...basket].reverse(), { currency, customer }).total).toBe(q.total);
    }),
  );
});

test('a name in redemption is restored for the restore price and one renewal, from where its term ended', () => {
  const heldUntil = new Map([['saltwhistle.aa', '2026-09-30']]);
  const restore = { ...item('saltwhistle.aa', 1, true), action: 'restore' } as const;
  const inStage = (stage: HeldStage) =>
    quote(request([restore]), { ...facts, heldUntil, stages: new Map([['saltwhistle.aa', stage]]) });
  const { lines, net } = inStage('redemption');
  const price = exampleCatalogue.get('aa')?.prices.restore ?? NaN;
  expect(net).toBe(price + 1718);
  expect(lines[0]).toMatchObject({
    allowedYears: [1],
    charge: price + 1450,
    renewal: { on: '2027-09-30', each: 1718 },
  });
  expect(inStage('grace').problems).toMatchObject([{ pointer: '/items/0/name', code: 'notInRedemption' }]);
  expect(inStage('pendingDelete').problems).toMatchObject([{ pointer: '/items/0/name', code: 'beyondRestore' }]);
  const all = exampleCode('ALL', { on: 'all' });
  const tried = quote(request([restore]), {
    ...facts,
    heldUntil,
    stages: new Map([['saltwhistle.aa', 'redemption']]),
    promotions: [all],
  });
  expect(tried.codes).toMatchObject([{ code: 'ALL', applied: false, reason: 'wrongAction' }]);
});

test('privacy later is paid for each year still to run, begun ones whole; what is paid already is not paid again', () => {
  const hide = { ...item('saltwhistle.aa', 3, true), action: 'privacy' } as const;
  const until = (day: string, more: Partial<QuoteFacts> = {}, years = 3) =>
    quote(request([{ ...hide, years }]), { ...facts, heldUntil: new Map([['saltwhistle.aa', day]]), ...more });
  const { lines, net, dueLater } = until('2029-03-01');
  expect([net, lines[0]?.allowedYears, lines[0]?.charge, lines[0]?.fee]).toEqual([750, [3], 0, 0]);
  expect(lines[0]?.cells.map(({ state, total }) => [state, total]).slice(0, 4)).toEqual([
    ['paid', 250],
    ['paid', 250],
    ['paid', 250],
    ['later', 1718],
  ]);
  expect(dueLater).toEqual([{ on: '2029-03-01', name: 'saltwhistle.aa', amount: 1718 }]);
  // Exactly three years are three, one day more is a fourth.
  expect(until('2029-11-24').problems).toEqual([]);
  expect(until('2029-11-25').problems).toMatchObject([
    { pointer: '/items/0/years', code: 'notYearsToRun', facts: { name: 'saltwhistle.aa', years: 4 } },
  ]);
  expect(until('2026-11-24', {}, 1).net).toBe(250);
  expect(until('2029-03-01', { hidden: new Set(['saltwhistle.aa']) }).problems).toMatchObject([
    { code: 'hiddenAlready', facts: { name: 'saltwhistle.aa' } },
  ]);
  const elsewhere = { ...hide, name: 'saltwhistle.bb', years: 1 };
  const included = quote(request([elsewhere]), { ...facts, heldUntil: new Map([['saltwhistle.bb', '2027-03-01']]) });
  expect(included.problems).toMatchObject([{ code: 'privacyNotSold' }]);
});
