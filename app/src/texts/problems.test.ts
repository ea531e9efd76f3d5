import { es } from './es';

jest.mock('./texts', () => ({ texts: es }));

/** Loaded once Spanish stands in for what is spoken. */
const { problemText, refusalText } = jest.requireActual<typeof import('./problems')>('./problems');

const refused = { type: '/problems/cannot-change', detail: 'The registry of net.example hides holders itself.' };
const facts = { name: 'netloft.example' };

test('a refusal is said with its reason and with what it is about', () => {
  expect(refusalText({ ...refused, because: 'hiddenByRegistry', facts })).toBe(
    'El operador de netloft.example ya oculta a los titulares: no hay nada que cambiar.',
  );
});

test('a reason that is not known yet is said as its type is', () => {
  expect(refusalText({ ...refused, because: 'heldByCourt', facts })).toBe(
    'Ese nombre no se puede cambiar ahora: en su página se dice por qué.',
  );
  expect(refusalText(refused)).toBe('Ese nombre no se puede cambiar ahora: en su página se dice por qué.');
});

test('what says what it is about is left in the server’s words where that is not told', () => {
  expect(problemText('notHeld', 'netloft.example is not among your names.')).toBe(
    'netloft.example is not among your names.',
  );
});

test('what is too much at once says how much it is', () => {
  const few = { limit: 166 };
  expect(problemText('tooMany', 'Too many.', { ...few, words: 3, extensions: 501 })).toContain('3 palabras en 501');
  expect(problemText('tooMany', 'Too many.', { limit: 500, length: 612 })).toContain('Se dieron 612 nombres');
  expect(problemText('tooMany', 'Too many.', few)).toBe('Son demasiados a la vez: 166 como mucho.');
});

test('days are written as the reader writes them', () => {
  const text = problemText('beyondTenYears', 'Until 2036-06-01.', { ...facts, day: '2036-06-01' });
  expect(text).toMatch(/^Como mucho se puede pagar netloft\.example hasta el .*2036: elija menos años\.$/);
  expect(text).not.toContain('2036-06-01');
});
