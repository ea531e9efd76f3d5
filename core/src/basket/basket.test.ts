import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { mergedCodes } from './basketCodes';
import { lineChanges, lineFacts } from './lineFacts';

const aa = exampleCatalogue.get('aa') ?? exampleExtension('aa', {});
const cc = exampleCatalogue.get('cc') ?? exampleExtension('cc', {});
const today = '2026-11-24';
const available = { status: 'available' } as const;
const facts = lineFacts(aa, available, today);

test('a name of which nothing is different has no changes', () => {
  expect(lineChanges(facts, lineFacts(aa, available, '2026-12-24'), 1)).toEqual([]);
});

test('an introductory price that ended shows in the first year, fee included', () => {
  expect(lineChanges(facts, lineFacts(aa, available, '2028-01-01'), 1)).toEqual([
    { what: 'firstYear', was: 318, now: 1118 },
  ]);
});

test('an introductory price that the term does not reach is no change', () => {
  const [was, now] = [lineFacts(cc, available, today), lineFacts(cc, available, '2028-01-01')];
  expect(lineChanges(was, now, 1)).toEqual([]);
  expect(lineChanges(was, now, 2)).toEqual([{ what: 'firstYear', was: 318, now: 1118 }]);
});

test('a name taken meanwhile, and one become premium, say what they were', () => {
  expect(lineChanges(facts, lineFacts(aa, { status: 'taken' }, today), 1)).toEqual([
    { what: 'status', was: 'available', now: 'taken' },
  ]);
  const premium = { status: 'premium', premium: { register: 24000, renew: 9000 } } as const;
  expect(lineChanges(facts, lineFacts(aa, premium, today), 1)).toEqual([
    { what: 'status', was: 'available', now: 'premium' },
    { what: 'firstYear', was: 318, now: 24018 },
    { what: 'renewal', was: 1468, now: 9018 },
  ]);
});

test('a registry that does not answer changes nothing', () => {
  expect(lineChanges(facts, lineFacts(aa, { status: 'unknown' }, today), 1)).toEqual([]);
  expect(lineChanges(lineFacts(aa, undefined, today), facts, 1)).toEqual([]);
});

test('fee, privacy and terms that changed are told apart', () => {
  const other = (more: Partial<typeof aa>) => lineChanges(facts, lineFacts({ ...aa, ...more }, available, today), 1);
  expect(other({ yearlyFee: 20 }).map(({ what }) => what)).toEqual(['firstYear', 'renewal']);
  expect(other({ privacy: { policy: 'priced', price: 300 } })).toEqual([{ what: 'privacyPrice', was: 250, now: 300 }]);
  expect(other({ privacy: { policy: 'notAllowed', price: 0 } })).toEqual([
    { what: 'privacyPolicy', was: 'priced', now: 'notAllowed' },
  ]);
  expect(other({ terms: { register: [1, 2], renew: [1] } })).toMatchObject([{ what: 'terms', now: [1, 2] }]);
});

test('codes of a visitor come along, and what the visitor chose last is used', () => {
  const account = { typed: ['REGATTA', 'QUAYSIDE'], use: 'REGATTA' };
  expect(mergedCodes(account, { typed: ['QUAYSIDE', 'TENHULLS'] })).toEqual({
    typed: ['QUAYSIDE', 'TENHULLS', 'REGATTA'],
    use: 'REGATTA',
  });
  expect(mergedCodes(account, { typed: [], use: null }).use).toBeNull();
  expect(mergedCodes(undefined, { typed: ['REGATTA'] })).toEqual({ typed: ['REGATTA'] });
});
