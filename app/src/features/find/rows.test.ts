import { exampleExtension } from '../../../../core/test/catalogue';
import type { SearchResult, SearchState } from '../../api/search';
import { rowsOf, type RowChoices } from './rows';

const catalogue = new Map(
  [
    exampleExtension('org', { popularity: 90 }),
    exampleExtension('boats', { popularity: 40 }),
    exampleExtension('re', { popularity: 20, terms: { register: [2, 4], renew: [2, 4] } }),
  ].map((extension) => [extension.label, extension]),
);
const choices: RowChoices = { horizon: 5, onlyAvailable: false, byKeepCost: false };

function result(name: string, status: SearchResult['status'], firstYear = 900, renewal = 900): [string, SearchResult] {
  const price =
    status === 'available' ? ({ currency: 'USD', firstYear, renewal, intro: firstYear < renewal } as const) : null;
  const [label = '', extension = ''] = name.split('.');
  return [name, { type: 'result', name, unicode: name, label, extension, status, price, checkedAt: '', source: '' }];
}

function state(plan: { names?: string[]; labels?: string[] }, ...results: [string, SearchResult][]): SearchState {
  return {
    plan: { type: 'plan', query: '', names: plan.names ?? [], labels: plan.labels ?? [], problems: [] },
    results: new Map(results),
    done: false,
  };
}
const names = (of: SearchState, more: Partial<RowChoices> = {}) =>
  rowsOf(of, catalogue, { ...choices, ...more }).map(({ name }) => name);

test('every extension has its row before any registry answered, the most chosen first', () => {
  expect(names(state({ labels: ['saltwhistle'] }))).toEqual(['saltwhistle.org', 'saltwhistle.boats', 'saltwhistle.re']);
});

test('rows stand still while answers arrive', () => {
  const before = names(state({ labels: ['saltwhistle'] }));
  expect(names(state({ labels: ['saltwhistle'] }, result('saltwhistle.re', 'available')))).toEqual(before);
});

test('a full name comes first and only once', () => {
  const found = names(state({ names: ['saltwhistle.boats'], labels: ['saltwhistle'] }));
  expect(found).toEqual(['saltwhistle.boats', 'saltwhistle.org', 'saltwhistle.re']);
});

test('keep cost counts the first year once and later years at the renewal price', () => {
  const [, boats] = rowsOf(
    state({ labels: ['saltwhistle'] }, result('saltwhistle.boats', 'available', 318, 1468)),
    catalogue,
    choices,
  );
  expect(boats?.keep).toBe(318 + 4 * 1468);
});

test('an extension sold two years at a time is kept two years at a time', () => {
  const rows = rowsOf(state({ labels: ['saltwhistle'] }, result('saltwhistle.re', 'available')), catalogue, choices);
  expect(rows[2]?.keep).toBe(6 * 900);
});

test('only what is free can be shown, and what is still being asked', () => {
  const of = state(
    { labels: ['saltwhistle'] },
    result('saltwhistle.org', 'taken'),
    result('saltwhistle.re', 'available'),
  );
  expect(names(of, { onlyAvailable: true })).toEqual(['saltwhistle.boats', 'saltwhistle.re']);
});

test('the cheapest to keep comes first when asked for, the unpriced last', () => {
  const of = state(
    { labels: ['saltwhistle'] },
    result('saltwhistle.boats', 'available', 318, 1468),
    result('saltwhistle.re', 'available'),
  );
  expect(names(of, { byKeepCost: true })).toEqual(['saltwhistle.re', 'saltwhistle.boats', 'saltwhistle.org']);
});
