import http from 'node:http';
import { gzipSync } from 'node:zlib';
import fc from 'fast-check';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

/**
 * Requests that nobody means, made of the OpenAPI document: whatever comes in, the server refuses it in words and goes
 * on. The same seed makes the same requests; `TIENDA_FUZZ_SEED` and `TIENDA_FUZZ_RUNS` change them.
 */
const seed = Number(process.env['TIENDA_FUZZ_SEED'] ?? 20261126);
const runs = Number(process.env['TIENDA_FUZZ_RUNS'] ?? 600);

/** A name that whoever sends them holds: what is about it gets further than to a name that is not there. */
const held = `${unique('fuzz')}.org`;

let server: ServerProcess;
let cookie = '';
let csrf = '';

beforeAll(async () => {
  server = await ServerProcess.start(16, { TIENDA_LIMITS: '100000' });
  // Signed in, so that requests get further than to the door.
  const { visitor } = await server.member();
  ({ cookie, csrf } = visitor.credentials());
  await untilEnded(visitor, (await orderNames(visitor, [{ name: held }])).id);
});
afterAll(() => server.end());

interface Operation {
  readonly method: string;
  readonly path: string;
  readonly query: readonly string[];
  /** Fields of the body, with an example of each. */
  readonly body: Readonly<Record<string, unknown>> | undefined;
}

/** Nothing that ends the session, or waits for what happens. */
const leftAlone = [/^delete \/api\/session$/, /^delete \/api\/me\/sessions/, /progress$/, /closing$/, /demo\/clock$/];

// oxlint-disable-next-line typescript/no-explicit-any -- the document is plain JSON
function operationsOf({ paths, components }: any): Operation[] {
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods as object).flatMap(([method, { parameters, requestBody }]): Operation[] => {
      if (leftAlone.some((pattern) => pattern.test(`${method} ${path}`))) return [];
      const schema = requestBody?.content['application/json'].schema.$ref.split('/').at(-1);
      const query = parameters.filter((one: { in: string }) => one.in === 'query');
      return [
        {
          method: method.toUpperCase(),
          path,
          query: query.map(({ name }: { name: string }) => name),
          body: schema && exampleOf(components.schemas[schema], components.schemas),
        },
      ];
    }),
  );
}

// oxlint-disable-next-line typescript/no-explicit-any -- the document is plain JSON
function exampleOf(schema: any, all: any): any {
  if (schema?.$ref) return exampleOf(all[schema.$ref.split('/').at(-1)], all);
  if (schema?.enum) return schema.enum[0];
  if (schema?.type === 'array') return [exampleOf(schema.items ?? {}, all)];
  if (schema?.type === 'boolean') return true;
  if (schema?.type === 'integer' || schema?.type === 'number') return 1;
  if (schema?.type !== 'object' && !schema?.properties) return 'saltwhistle.org';
  const properties: [string, unknown][] = Object.entries(schema.properties ?? {});
  return Object.fromEntries(properties.map(([name, part]) => [name, exampleOf(part, all)]));
}

const deep = (levels: number): unknown => {
  let value: unknown = 'x';
  for (let level = 0; level < levels; level += 1) value = level % 2 === 0 ? [value] : { currency: value };
  return value;
};

/** Texts that have broken servers: what cannot be seen, halves of characters, markup, paths, very long. */
const oddText = fc.oneof(
  fc.constantFrom(
    '', ' ', '\0', 'a\0b', 'Ma\u000bren', '\ud800', 'x\udfff', '\ufffe', '\u202e', 'xn--', 'xn--a', '-', '.', '..', '%',
    "'; drop table account; --", '<script>', '{{7*7}}', '../../etc/passwd', '__proto__', 'constructor', 'ß'.repeat(300),
    `${'a'.repeat(240)}@saltwhistle.example`, '"a b"@saltwhistle.example', 'a'.repeat(100_000), '1e999', '９', '｡',
  ),
  fc.string({ unit: 'binary', maxLength: 40 }),
); // oxfmt-ignore

const oddValue: fc.Arbitrary<unknown> = fc.oneof(
  oddText,
  fc.constantFrom<unknown>(null, true, 0, -1, 1.5, 2 ** 53, 1e308, [], {}, [[]], { constructor: 1 }),
  fc.constantFrom<unknown>(JSON.parse('{"__proto__": {"x": 1}}'), deep(20), deep(2000), Array(5000).fill('x')),
  fc.jsonValue({ maxDepth: 4 }),
);

/** What is changed of a request that could be good. */
interface Twist {
  readonly operation: number;
  readonly path: string;
  readonly query: Readonly<Record<string, string>>;
  readonly field: number;
  readonly value: unknown;
  readonly how: 'field' | 'whole' | 'extra' | 'raw' | 'encoding' | 'type' | 'header';
  readonly text: string;
}

const twist: fc.Arbitrary<Twist> = fc.record({
  operation: fc.nat(),
  path: fc.oneof(
    fc.constant(held),
    fc.constantFrom('a', 'saltwhistle.org', '..%2f', '%ff', '%00', '%ed%a0%80', '%2e%2e', 'a%0ab', 'a'.repeat(3000)),
    oddText.map((text) => encodeURIComponent(text.replace(/\p{Surrogate}/gu, '')).slice(0, 4000)),
  ),
  query: fc.dictionary(fc.constantFrom('q', 'to', 'currency', 'extensions', 'rest', 'x'), oddText, { maxKeys: 3 }),
  field: fc.nat(),
  value: oddValue,
  how: fc.constantFrom('field', 'field', 'field', 'whole', 'extra', 'raw', 'encoding', 'type', 'header'),
  text: oddText,
});

function requestOf(operations: readonly Operation[], twisted: Twist) {
  const { method, path, body, query } = operations[twisted.operation % operations.length] as Operation;
  const search = new URLSearchParams();
  for (const [name, text] of Object.entries(twisted.query)) search.set(name, text.slice(0, 2000));
  if (query[0] !== undefined) search.set(query[0], twisted.text.slice(0, 2000));
  const target = `${path.replace(/\{\w+\}/g, twisted.path)}?${search.toString()}`;
  const headers: Record<string, string> = {
    Cookie: cookie,
    'X-Tienda-CSRF': csrf,
    'Content-Type': 'application/json',
    'Idempotency-Key': `fuzz ${twisted.field}`,
  };
  let sent: string | Buffer = JSON.stringify(bodyOf(body, twisted));
  const { how, field } = twisted;
  if (how === 'raw') sent = Buffer.from(`{"a": ${twisted.text}`, 'latin1');
  if (how === 'type') headers['Content-Type'] = ['text/plain', 'application/json; charset=utf-7', ''][field % 3] ?? '';
  if (how === 'header') headers['Idempotency-Key'] = 'k'.repeat((field % 2) * 400);
  if (how === 'encoding') {
    headers['Content-Encoding'] = ['gzip', 'br', 'zstd', 'compress', 'x'][field % 5] ?? '';
    if (field % 7 === 0) sent = gzipSync(sent);
  }
  return { method, target, headers, sent: method === 'GET' ? undefined : sent };
}

function bodyOf(body: Operation['body'], { how, field, value, text }: Twist): unknown {
  if (how === 'whole') return value;
  const names = Object.keys(body ?? {});
  const name = how === 'extra' ? text : names[field % Math.max(1, names.length)];
  return name === undefined ? (body ?? value) : { ...body, [name]: value };
}

/** Longer than any deadline of the server's own: what then has no answer hangs, however busy the machine is. */
const patienceMs = 60_000;

/** Sends a request as it is: `fetch` would put the address in order first. */
function send({
  method,
  target,
  headers,
  sent,
}: ReturnType<typeof requestOf>): Promise<{ status: number; type: string }> {
  const { hostname, port } = new URL(server.url);
  return new Promise((resolve, reject) => {
    const length = sent === undefined ? {} : { 'Content-Length': Buffer.byteLength(sent) };
    const asked = http.request(
      { hostname, port, method, path: target, headers: { ...headers, ...length }, timeout: patienceMs },
      (answer) => {
        answer.resume();
        answer.once('end', () =>
          resolve({ status: answer.statusCode ?? 0, type: answer.headers['content-type'] ?? '' }),
        );
        answer.once('error', reject);
      },
    );
    asked.once('timeout', () => asked.destroy(new Error('No answer')));
    asked.once('error', reject);
    asked.end(sent);
  });
}

/** What is outside may be away, which is no fault of the request. */
const outside = new Set([502, 503]);

test(`${runs} requests that nobody means are refused in words, none with a fault (seed ${seed})`, async () => {
  const document: unknown = await (await fetch(`${server.url}/api/openapi.json`)).json();
  const operations = operationsOf(document);
  expect(operations.length).toBeGreaterThan(50);
  const requests = fc.sample(twist, { seed, numRuns: runs }).map((twisted) => requestOf(operations, twisted));
  const faults: string[] = [];
  const statuses = new Map<number, number>();
  const next = requests.values();
  const worker = async () => {
    for (const request of next) {
      const answer = await send(request).catch((fault: unknown) => ({ status: 0, type: String(fault) }));
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      const isRefusal = answer.status >= 400 && answer.status < 500;
      const isFine = isRefusal ? answer.type.startsWith('application/problem+json') : answer.status < 500;
      if (answer.status === 0 || (!isFine && !outside.has(answer.status)))
        faults.push(
          `${answer.status} ${answer.type} ${request.method} ${request.target.slice(0, 200)} ${String(request.sent).slice(0, 300)}`,
        );
    }
  };
  await Promise.all(Array.from({ length: 8 }, worker));
  expect(faults).toEqual([]);
  // Enough of them get past the door, and enough are understood.
  expect(statuses.get(422) ?? 0).toBeGreaterThan(runs / 20);
  expect(statuses.get(200) ?? 0).toBeGreaterThan(runs / 50);
  expect((await fetch(`${server.url}/api/health`)).status).toBe(200);
}, 300_000);

test('addresses that climb out of their folder, or are no text, are refused', async () => {
  for (const target of ['/..%2f..%2fetc/passwd', '/%ff', '/%00', '/names/%c0%ae', '/_expo/..%2f..%2f'])
    expect((await send({ method: 'GET', target, headers: {}, sent: undefined })).status).toBeLessThan(500);
});
