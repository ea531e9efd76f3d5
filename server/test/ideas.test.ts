import type { Idea } from '@tienda/core/ideas/idea';
import type { Visitor } from '../../scripts/demo.mjs';
import { eventsOf, ServerProcess } from './serverProcess';

let server: ServerProcess;
let visitor: Visitor;
beforeAll(async () => {
  server = await ServerProcess.start(6);
  visitor = await server.visitor();
});
afterAll(() => server.end());

async function ideasFor(name: string, purpose = 'instead') {
  const { body } = await visitor.send('GET', `/api/ideas?name=${name}&for=${purpose}`);
  const events = eventsOf(body);
  const ideas = (events[0] as unknown as { ideas: Idea[] }).ideas;
  return { ideas, events };
}

test('names instead of a taken one come at once, the registries’ word on each follows', async () => {
  const { ideas, events } = await ideasFor('boatyard.com');
  expect(ideas.length).toBeGreaterThan(15);
  expect(new Set(ideas.slice(0, 6).map(({ reason }) => reason.kind)).size).toBeGreaterThanOrEqual(5);
  const results = new Map(events.filter(({ type }) => type === 'result').map(({ name, status }) => [name, status]));
  expect(ideas.every(({ name }) => results.has(name))).toBe(true);
  expect([...results.values()]).toContain('available');
  expect(ideas.map(({ name }) => name)).not.toContain('boatyard.com');
});

test('to protect a name: main extensions and mistypings', async () => {
  const { ideas } = await ideasFor('saltwhistle.boats', 'protect');
  const kinds = ideas.map(({ reason }) => reason.kind);
  expect(kinds).toEqual(expect.arrayContaining(['mainExtension', 'plural', 'mistyping']));
});

test('nothing offensive is offered, whatever is asked for', async () => {
  for (const name of ['boat.com', 'school.org', 'cock.com', 'assembly.org']) {
    const { ideas } = await ideasFor(name);
    expect(ideas.filter(({ label }) => /shit|fuck|cunt|whore/.test(label))).toEqual([]);
  }
});

test.each([
  ['name=salt_whistle.com', '/name'],
  ['name=', '/name'],
  ['name=saltwhistle.com&for=fun', '/for'],
  ['name=saltwhistle.com&currency=XXX', '/currency'],
])('%s is refused at %s', async (query, pointer) => {
  const { status, body } = await visitor.send('GET', `/api/ideas?${query}`);
  expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
});

test('the catalogue is sent compressed to those who can read it, and plain to others', async () => {
  const plain = await fetch(`${server.url}/api/extensions`, { headers: { 'Accept-Encoding': 'identity' } });
  expect(plain.headers.get('Content-Encoding')).toBeNull();
  const extensions: { label: string }[] = JSON.parse(await plain.text());
  expect(extensions.length).toBeGreaterThanOrEqual(400);
  const small = await fetch(`${server.url}/api/extensions`, { headers: { 'Accept-Encoding': 'gzip' } });
  expect(small.headers.get('Content-Encoding')).toBe('gzip');
  expect(JSON.parse(await small.text())).toEqual(extensions);
});

test('rows need less of an extension than its own page; one that is not offered is not found', async () => {
  const whole = await visitor.expect(200, 'GET', '/api/extensions/boats');
  expect(whole).toMatchObject({ label: 'boats', lifecycle: { addGraceDays: 5 }, transfer: { addsYear: true } });
  expect(whole.history).toHaveLength(24);
  const brief: { label: string }[] = await visitor.expect(200, 'GET', '/api/extensions?brief=1');
  const { lifecycle: _, transfer: __, history: ___, ...rest } = whole;
  expect(brief.find(({ label }) => label === 'boats')).toEqual(rest);
  await visitor.expect(404, 'GET', '/api/extensions/nowhere');
});
