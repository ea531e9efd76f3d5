import { exampleExtension } from '../../../../core/test/catalogue';
import { asName, priceLine } from '@tienda/core/pricing/priceLine';
import { lineupFacts, type Entrant } from './lineupFacts';

const intro = { price: 300, startsAt: '2026-01-01', endsAt: '2031-01-01' };
const boats = exampleExtension('boats', {
  prices: { register: 1100, renew: 1450, transfer: 1450, restore: 9000 },
  intro,
  yearlyFee: 18,
});
const org = exampleExtension('org', { requirements: [{ code: 'tie', text: 'A tie.' }] });

function entrant(item: string): Entrant {
  const extension = item.endsWith('boats') ? boats : org;
  const priced = item.startsWith('.') ? asName(extension) : { name: item, unicode: item, extension };
  const terms = { years: 1, privacy: true, currency: 'USD', rate: '1', now: new Date('2026-11-25T10:00:00Z') } as const;
  const line = priceLine(priced, terms);
  if (!line) throw new Error('Not priced');
  return { ...priced, item, line, graceDays: extension.lifecycle.autoRenewGraceDays };
}

const facts = (...items: string[]) => lineupFacts(items.map(entrant), 5, 'USD', '1');
const fact = (title: string, ...items: string[]) => facts(...items).find((row) => row.title === title);

test('each row marks its best: the introductory price now, the steady one later', () => {
  const pair = ['saltwhistle.boats', 'saltwhistle.org'];
  expect(fact('First year', ...pair)).toMatchObject({ values: ['$3.18', '$9.00'], best: new Set([0]) });
  expect(fact('Then, a year', ...pair)).toMatchObject({ values: ['$14.68', '$9.00'], best: new Set([1]) });
  expect(fact('Keep 5 years', ...pair)).toMatchObject({ values: ['$61.90', '$45.00'], best: new Set([1]) });
  expect(fact('Rules to meet', ...pair)).toMatchObject({ values: ['none', '1'], best: new Set([0]) });
});

test('where all are alike none is best', () => {
  expect(fact('Privacy', 'saltwhistle.boats', 'saltwhistle.org')?.best.size).toBe(0);
  expect(fact('First year', 'saltwhistle.boats')?.best.size).toBe(0);
});

test('extensions as such are compared by what they cost, not by their length', () => {
  expect(facts('.boats', '.org').map(({ title }) => title)).not.toContain('Length');
  expect(fact('Length', 'salt.boats', 'saltwhistle.org')).toMatchObject({ best: new Set([0]) });
  expect(fact('First year', '.boats', '.org')?.values).toEqual(['$3.18', '$9.00']);
});
