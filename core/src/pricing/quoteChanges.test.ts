import { exampleCode, item, quoteWith } from '../../test/quotes';
import { quoteChanges } from './quoteChanges';

const two = [item('saltwhistle.aa'), item('saltwhistle.bb')];
const codes = [exampleCode('HELLO', { newCustomersOnly: true, value: 50 }), exampleCode('ALWAYS', { value: 10 })];
const person = (country: string, isNew: boolean) => ({ customer: { country, kind: 'person' as const, isNew } });

test('nothing changed, nothing said', () => {
  expect(quoteChanges(quoteWith(codes, two), quoteWith(codes, two))).toEqual([]);
});

test('a code that signing in takes away says why, what takes its place, and the new total', () => {
  const was = quoteWith(codes, two, person('MX', true));
  const now = quoteWith(codes, two, person('MX', false));
  expect(quoteChanges(was, now)).toEqual([
    {
      what: 'code',
      was: { code: 'HELLO', saves: 600 },
      now: { code: 'ALWAYS', saves: 120 },
      reason: 'existingCustomer',
    },
    { what: 'total', was: 618, now: 1098 },
  ]);
});

test('another country changes tax alone', () => {
  const was = quoteWith([], two, person('MX', true));
  const now = quoteWith([], two, person('FR', true));
  expect(quoteChanges(was, now)).toEqual([
    { what: 'tax', was: was.tax, now: { rate: '0.20', amount: 244, basis: 'destination' } },
    { what: 'total', was: 1218, now: 1462 },
  ]);
});

test('a price that rose and a name that went are each said', () => {
  const later = { now: new Date('2028-02-01T00:00:00Z') };
  expect(quoteChanges(quoteWith([], two), quoteWith([], two, {}, later))).toEqual([
    { what: 'price', unicode: 'saltwhistle.aa', was: 318, now: 1118 },
    { what: 'total', was: 1218, now: 2018 },
  ]);
  const taken = { answers: new Map([['saltwhistle.bb', { status: 'taken' } as const]]) };
  expect(quoteChanges(quoteWith([], two), quoteWith([], two, {}, taken))[0]).toEqual({
    what: 'gone',
    unicode: 'saltwhistle.bb',
  });
});
