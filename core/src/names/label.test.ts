import fc from 'fast-check';
import { exampleExtension } from '../../test/catalogue';
import { extensionProblem, readLabel, type Label } from './label';
import { scriptsOf } from '../idna/scripts';

function labelOf(typed: string): Label {
  const read = readLabel(typed);
  if (read.kind === 'problem') throw new Error(read.detail);
  return read;
}

test.each([
  ['saltwhistle', 'saltwhistle', 'saltwhistle'],
  ['SaltWhistle', 'saltwhistle', 'saltwhistle'],
  ['salt-whistle-2', 'salt-whistle-2', 'salt-whistle-2'],
  ['Båtverk', 'xn--btverk-iua', 'båtverk'],
  ['xn--btverk-iua', 'xn--btverk-iua', 'båtverk'],
  ['straße', 'xn--strae-oqa', 'straße'],
  ['ΒΆΡΚΑ', 'xn--hxakb7a8a', 'βάρκα'],
])('“%s” is stored as %s and shown as %s', (typed, aLabel, uLabel) => {
  expect(labelOf(typed)).toMatchObject({ kind: 'label', aLabel, uLabel });
});

test.each([
  ['', 'empty'],
  ['-', 'hyphenAtEnd'],
  ['salt-', 'hyphenAtEnd'],
  ['-salt', 'hyphenAtEnd'],
  ['sa--lt', 'hyphensThirdAndFourth'],
  ['xn--', 'hyphenAtEnd'],
  ['salt whistle', 'badCharacter'],
  ['salt/whistle', 'badCharacter'],
  ['salt🙂', 'badCharacter'],
  ['saltwhіstle', 'mixedScripts'],
  ['⅐', 'badCharacter'],
  ['a'.repeat(64), 'labelTooLong'],
  ['å'.repeat(62), 'labelTooLong'],
])('“%s” is refused as %s', (typed, code) => {
  expect(readLabel(typed)).toMatchObject({ kind: 'problem', code });
});

test('sixty-three characters are allowed', () => {
  expect(labelOf('a'.repeat(63)).aLabel).toHaveLength(63);
});

test('two hyphens elsewhere are nobody’s business', () => {
  expect(labelOf('salt--whistle').aLabel).toBe('salt--whistle');
});

test('a space is called a space', () => {
  const read = readLabel('salt whistle');
  expect(read.kind === 'problem' && read.detail).toContain('a space, character 5');
});

test('scripts that are written together may be mixed, look-alikes may not', () => {
  expect(readLabel('船ボート').kind).toBe('label');
  expect(readLabel('boot船').kind).toBe('label');
  expect(readLabel('лодkа').kind).toBe('problem');
  expect(scriptsOf('船ボート2').sort()).toEqual(['Han', 'Katakana']);
  expect(scriptsOf('2-3')).toEqual([]);
});

describe('what one extension asks beyond the general rules', () => {
  const strict = exampleExtension('xx', { labelRules: { minLength: 3, maxLength: 10, scripts: ['Latin'] } });

  test.each([
    ['ab', 'labelTooShort'],
    ['abcdefghijk', 'labelTooLong'],
    ['βάρκα', 'scriptNotOffered'],
  ])('“%s” is refused as %s', (typed, code) => {
    expect(extensionProblem(labelOf(typed), strict)?.code).toBe(code);
  });

  test('digits and hyphens belong to every script', () => {
    expect(extensionProblem(labelOf('2-3'), strict)).toBeUndefined();
    expect(extensionProblem(labelOf('salt'), strict)).toBeUndefined();
  });

  test('length is counted as people count it', () => {
    expect(extensionProblem(labelOf('åäö'), strict)?.code).not.toBe('labelTooShort');
  });
});

test('a label read is read the same again, from either form', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 20 }), (typed) => {
      const read = readLabel(typed);
      if (read.kind === 'problem') return;
      expect(readLabel(read.aLabel)).toEqual(read);
      expect(readLabel(read.uLabel)).toEqual(read);
    }),
    { numRuns: 300 },
  );
});
