import { shippedCatalogue as catalogue } from '../../test/catalogue';
import { canRegister } from './availability';
import { domainName, splitName } from './domainName';

test.each([
  ['saltwhistle.boats', 'saltwhistle', 'boats'],
  ['SALTWHISTLE.CO.UK', 'saltwhistle', 'co.uk'],
  [' saltwhistle.org ', 'saltwhistle', 'org'],
  ['saltwhistle。org', 'saltwhistle', 'org'],
  ['båtverk.se', 'xn--btverk-iua', 'se'],
])('%s is the label %s in .%s', (typed, label, extension) => {
  const read = domainName(typed, catalogue);
  expect(read).toMatchObject({ kind: 'name', label, name: `${label}.${extension}` });
});

test('an internationalised name is shown as people read it', () => {
  expect(domainName('xn--btverk-iua.se', catalogue)).toMatchObject({ unicode: 'båtverk.se' });
});

test.each([
  ['saltwhistle.nowhere', 'unknownExtension', undefined],
  ['saltwhistle', 'unknownExtension', undefined],
  ['.org', 'empty', undefined],
  ['shop.saltwhistle.co.uk', 'subName', 'saltwhistle.co.uk'],
  ['salt_whistle.org', 'badCharacter', 'saltwhistle.org'],
  ['-salt.org', 'hyphenAtEnd', 'salt.org'],
  ['x.ie', 'labelTooShort', undefined],
  ['лодка.boats', 'scriptNotOffered', undefined],
])('%s is refused as %s', (typed, code, suggestion) => {
  const read = domainName(typed, catalogue);
  expect(read).toMatchObject({ kind: 'problem', code, ...(suggestion ? { suggestion } : {}) });
  expect(read.kind === 'problem' && read.detail).toMatch(/[.]$/);
});

test('the longest extension that fits comes off whole', () => {
  expect(splitName('a.b.co.uk', catalogue)).toMatchObject({ labels: ['a', 'b'], extension: { label: 'co.uk' } });
  expect(splitName('co.uk', catalogue).extension).toBeUndefined();
});

test('only free and premium names can be registered', () => {
  const all = ['available', 'taken', 'premium', 'reserved', 'invalid', 'unsupported', 'unknown'] as const;
  expect(all.filter(canRegister)).toEqual(['available', 'premium']);
});
