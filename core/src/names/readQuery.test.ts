import fc from 'fast-check';
import { shippedCatalogue as catalogue } from '../../test/catalogue';
import { readQuery } from './readQuery';

const read = (query: string) => readQuery(query, catalogue);

test('a bare word is tried in every extension, however it is typed', () => {
  for (const typed of ['saltwhistle', ' SaltWhistle ', 'salt whistle'])
    expect(read(typed).labels).toEqual(['saltwhistle']);
});

test.each([
  ['saltwhistle.boats'],
  ['Saltwhistle.Boats.'],
  ['www.saltwhistle.boats'],
  ['https://www.saltwhistle.boats/sailing?day=2#top'],
  ['http://saltwhistle.boats:8080'],
  ['maren@saltwhistle.boats'],
])('%s is the name saltwhistle.boats', (typed) => {
  expect(read(typed)).toMatchObject({ names: ['saltwhistle.boats'], labels: [], problems: [] });
});

test('an extension of two labels comes off whole', () => {
  expect(read('saltwhistle.co.uk').names).toEqual(['saltwhistle.co.uk']);
});

test('a list mixes names and words, without repeats', () => {
  expect(read('saltwhistle.org, quayquill\nSALTWHISTLE.org; quayquill\tboatyard')).toMatchObject({
    names: ['saltwhistle.org'],
    labels: ['quayquill', 'boatyard'],
  });
});

test('an internationalised name is the same typed either way', () => {
  expect(read('båtverk.se').names).toEqual(['xn--btverk-iua.se']);
  expect(read('xn--btverk-iua.se').names).toEqual(['xn--btverk-iua.se']);
});

test.each([
  ['salt_whistle', 'badCharacter', 'saltwhistle'],
  ['-saltwhistle', 'hyphenAtEnd', 'saltwhistle'],
  ['sa--ltwhistle', 'hyphensThirdAndFourth', 'sa-ltwhistle'],
  ['saltwhistle.nowhere', 'unknownExtension', 'saltwhistle'],
  ['shop.saltwhistle.org', 'subName', 'saltwhistle.org'],
  ['a.co.uk', 'labelTooShort', 'a.com'],
  ['лодка.org', 'scriptNotOffered', 'лодка.eu'],
  ['аса.org', 'scriptNotOffered', 'aca.org'],
  ['sаltwhistle', 'mixedScripts', 'saltwhistle'],
  ['a'.repeat(64), 'labelTooLong', 'a'.repeat(63)],
  ['saltwhistle.con', 'unknownExtension', 'saltwhistle.com'],
  ['saltwhistle.ogr', 'unknownExtension', 'saltwhistle.org'],
  ['www.saltwhistle.gov.uk', 'unknownExtension', 'saltwhistle'],
  ['quay.saltwhistle.boatz', 'unknownExtension', 'saltwhistle.boats'],
  ['co.uk', 'empty', undefined],
  ['.org', 'empty', undefined],
  ['salt_whistle.org', 'badCharacter', 'saltwhistle.org'],
])('%s is refused as %s, with a way out where there is one', (typed, code, suggestion) => {
  expect(read(typed).problems).toMatchObject([{ input: typed, code, ...(suggestion ? { suggestion } : {}) }]);
});

test.each([
  ['saltwhistle.网址', 'saltwhistle.com'],
  ['salt_whistle.рф', 'saltwhistle.com'],
  ['аса.网址', 'aca.com'],
  ['sаltwhistle.рф', 'saltwhistle.com'],
  ['-x_.co.uk', 'x.com'],
])('what would be refused in its turn is not suggested: %s', (typed, suggestion) => {
  expect(read(typed).problems).toMatchObject([{ input: typed, suggestion }]);
});

test('the character that cannot stand in a name is pointed at', () => {
  expect(read('salt!whistle').problems[0]?.detail).toContain('“!”, character 5');
});

test('five hundred are searched, and one more says so', () => {
  const names = Array.from({ length: 501 }, (_, i) => `salt${i}`).join('\n');
  const plan = read(names);
  expect(plan.labels).toHaveLength(500);
  expect(plan.problems).toMatchObject([{ input: 'salt500', code: 'tooMany' }]);
});

test('whatever is pasted, what comes out is a lower-case A-label or a reason', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 80 }), (typed) => {
      const { names, labels, problems } = read(typed);
      for (const name of [...names, ...labels]) expect(name).toMatch(/^[a-z0-9.-]+$/);
      for (const { detail } of problems) expect(detail).toMatch(/[.]$/);
    }),
  );
});

test('whatever is refused, what is suggested instead is not', () => {
  const pieces = ['salt', 'x', '-', '--', '_', ' ', 'а', '网', '.', '.рф', '.网址', '.org', '.co.uk', '.nowhere'];
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 }), (some) => {
      for (const { suggestion } of read(some.join('')).problems)
        if (suggestion !== undefined) expect(read(suggestion).problems).toEqual([]);
    }),
  );
});
