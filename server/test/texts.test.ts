import { textsOf, unlike, untold } from '../../core/test/texts';
import { en } from '../src/platform/texts/en';
import { es } from '../src/platform/texts/es';

test('mails and papers say in Spanish all that they say in English, with what they are given', () => {
  const [english, spanish] = [textsOf(en), textsOf(es)];
  expect(untold(english, spanish)).toEqual(['.orders.line.register', '.papers.sums.total']);
  expect(unlike(english, spanish)).toEqual([]);
});
