import { setTimeout as pause } from 'node:timers/promises';
import { until, type Visitor } from '../../scripts/demo.mjs';
import { eventsOf, fault, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
let visitor: Visitor;

beforeAll(async () => {
  server = await ServerProcess.start(0);
  visitor = await server.visitor();
});
afterAll(() => server.end());

async function search(query: string, more = ''): Promise<Record<string, unknown>[]> {
  const { body, headers } = await visitor.send('GET', `/api/search?q=${encodeURIComponent(query)}${more}`);
  expect(headers.get('Content-Type')).toContain('application/x-ndjson');
  return eventsOf(body);
}

const resultsOf = (events: readonly Record<string, unknown>[]) => events.filter(({ type }) => type === 'result');
const resultFor = (events: readonly Record<string, unknown>[], wanted: string) =>
  resultsOf(events).find(({ name }) => name === wanted);

test('a word is looked up in every extension, with both prices all in', async () => {
  const events = await search('saltwhistle');
  expect(events[0]).toMatchObject({ type: 'plan', labels: ['saltwhistle'], names: [], problems: [] });
  expect(events.at(-1)).toMatchObject({ type: 'done', counts: { premium: 2, reserved: 2 } });
  expect(resultsOf(events).length).toBeGreaterThanOrEqual(400);
  const named = (name: string) => resultFor(events, name);
  expect(named('saltwhistle.com')).toMatchObject({ status: 'taken', price: null });
  expect(named('saltwhistle.coop')).toMatchObject({ status: 'reserved', price: null });
  expect(named('saltwhistle.boats')).toMatchObject({
    status: 'available',
    price: { currency: 'USD', firstYear: 318, renewal: 1468, intro: true },
    source: 'lanternhead',
  });
  expect(named('saltwhistle.lake')).toMatchObject({
    status: 'premium',
    premium: { register: 24000, renew: 24000 },
    price: { firstYear: 24000, renewal: 24000 },
  });
});

test('quick registries are told before slow ones', async () => {
  const sources = resultsOf(await search(unique('quill'))).map(({ source }) => source);
  expect(sources.indexOf('lanternhead')).toBeLessThan(sources.indexOf('millrace'));
});

test('prices come in the currency asked for, each unit converted on its own', async () => {
  const told = resultFor(await search('saltwhistle.boats', '&currency=EUR'), 'saltwhistle.boats');
  expect(told).toMatchObject({ price: { currency: 'EUR', firstYear: 276 + 17, renewal: 1334 + 17 } });
});

test('a name that an extension does not allow is told at once, with the reason', async () => {
  const events = await search('a');
  expect(events.find(({ name }) => name === 'a.ie')).toMatchObject({
    status: 'invalid',
    source: 'rules',
    detail: expect.stringContaining('at least 2 characters'),
  });
});

test('what cannot be read is a problem of the plan, and the rest is searched', async () => {
  const [plan, ...rest] = await search('salt_whistle\nsaltwhistle.org');
  expect(plan).toMatchObject({
    problems: [{ input: 'salt_whistle', code: 'badCharacter', suggestion: 'saltwhistle' }],
  });
  expect(rest[0]).toMatchObject({ type: 'hint', name: 'saltwhistle.org' });
});

test('a registry that hangs up leaves its names unknown, and the others answer', async () => {
  const word = unique('salt');
  await fault(visitor, 'millrace', { on: 'checkDomains', kind: 'dropBefore' });
  const events = await search(word);
  await fault(visitor, 'millrace');
  expect(resultFor(events, `${word}.ie`)).toMatchObject({ status: 'unknown', price: null });
  expect(resultFor(events, `${word}.boats`)).toMatchObject({ status: 'available' });
  expect(resultFor(await search(`${word}.ie`), `${word}.ie`)).toMatchObject({ status: 'available' });
});

test('an answer that is not EPP is no answer', async () => {
  const name = `${unique('salt')}.org`;
  await fault(visitor, 'lanternhead', { on: 'checkDomains', kind: 'garble', times: 1 });
  expect(resultFor(await search(name), name)).toMatchObject({ status: 'unknown' });
  expect(resultFor(await search(name), name)).toMatchObject({ status: 'available' });
});

test('fifty searches at once are all answered over the few sessions there are', async () => {
  const searches = Array.from({ length: 50 }, (_, i) => search(`harbour${i}`));
  for (const events of await Promise.all(searches)) {
    expect(events.at(-1)).toMatchObject({ type: 'done' });
    expect(resultsOf(events).some(({ status }) => status === 'unknown')).toBe(false);
  }
});

test('a hint for every name comes before any registry is asked, and is never the last word', async () => {
  const isUnknown = ({ type, status }: Record<string, unknown>) => type === 'hint' && status === 'unknown';
  const events = await until(
    () => search('river'),
    (told) => !told.some(isUnknown),
  );
  const hints = events.filter(({ type }) => type === 'hint');
  const lastHint = events.findLastIndex(({ type }) => type === 'hint');
  expect(events.findIndex(({ source }) => source === 'lanternhead')).toBeGreaterThan(lastHint);
  expect(hints.find(({ name }) => name === 'river.com')).toMatchObject({
    status: 'taken',
    source: 'zone',
    price: null,
  });
  const results = new Map(resultsOf(events).map(({ name, status }) => [name, status]));
  expect(hints.every(({ name }) => results.has(name))).toBe(true);
  const taken = hints.filter(({ name }) => results.get(name) === 'taken');
  expect(taken.length).toBeGreaterThan(20);
  expect(taken.every(({ status }) => status === 'taken')).toBe(true);
  const wrong = hints.filter(({ name, status }) => status === 'taken' && results.get(name) === 'available');
  expect(wrong.length / hints.length).toBeLessThan(0.02);
});

test('a registry’s answer is shown again with its age, until it is asked afresh', async () => {
  const name = `${unique('quay')}.org`;
  const first = resultFor(await search(name), name);
  const again = resultFor(await search(name), name);
  const at = (answer: typeof first) => Date.parse(String(answer?.['checkedAt']));
  expect({ ...again, checkedAt: '' }).toEqual({ ...first, checkedAt: '' });
  expect(at(again) - at(first)).toBeLessThan(500);
  const fresh = resultFor(await search(name, '&fresh=1'), name);
  expect(at(fresh)).toBeGreaterThan(at(again));
});

test('what was answered of a word is kept for all its names, few or many, and for no other word', async () => {
  const word = unique('tide');
  const heard = async (query: string) => {
    const start = new Date().toISOString();
    const told = resultsOf(await search(query)).filter(
      ({ source, status }) => source !== 'rules' && status !== 'unknown',
    );
    const isKept = ({ checkedAt }: Record<string, unknown>) => String(checkedAt) < start;
    return {
      told: new Map(told.map(({ checkedAt: _, ...answer }) => [answer['name'], answer])),
      kept: told.filter(isKept),
    };
  };
  const first = await heard(word);
  expect(first.told.size).toBeGreaterThan(400);
  expect(first.kept).toEqual([]);
  await pause(200);
  const again = await heard(word);
  expect(again.told).toEqual(first.told);
  expect(again.kept).toHaveLength(first.told.size);
  expect((await heard(`${word}.org ${word}.com`)).kept).toHaveLength(2);
  for (const other of [`${word}s`, `${word}-s`]) expect((await heard(other)).kept).toEqual([]);
});

test('who types on or goes away before the rest is over has not bothered a registry', async () => {
  const name = `${unique('slip')}.org`;
  const leaving = AbortSignal.timeout(100);
  await expect(
    fetch(`${server.url}/api/search?q=${name}&rest=500`, { signal: leaving }).then((response) => response.text()),
  ).rejects.toThrow();
  await pause(700);
  const start = new Date().toISOString();
  expect(String(resultFor(await search(name), name)?.['checkedAt']) >= start).toBe(true);
});

test('names to go on with are told to those who want them, and answered like the others', async () => {
  const word = unique('gannet');
  const events = await search(`${word}.com`, '&next=1');
  const told = events.findIndex(({ type }) => type === 'next');
  const next = (events[told] as unknown as { names: { name: string; group: string }[] }).names;
  expect(next.filter(({ group }) => group === 'same').map(({ name }) => name)).toContain(`${word}.org`);
  for (const { name } of next) {
    expect(
      events
        .slice(told)
        .filter((event) => event['name'] === name)
        .map(({ type }) => type),
    ).toEqual(['hint', 'result']);
  }
  expect(events.at(-1)).toMatchObject({ type: 'done', counts: { available: 1 } });
  expect((await search(`${word}.com`)).filter(({ type }) => type === 'next')).toEqual([]);
});

test('what cannot be asked for leads to what was probably meant, answered like any other', async () => {
  const word = unique('gannet');
  const events = await search(`${word}_x.org`, '&next=1');
  expect(events[0]).toMatchObject({ type: 'plan', names: [], labels: [], problems: [{ code: 'badCharacter' }] });
  const { names } = events.find(({ type }) => type === 'next') as unknown as { names: { name: string }[] };
  expect(names[0]?.name).toBe(`${word}x.org`);
  expect(resultFor(events, `${word}x.org`)).toMatchObject({ status: 'available' });
});

test('only the extensions asked for are tried, what is on screen first', async () => {
  const word = unique('mole');
  const events = await search(word, '&extensions=org,boats,ie');
  expect(resultsOf(events).map(({ extension }) => extension)).toEqual(expect.arrayContaining(['org', 'boats', 'ie']));
  expect(resultsOf(events)).toHaveLength(3);
  const [, first] = await search(unique('mole'), '&first=boats,org');
  expect(first).toMatchObject({ extension: 'boats' });
});

test('many words are tried in fewer extensions, which is said', async () => {
  const words = Array.from({ length: 100 }, (_, i) => unique(`w${i}`)).join('\n');
  const [plan, ...rest] = await search(words, '&rest=0');
  expect(plan?.['problems']).toMatchObject([{ code: 'tooMany', detail: expect.stringContaining('50 most chosen') }]);
  expect(resultsOf(rest)).toHaveLength(5000);
});

test('one who asks for hundreds of names does not hold up one who asks for one', async () => {
  const many = Array.from({ length: 400 }, () => `${unique('crowd')}.com`).join('\n');
  await fault(visitor, 'lanternhead', { on: 'checkDomains', kind: 'delay', ms: 200 });
  try {
    // Answered as soon as the search has begun; its end is a second away, four frames at a time.
    const crowd = await fetch(`${server.url}/api/search?q=${encodeURIComponent(many)}`);
    let crowdHasEnded = false;
    const ended = crowd.text().then((text) => {
      crowdHasEnded = true;
      return text;
    });
    const other = await server.visitor();
    const { body } = await other.send('GET', `/api/search?q=${unique('lone')}.com`);
    expect(eventsOf(body).at(-1)).toMatchObject({ type: 'done', counts: { available: 1 } });
    expect(crowdHasEnded).toBe(false);
    expect(eventsOf(await ended).at(-1)).toMatchObject({ type: 'done', counts: { available: 400 } });
  } finally {
    await fault(visitor, 'lanternhead');
  }
});

test.each([
  ['', '/q'],
  ['q=', '/q'],
  ['q=a&q=b', '/q'],
  ['q=a&currency=XXX', '/currency'],
  ['q=a&rest=soon', '/rest'],
  ['q=a&rest=5000', '/rest'],
  ['q=a&extensions=org&extensions=com', '/extensions'],
])('a search for “%s” is refused at %s', async (query, pointer) => {
  const { status, body } = await visitor.send('GET', `/api/search?${query}`);
  expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
});
