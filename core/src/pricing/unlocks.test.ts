import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { exampleCode, exampleFacts, item, quoteWith, readIn } from '../../test/quotes';

const fixed98 = exampleCode('NINETY8', {
  kind: 'firstYearPrice',
  value: 98,
  extensions: ['aa'],
  minYears: 2,
});

test('a code that wants two years says what they would cost and save', () => {
  const { net, codes, unlocks } = quoteWith([fixed98], [item('saltwhistle.aa')]);
  expect(net).toBe(318);
  expect(codes).toEqual([{ code: 'NINETY8', applied: false, saves: 0, reason: 'termTooShort' }]);
  expect(unlocks).toEqual([
    { code: 'NINETY8', name: 'saltwhistle.aa', years: 2, net: 1584, moreToday: 1266, saves: 202 },
  ]);
});

test('what it saves is counted against the best code of today, for the names kept as long', () => {
  const items = [item('saltwhistle.aa'), item('saltwhistle.bb')];
  const today = exampleCode('LAKESIDE');
  const { net, unlocks } = quoteWith([fixed98, today], items);
  expect(net).toBe(1038);
  expect(unlocks[0]).toMatchObject({ net: 1584 + 900, moreToday: 1584 + 900 - 1038, saves: 1038 + 1468 - 2484 });
  expect(quoteWith([fixed98, exampleCode('HALF', { value: 50 })], items).unlocks).toEqual([]);
});

test('more today is counted from the code chosen', () => {
  const items = [item('saltwhistle.aa'), item('saltwhistle.bb')];
  const { unlocks, net } = quoteWith([fixed98, exampleCode('LAKESIDE')], items, { use: null });
  expect(unlocks[0]?.moreToday).toBe(2484 - net);
});

test('where a code only breaks even it is not listed', () => {
  const even = exampleCode('EVEN', { kind: 'firstYearPrice', value: 300, extensions: ['aa'], minYears: 2 });
  expect(quoteWith([even], [item('saltwhistle.aa')]).unlocks).toEqual([]);
});

test('the name is changed whose term is nearest; a term is taken that the extension offers', () => {
  const odd = exampleExtension('dd', { terms: { register: [1, 2, 5], renew: [1] } });
  const readName = readIn(new Map([...exampleCatalogue, ['dd', odd]]));
  const long = exampleCode('THREE', { minYears: 3, value: 20 });
  const near = quoteWith([long], [item('a.bb'), item('b.bb', 2)], {}, { readName });
  expect(near.unlocks).toMatchObject([{ name: 'b.bb', years: 3 }]);
  const offered = quoteWith([long], [item('a.dd', 2)], {}, { readName });
  expect(offered.unlocks).toMatchObject([{ name: 'a.dd', years: 5 }]);
  expect(quoteWith([exampleCode('SIX', { minYears: 6 })], [item('a.dd', 2)], {}, { readName }).unlocks).toEqual([]);
});

test('a longer term that meets the least spend as well is found', () => {
  const big = exampleCode('BIG', { minYears: 2, minSpend: 2500, value: 50 });
  expect(quoteWith([big], [item('saltwhistle.bb')]).unlocks).toMatchObject([{ years: 3, net: 2700 - 450, saves: 450 }]);
});

test('a term that also brings the introductory price counts it, and whom it passes from', () => {
  const cc = exampleCatalogue.get('cc');
  const capped = exampleExtension('dd', {
    ...cc,
    label: 'dd',
    intro: { price: 300, startsAt: '2026-01-01', endsAt: '2028-01-01', minYears: 2, maxNamesPerOrder: 1 },
  });
  const readName = readIn(new Map([...exampleCatalogue, ['dd', capped]]));
  const code = exampleCode('TWO', { minYears: 2, value: 10, extensions: ['dd'], on: 'register' });
  const alone = quoteWith([code], [item('a.dd')], {}, { readName });
  expect(alone.unlocks).toMatchObject([{ name: 'a.dd', years: 2, net: 270 + 1450 + 36 }]);
  const three = exampleCode('THREE', { minYears: 3, value: 100, years: 'all', extensions: ['dd'] });
  const items = [item('a.dd'), item('b.dd', 2)];
  const both = quoteWith([three], items, {}, { readName });
  const [unlock] = both.unlocks;
  const changed = items.map((of) => (of.name === unlock?.name ? { ...of, years: unlock.years } : of));
  expect(unlock?.net).toBe(quoteWith([three], changed, { use: 'THREE' }, { readName }).net);
});

test('a renewal is never unlocked past ten years ahead', () => {
  const renewal = [{ ...item('saltwhistle.bb', 1), action: 'renew' as const }];
  const heldUntil = new Map([['saltwhistle.bb', '2035-11-24']]);
  const keep = exampleCode('KEEP', { on: 'renew', minYears: 2, value: 50 });
  expect(quoteWith([keep], renewal, {}, { ...exampleFacts, heldUntil }).unlocks).toEqual([]);
});
