import { exampleExtension } from '../../test/catalogue';
import { newLine } from './newLine';

const lineFor = (facts: Parameters<typeof exampleExtension>[1]) =>
  newLine('saltwhistle.xx', 'saltwhistle.xx', exampleExtension('xx', facts), false, { status: 'available' });

test('nothing that costs extra is chosen for anyone', () => {
  expect(lineFor({ privacy: { policy: 'included', price: 0 } }).privacy).toBe(true);
  expect(lineFor({ privacy: { policy: 'priced', price: 250 } }).privacy).toBe(false);
  expect(lineFor({ privacy: { policy: 'notAllowed', price: 0 } }).privacy).toBe(false);
});

test('the term is the shortest that the extension offers', () => {
  expect(lineFor({}).years).toBe(1);
  expect(lineFor({ terms: { register: [2, 4], renew: [2] } }).years).toBe(2);
});
