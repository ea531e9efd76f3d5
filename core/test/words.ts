import type { Words } from '../src/ideas/words';

const common = [
  'the',
  'house',
  'school',
  'boat',
  'salt',
  'yard',
  'works',
  'whistle',
  'lake',
  'sail',
  'sale',
  'atlas',
  'ship',
  'pipe',
  'rotten',
];

/** A handful of words for examples, the commonest first. */
export const exampleWords: Words = {
  commonness: (word) => (common.includes(word) ? 1 - common.indexOf(word) / 20 : 0),
  synonyms: (word) => ({ boat: ['ship'], whistle: ['pipe'], salt: ['rotten'] })[word] ?? [],
  homophones: (word) => ({ sail: ['sale'] })[word] ?? [],
  isOffensive: (word) => word === 'rotten',
};
