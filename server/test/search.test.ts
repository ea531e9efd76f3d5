import type { Visitor } from '../../scripts/demo.mjs';
import { eventsOf, fault, ServerProcess } from './serverProcess';

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

test('a word is looked up in every extension, with both prices all in', async () => {
  const events = await search('saltwhistle');
  expect(events[0]).toMatchObject({ type: 'plan', labels: ['saltwhistle'], names: [], problems: [] });
  expect(events.at(-1)).toMatchObject({ type: 'done', counts: { taken: 2, premium: 1, reserved: 1 } });
  const results = events.filter(({ type }) => type === 'result');
  expect(results.length).toBeGreaterThanOrEqual(12);
  const named = (name: string) => results.find((result) => result['name'] === name);
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
  const sources = (await search('quillwhistle')).filter(({ type }) => type === 'result').map(({ source }) => source);
  expect(sources.indexOf('lanternhead')).toBeLessThan(sources.indexOf('millrace'));
});

test('prices come in the currency asked for, each unit converted on its own', async () => {
  const events = await search('saltwhistle.boats', '&currency=EUR');
  expect(events[1]).toMatchObject({ price: { currency: 'EUR', firstYear: 276 + 17, renewal: 1334 + 17 } });
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
  expect(rest[0]).toMatchObject({ name: 'saltwhistle.org' });
});

test('a registry that hangs up leaves its names unknown, and the others answer', async () => {
  await fault(visitor, 'millrace', { on: 'checkDomains', kind: 'dropBefore' });
  const events = await search('saltwhistle');
  await fault(visitor, 'millrace');
  expect(events.find(({ name }) => name === 'saltwhistle.ie')).toMatchObject({ status: 'unknown', price: null });
  expect(events.find(({ name }) => name === 'saltwhistle.boats')).toMatchObject({ status: 'available' });
  const again = await search('saltwhistle.ie');
  expect(again[1]).toMatchObject({ status: 'available' });
});

test('an answer that is not EPP is no answer', async () => {
  await fault(visitor, 'lanternhead', { on: 'checkDomains', kind: 'garble', times: 1 });
  expect((await search('saltwhistle.org'))[1]).toMatchObject({ status: 'unknown' });
  expect((await search('saltwhistle.org'))[1]).toMatchObject({ status: 'available' });
});

test('fifty searches at once are all answered over the few sessions there are', async () => {
  const searches = Array.from({ length: 50 }, (_, i) => search(`harbour${i}`));
  for (const events of await Promise.all(searches)) {
    expect(events.at(-1)).toMatchObject({ type: 'done' });
    expect(events.some(({ status }) => status === 'unknown')).toBe(false);
  }
});

test.each([
  ['', '/q'],
  ['q=', '/q'],
  ['q=a&q=b', '/q'],
  ['q=a&currency=XXX', '/currency'],
])('a search for “%s” is refused at %s', async (query, pointer) => {
  const { status, body } = await visitor.send('GET', `/api/search?${query}`);
  expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
});
