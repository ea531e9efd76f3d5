import { exampleExtension } from '../../../../core/test/catalogue';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { withEvents, type SearchState } from '../../api/search';
import { readChoices, type FindChoices } from './findChoices';
import { arranged, canBasket, rowsOf } from './rows';
import { SteadyRows } from './steadyRows';

const catalogue = new Map(
  [
    exampleExtension('org', { popularity: 90 }),
    exampleExtension('boats', { popularity: 40, privacy: { policy: 'notAllowed', price: 0 } }),
    exampleExtension('re', { popularity: 20, kind: 'country', terms: { register: [2, 4], renew: [2, 4] } }),
  ].map((extension) => [extension.label, extension]),
);
const horizon = 5;

type Status = SearchAnswer['status'];

function answer(
  name: string,
  status: Status,
  firstYear = 900,
  renewal = 900,
  type: 'hint' | 'result' = 'result',
): SearchAnswer {
  const priced = status === 'available' || status === 'premium' || (type === 'hint' && status === 'unknown');
  const price = priced ? ({ currency: 'USD', firstYear, renewal, intro: firstYear < renewal } as const) : null;
  const [label = '', extension = ''] = name.split('.');
  return {
    type,
    name,
    unicode: name,
    label,
    extension,
    status,
    price,
    checkedAt: '',
    source: type === 'hint' ? 'zone' : 'x',
  };
}
const hint = (name: string, status: Status, firstYear = 900, renewal = 900) =>
  answer(name, status, firstYear, renewal, 'hint');

function state(plan: { names?: string[]; labels?: string[] }, ...answers: SearchAnswer[]): SearchState {
  return {
    plan: { type: 'plan', query: '', names: plan.names ?? [], labels: plan.labels ?? [], problems: [] },
    answers: new Map(answers.map((given) => [given.name, given])),
    hinted: true,
    next: [],
    done: false,
  };
}
const names = (of: SearchState, more: Partial<FindChoices> = {}) =>
  arranged(rowsOf(of, catalogue, horizon), { ...readChoices({}), ...more }, 'USD').map(({ name }) => name);
const word = { labels: ['saltwhistle'] };

test('every extension has its row before any registry answered, the most chosen first', () => {
  expect(names(state(word))).toEqual(['saltwhistle.org', 'saltwhistle.boats', 'saltwhistle.re']);
});

test('a full name comes first and only once; what the rules forbid comes last', () => {
  const found = state({ names: ['saltwhistle.boats'], ...word }, answer('saltwhistle.org', 'invalid'));
  expect(names(found)).toEqual(['saltwhistle.boats', 'saltwhistle.re', 'saltwhistle.org']);
});

test('keep cost counts the first year once and later years at the renewal price', () => {
  const rows = rowsOf(state(word, answer('saltwhistle.boats', 'available', 318, 1468)), catalogue, horizon);
  expect(rows[1]?.keep).toBe(318 + 4 * 1468);
});

test('an extension sold two years at a time is kept two years at a time', () => {
  const rows = rowsOf(state(word, answer('saltwhistle.re', 'available')), catalogue, horizon);
  expect(rows[2]?.keep).toBe(6 * 900);
});

test('only one extension can be shown', () => {
  expect(rowsOf(state(word), catalogue, horizon, 'boats').map(({ name }) => name)).toEqual(['saltwhistle.boats']);
});

test('only the registry’s word lets a name into the basket, never a hint', () => {
  const [org] = rowsOf(state(word, hint('saltwhistle.org', 'available')), catalogue, horizon);
  expect(org && canBasket(org)).toBe(false);
  const [confirmed] = rowsOf(state(word, answer('saltwhistle.org', 'available')), catalogue, horizon);
  expect(confirmed && canBasket(confirmed)).toBe(true);
});

describe('filters', () => {
  const of = state(
    word,
    answer('saltwhistle.org', 'taken'),
    answer('saltwhistle.boats', 'available', 318, 1468),
    hint('saltwhistle.re', 'available', 1400, 1400),
  );

  test.each<[string, Partial<FindChoices>, string[]]>([
    ['what can be registered', { status: 'open' }, ['boats', 're']],
    ['what is taken', { status: 'taken' }, ['org']],
    ['a kind', { kind: 'country' }, ['re']],
    ['text in the extension', { extension: 'oat' }, ['boats']],
    ['privacy possible', { privacy: 'possible' }, ['org', 're']],
    ['a cap on the first year', { first: '5' }, ['boats']],
    ['a cap on later years', { renewal: '14.00' }, ['re']],
    ['a cap on keep cost', { total: '62' }, ['boats']],
    ['a cap that is no amount caps nothing', { first: 'cheap' }, ['org', 'boats', 're']],
  ])('by %s', (_, choice, extensions) => {
    expect(names(of, choice)).toEqual(extensions.map((extension) => `saltwhistle.${extension}`));
  });

  test('what no registry nor index has spoken of yet is not left out', () => {
    expect(names(state(word), { status: 'open', first: '5' })).toHaveLength(3);
    expect(names(state(word, hint('saltwhistle.re', 'unknown')), { status: 'open' })).toHaveLength(3);
  });
});

test('sorted by any price the unpriced come last; in every order equals keep that of relevance', () => {
  const of = state(
    word,
    answer('saltwhistle.org', 'taken'),
    answer('saltwhistle.boats', 'available', 318, 1468),
    answer('saltwhistle.re', 'available'),
  );
  expect(names(of, { sort: 'first' })).toEqual(['saltwhistle.boats', 'saltwhistle.re', 'saltwhistle.org']);
  expect(names(of, { sort: 'renewal' })).toEqual(['saltwhistle.re', 'saltwhistle.boats', 'saltwhistle.org']);
  expect(names(of, { sort: 'keep' })).toEqual(['saltwhistle.re', 'saltwhistle.boats', 'saltwhistle.org']);
  expect(names(of, { sort: 'extension' })).toEqual(['saltwhistle.boats', 'saltwhistle.org', 'saltwhistle.re']);
  expect(names(of, { sort: 'status' })).toEqual(['saltwhistle.boats', 'saltwhistle.re', 'saltwhistle.org']);
  expect(names(of, { sort: 'kind' })).toEqual(['saltwhistle.org', 'saltwhistle.boats', 'saltwhistle.re']);
  expect(names(of, { sort: 'privacy' })).toEqual(['saltwhistle.org', 'saltwhistle.re', 'saltwhistle.boats']);
});

describe('a search as events arrive', () => {
  const nothing: SearchState = { answers: new Map(), next: [], hinted: false, done: false };

  test('a hint never takes the place of the registry’s word', () => {
    const told = withEvents(nothing, [answer('a.org', 'taken'), hint('a.org', 'available')]);
    expect(told.answers.get('a.org')).toMatchObject({ type: 'result', status: 'taken' });
    expect(withEvents(told, [answer('a.org', 'available')]).answers.get('a.org')?.status).toBe('available');
  });

  test('it is hinted once a registry has spoken, or all is done', () => {
    expect(withEvents(nothing, [hint('a.org', 'taken')]).hinted).toBe(false);
    expect(withEvents(nothing, [{ ...answer('a.org', 'invalid'), source: 'rules' }]).hinted).toBe(false);
    expect(withEvents(nothing, [answer('a.org', 'taken')]).hinted).toBe(true);
    expect(withEvents(nothing, [{ type: 'done', counts: {}, ms: 1 }])).toMatchObject({ hinted: true, done: true });
  });
});

describe('rows stand still', () => {
  const choices = { ...readChoices({}), status: 'open', sort: 'first' } as const;
  const arrange = (steady: SteadyRows, of: SearchState, key = 'k') =>
    steady
      .arrange(key, of.hinted, rowsOf(of, catalogue, horizon), (rows) => arranged(rows, choices, 'USD'))
      .map(({ name }) => name);
  const hinted = state(
    word,
    hint('saltwhistle.org', 'available', 900, 900),
    hint('saltwhistle.boats', 'taken'),
    hint('saltwhistle.re', 'available', 500, 500),
  );
  const after = (...answers: SearchAnswer[]) => withEvents(hinted, answers);

  test('when a registry’s word differs from the hint, the row changes in place', () => {
    const steady = new SteadyRows();
    expect(arrange(steady, hinted)).toEqual(['saltwhistle.re', 'saltwhistle.org']);
    expect(arrange(steady, after(answer('saltwhistle.re', 'taken')))).toEqual(['saltwhistle.re', 'saltwhistle.org']);
  });

  test('what comes to fit later goes to the end, until the choices change', () => {
    const steady = new SteadyRows();
    arrange(steady, hinted);
    const later = after(answer('saltwhistle.boats', 'available', 100, 900));
    expect(arrange(steady, later)).toEqual(['saltwhistle.re', 'saltwhistle.org', 'saltwhistle.boats']);
    expect(arrange(steady, later, 'other choices')).toEqual(['saltwhistle.boats', 'saltwhistle.re', 'saltwhistle.org']);
  });

  test('until every name has its hint the order is made anew', () => {
    const steady = new SteadyRows();
    expect(arrange(steady, { ...state(word), hinted: false })).toHaveLength(3);
    expect(arrange(steady, hinted)).toEqual(['saltwhistle.re', 'saltwhistle.org']);
  });
});
