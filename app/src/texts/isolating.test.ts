import { isolating } from './isolating';

const texts = isolating({
  app: 'Tienda',
  basket: { put: (name: string, years: number) => `Put ${name}, ${years} years`, none: ['Empty', 'Nothing'] },
});

test('a name that runs from right to left is isolated in a text, and others are not', () => {
  expect(texts.basket.put('saltwhistle.boats', 2)).toBe('Put saltwhistle.boats, 2 years');
  expect(texts.basket.put('שריקה.קום', 2)).toBe('Put \u2066שריקה.קום\u2069, 2 years');
  expect(texts.basket.put('صفير.كوم', 2)).toBe('Put \u2066صفير.كوم\u2069, 2 years');
});

test('what is not told anything stays as it is', () => {
  expect([texts.app, texts.basket.none]).toEqual(['Tienda', ['Empty', 'Nothing']]);
});
