import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

/** Where the resolver that others are taken to ask says nothing. */
let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(48, { TIENDA_RESOLVER_PORT: '9' });
});
afterAll(() => server.end());

test('a resolver that is silent is not taken for one that knows of no address: it is said, and nothing is called a slip', async () => {
  const { visitor } = await server.member();
  const name = `${unique('berth')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const zone = `/api/me/names/${name}/zone`;
  const forward = { name: '@', type: 'FORWARD', ttl: 60, data: 'http://sites.quayhost.example/' };
  const mail = { name: '@', type: 'MAIL', ttl: 60, data: 'orders maren@saltwhistle.example' };
  await visitor.expect(200, 'PUT', zone, { version: 0, records: [forward, mail] });
  const hops = [expect.objectContaining({ url: `http://${name}/`, problem: 'unresolved' })];
  expect(await visitor.expect(200, 'GET', `${zone}/visits/@`)).toEqual([{ hops, outcome: 'unresolved' }]);
  const address = `orders@${name}`;
  const trial = await visitor.expect(200, 'POST', `${zone}/mail/trials`, { address });
  expect(trial).toEqual({ address, outcome: 'unresolved' });
  const nameservers = ['ns1.quayhost.example', 'ns2.quayhost.example'];
  const looks = await visitor.expect(200, 'POST', `/api/me/names/${name}/nameserver-looks`, { nameservers, hosts: [] });
  expect(looks).toEqual(nameservers.map((host) => ({ host, finding: 'unresolved' })));
});
