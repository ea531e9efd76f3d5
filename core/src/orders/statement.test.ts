import { statementOf, type StatedPayment, type StatedSource } from './statement';

const about = {
  title: 'Heron Bakery',
  language: 'en',
  madeOn: '2026-11-27',
  period: { from: '2026-01-01', to: '2026-11-27' },
  currency: 'EUR',
} as const;
const held = (label: string, registeredOn: string, expiresOn: string, amount = 900): StatedSource => ({
  name: `${label}.org`,
  unicode: `${label}.org`,
  registeredOn,
  expiresOn,
  autoRenew: true,
  renewal: { amount },
});
const payment = (label: string, on: string, net: number, currency: 'EUR' | 'USD' = 'EUR'): StatedPayment => ({
  name: `${label}.org`,
  unicode: `${label}.org`,
  on,
  kind: 'renew',
  years: 1,
  net,
  currency,
});

test('a statement has what is held, what was paid in its days by currency, and what falls due in the year after', () => {
  const names = [
    held('rye', '2020-03-01', '2027-03-01', 1100),
    held('oat', '2022-11-27', '2027-11-27'),
    held('spelt', '2026-12-24', '2027-12-24'),
    held('bran', '2019-05-05', '2026-11-20'),
  ];
  const payments = [
    payment('rye', '2026-01-01', 1000),
    payment('oat', '2026-11-27', 900, 'USD'),
    payment('oat', '2025-12-31', 900),
    payment('bran', '2026-02-01', 50),
  ];
  const { held: shown, paid, paidIn, due, dueSum } = statementOf(about, names, payments);
  expect(shown.map(({ name }) => name)).toEqual(['bran.org', 'oat.org', 'rye.org']);
  expect(paid.map(({ name, on }) => [name, on])).toEqual([
    ['rye.org', '2026-01-01'],
    ['bran.org', '2026-02-01'],
    ['oat.org', '2026-11-27'],
  ]);
  expect(paidIn).toEqual([
    { currency: 'EUR', amount: 1050 },
    { currency: 'USD', amount: 900 },
  ]);
  // What has ended is not due, nor what ends a day later than a year after.
  expect(due.map(({ name, on }) => [name, on])).toEqual([
    ['rye.org', '2027-03-01'],
    ['oat.org', '2027-11-27'],
  ]);
  expect(dueSum).toBe(2000);
});
