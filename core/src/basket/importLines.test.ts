import { shippedCatalogue } from '../../test/catalogue';
import { readCsv } from '../formats/csv';
import { importLines } from './importLines';
import { nearestTerm } from './nearestTerm';

const read = (text: string, autoRenew = true) => importLines(readCsv(text), shippedCatalogue, autoRenew);
const names = (text: string) => read(text).lines.map(({ name }) => name);

test('one name a line, several with commas or spaces between', () => {
  expect(names('saltwhistle.org\n\nsaltwhistle.boats, quay.lake\nQUAY.org  bücher.org')).toEqual([
    'saltwhistle.org',
    'saltwhistle.boats',
    'quay.lake',
    'quay.org',
    'xn--bcher-kva.org',
  ]);
});

test('columns say term, privacy and auto-renew; what they do not say is as for any new name', () => {
  const { lines } = read(
    'note,name,years,privacy,auto-renew\n"ours, old",saltwhistle.org,3,no,off\n,quay.org,,,\n',
    false,
  );
  expect(lines).toMatchObject([
    { name: 'saltwhistle.org', years: 3, privacy: false, autoRenew: false },
    { name: 'quay.org', years: 1, privacy: true, autoRenew: false },
  ]);
});

test('a term that is not offered becomes the nearest that is, and says so', () => {
  const { lines, notes } = read('name,years\nsaltwhistle.paris,4');
  expect(lines[0]?.years).toBe(1);
  expect(notes).toEqual([{ what: 'term', line: 2, unicode: 'saltwhistle.paris', years: 1 }]);
});

test('what cannot be read says where and why; a name that stands twice is taken once', () => {
  const { lines, notes } = read('saltwhistle.org\n-x.org\nSaltwhistle.org\nsaltwhistle\n');
  expect(lines.map(({ name }) => name)).toEqual(['saltwhistle.org']);
  expect(notes).toMatchObject([
    { what: 'problem', line: 2, typed: '-x.org', problem: { code: 'hyphenAtEnd' } },
    { what: 'again', line: 3, unicode: 'saltwhistle.org' },
    { what: 'problem', line: 4, typed: 'saltwhistle', problem: { code: 'unknownExtension' } },
  ]);
});

test('the nearest term is the longest that is no longer, else the shortest', () => {
  expect([1, 4, 9].map((wanted) => nearestTerm([2, 5], wanted))).toEqual([2, 2, 5]);
});
