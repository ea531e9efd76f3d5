import fc from 'fast-check';
import {
  filterCount,
  kinds,
  privacies,
  readChoices,
  sorts,
  statuses,
  writeChoices,
  type FindChoices,
} from './findChoices';

test('an empty address is the usual choice, and the usual choice an empty address', () => {
  expect(readChoices({})).toMatchObject({ horizon: 5, sort: 'relevance' });
  expect(Object.values(writeChoices(readChoices({}))).filter(Boolean)).toEqual([]);
});

test('what makes no sense in an address is left out', () => {
  const choices = readChoices({ keep: '99', sort: 'luck', status: 'gone', kind: 'planet', privacy: 'some', ext: ' ' });
  expect(choices).toEqual(readChoices({}));
});

test('whatever is chosen comes back from the address as it was', () => {
  const maybe = <Value>(values: readonly Value[]) => fc.option(fc.constantFrom(...values), { nil: undefined });
  const text = fc.option(
    fc.string({ minLength: 1 }).filter((typed) => typed.trim() !== ''),
    { nil: undefined },
  );
  fc.assert(
    fc.property(
      fc.record({
        horizon: fc.integer({ min: 1, max: 10 }),
        sort: fc.constantFrom(...sorts),
        status: maybe(['open', ...statuses] as const),
        kind: maybe(kinds),
        privacy: maybe(privacies),
        extension: text,
        only: text,
        first: text,
        renewal: text,
        total: text,
      }),
      (choices: FindChoices) => {
        const written = Object.entries(writeChoices(choices)).filter(([, value]) => value !== undefined);
        expect(readChoices(Object.fromEntries(written))).toEqual(choices);
      },
    ),
  );
});

test('filters are counted, the order and the only extension are not among them', () => {
  expect(filterCount(readChoices({ sort: 'keep', only: 'org', keep: '2' }))).toBe(0);
  expect(filterCount(readChoices({ status: 'open', kind: 'city', first: '15' }))).toBe(3);
});
