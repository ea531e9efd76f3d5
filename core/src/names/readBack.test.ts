import { readBack } from './readBack';

test('a name is spelt out with the spelling alphabet; digits and signs go by their names', () => {
  expect(readBack('quay-1.ie').map(({ word }) => word)).toEqual([
    'Quebec', 'Uniform', 'Alfa', 'Yankee', undefined, undefined, undefined, 'India', 'Echo',
  ]); // oxfmt-ignore
});

test('characters easily taken for another say for which', () => {
  const marked = readBack('lo0').filter(({ looksLike }) => looksLike);
  expect(marked.map(({ character, looksLike }) => [character, looksLike])).toEqual([
    ['l', ['I', '1']],
    ['o', ['0']],
    ['0', ['O']],
  ]);
});

test('a letter outside the alphabet is named by its code point', () => {
  expect(readBack('ø')[0]).toEqual({ character: 'ø', word: 'U+00F8' });
});
