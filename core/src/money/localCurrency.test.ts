import { localCurrency } from './localCurrency';

test.each([
  [['es-MX', 'es'], 'MXN'],
  [['en-IE'], 'EUR'],
  [['en', 'de-CH'], 'CHF'],
  [['fr-Latn-CA'], 'CAD'],
  [['ja-JP-u-ca-japanese'], 'JPY'],
  [['sv-FI'], 'EUR'],
])('%p is someone who pays in %s', (tags, currency) => expect(localCurrency(tags)).toBe(currency));

test.each([[[]], [['en']], [['pt-BR']], [['not a tag']]])(
  '%p says nothing of a currency that Tienda charges in: US dollars',
  (tags) => expect(localCurrency(tags)).toBe('USD'),
);
