import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { openDatabase, type OpenDatabase } from '../src/platform/db/database';
import { ServerProcess, unique } from './serverProcess';

interface Listed {
  readonly name: string;
  readonly expiresOn: string;
  readonly registeredOn: string;
  readonly autoRenew: boolean;
  readonly privacy: boolean;
  readonly stage: string;
}
type Visitor = Awaited<ReturnType<ServerProcess['visitor']>>;

const many = 137;
let server: ServerProcess;
let open: OpenDatabase;
let visitor: Visitor;
let all: Listed[];

beforeAll(async () => {
  server = await ServerProcess.start(3);
  open = await openDatabase(process.env['DATABASE_URL'] ?? '');
  ({ visitor } = await server.member());
  const first = `${unique('list')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name: first }])).id);
  // As many more, of which no two orders are the same, and many stand on the same day.
  await open.pool.query(
    `insert into held_name (name, account_id, order_id, contact_id, registered_on, expires_on, privacy, auto_renew, stage, next_stage_on)
     select 'n' || (i * 7919 % 1000) || '-' || name, account_id, order_id, contact_id, registered_on - (i % 11), expires_on + (i % 13),
       i % 2 = 0, i % 3 = 0, case when i % 17 = 0 then 'grace' else 'active' end, expires_on
     from held_name, generate_series(1, $2::int) i where name = $1`,
    [first, many - 1],
  );
  all = await visitor.expect(200, 'GET', '/api/me/names');
}, 120_000);

afterAll(async () => {
  await open.pool.end();
  await server.end();
});

/** All names of a list, page after page as the links lead. */
async function walked(query: string): Promise<Listed[]> {
  const names: Listed[] = [];
  for (let path: string | undefined = `/api/me/names?limit=10&${query}`; path;) {
    const { status, body, headers }: Awaited<ReturnType<Visitor['send']>> = await visitor.send('GET', path);
    expect(status).toBe(200);
    names.push(...body);
    path = /<([^>]+)>; rel="next"/.exec(headers.get('Link') ?? '')?.[1];
  }
  return names;
}

const keys = { ends: 'expiresOn', name: 'name', since: 'registeredOn' } as const;

test('without a limit all are listed, the soonest to end first', () => {
  expect(all).toHaveLength(many);
  const sorted = [...all].sort((a, b) => (`${a.expiresOn} ${a.name}` < `${b.expiresOn} ${b.name}` ? -1 : 1));
  expect(all.map(({ name }) => name)).toEqual(sorted.map(({ name }) => name));
});

test.each(Object.entries(keys).flatMap(([sort, key]) => ['up', 'down'].map((order) => [sort, order, key] as const)))(
  'pages by %s, %s, lead through every name once and in order',
  async (sort, order, key) => {
    const place = (one: Listed) => `${one[key]} ${one.name}`;
    const sorted = [...all].sort((a, b) => (place(a) < place(b) ? -1 : 1)).map(({ name }) => name);
    const names = (await walked(`sort=${sort}&order=${order}`)).map(({ name }) => name);
    expect(names).toEqual(order === 'up' ? sorted : sorted.reverse());
  },
);

test('filters keep what they say, also together and page by page', async () => {
  const day = all[60]?.expiresOn ?? '';
  const filters: [string, (one: Listed) => boolean][] = [
    ['autoRenew=1', ({ autoRenew }) => autoRenew],
    ['autoRenew=0&privacy=1', ({ autoRenew, privacy }) => !autoRenew && privacy],
    ['stage=grace', ({ stage }) => stage === 'grace'],
    [`endsBy=${day}`, ({ expiresOn }) => expiresOn <= day],
    ['has=n1', ({ name }) => name.includes('n1')],
    ['has=%25', () => false],
    [`has=n1&endsBy=${day}&autoRenew=0`, (one) => one.name.includes('n1') && one.expiresOn <= day && !one.autoRenew],
  ];
  for (const [query, keeps] of filters)
    expect([query, (await walked(`sort=name&${query}`)).map(({ name }) => name)]).toEqual([
      query,
      all
        .filter(keeps)
        .map(({ name }) => name)
        .sort(),
    ]);
});

test.each([
  ['limit=0', '/limit'],
  ['limit=501', '/limit'],
  ['endsBy=0000-01-01', '/endsBy'],
  ['endsBy=soon', '/endsBy'],
  ['after=bm9uZQ', '/after'],
  ['sort=name&after=AGEgYQ', '/after'],
  ['sort=price', '/sort'],
  ['autoRenew=yes', '/autoRenew'],
  ['stage=gone', '/stage'],
])('%s is refused by its name', async (query, pointer) => {
  const { errors } = await visitor.expect(422, 'GET', `/api/me/names?${query}`);
  expect(errors.map((error: { pointer: string }) => error.pointer)).toEqual([pointer]);
});

test('nobody is shown the names of another', async () => {
  const { visitor: other } = await server.member();
  expect(await other.expect(200, 'GET', '/api/me/names?limit=500&sort=name')).toEqual([]);
});
