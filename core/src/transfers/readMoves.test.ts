import fc from 'fast-check';
import { shippedCatalogue } from '../../test/catalogue';
import { readCsv } from '../formats/csv';
import { longestCode, readMoves } from './readMoves';

const read = (text: string) => readMoves(text, readCsv(text), shippedCatalogue);
const brief = (text: string) => read(text).moves.map(({ name, code }) => (code === undefined ? name : [name, code]));

test('names come with their codes behind them, however those are set apart, or alone', () => {
  expect(
    brief('saltwhistle.org  k9-Tide!44\r\nSaltwhistle.lake;"a b,c"\nsaltwhistle.boats,x.y.z\n\nsaltwhistle.co.uk'),
  ).toEqual([
    ['saltwhistle.org', 'k9-Tide!44'],
    ['saltwhistle.lake', 'a b,c'],
    ['saltwhistle.boats', 'x.y.z'],
    'saltwhistle.co.uk',
  ]);
  expect(brief('saltwhistle.org, saltwhistle.lake saltwhistle.boats')).toEqual([
    'saltwhistle.org',
    'saltwhistle.lake',
    'saltwhistle.boats',
  ]);
});

test('a list with heads is read by them', () => {
  expect(brief('note,Domain name,Auth code\nours,saltwhistle.org,"k9,""Tide"\nold,saltwhistle.lake,\n')).toEqual([
    ['saltwhistle.org', 'k9,"Tide'],
    'saltwhistle.lake',
  ]);
  expect(brief('Dominio;Código\nsaltwhistle.org;k9')).toEqual([['saltwhistle.org', 'k9']]);
});

test('what cannot be read, stands twice or is too long is told with its line', () => {
  const { moves, notes } = read(`saltwhistle\nsaltwhistle.org\nSALTWHISTLE.ORG x\nsaltwhistle.lake ${'x'.repeat(65)}`);
  expect(moves.map(({ name }) => name)).toEqual(['saltwhistle.org', 'saltwhistle.lake']);
  expect(notes).toMatchObject([
    { what: 'problem', line: 1, typed: 'saltwhistle' },
    { what: 'again', line: 3, unicode: 'saltwhistle.org' },
    { what: 'longCode', line: 4, unicode: 'saltwhistle.lake' },
  ]);
});

test('what is left over behind a code is told, since it may belong to it', () => {
  const { moves, notes } = read('saltwhistle.org k9 Tide\nsaltwhistle.lake m5;08\nsaltwhistle.boats "m5;08"');
  expect(moves.map(({ code }) => code)).toEqual(['k9', 'm5', 'm5;08']);
  expect(notes).toEqual([
    { what: 'more', line: 1, unicode: 'saltwhistle.org' },
    { what: 'more', line: 2, unicode: 'saltwhistle.lake' },
  ]);
});

test('any code without spaces and quotes is read back as it was written', () => {
  const code = fc.stringMatching(/^[!#-+\--:<-~]{1,64}$/).filter((one) => !one.includes('.'));
  fc.assert(
    fc.property(code, fc.constantFrom(' ', '\t', ',', ' ; '), (one, between) => {
      expect(read(`saltwhistle.org${between}${one}`).moves).toMatchObject([{ name: 'saltwhistle.org', code: one }]);
    }),
  );
  expect(longestCode).toBe(64);
});
