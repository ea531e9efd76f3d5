import type { Forward } from '@tienda/core/dns/forward';
import { KnownHosts } from '../src/forwarder/knownHosts';

const forward: Forward = { to: 'https://a.example/', kind: 'permanent', keeps: 'path', title: '', description: '' };

/** What is asked of the database, and what it answers. */
function store() {
  const asked: string[] = [];
  const fake = {
    asked,
    answer: (): Promise<Forward | undefined> => Promise.resolve(forward),
    find: (host: string) => {
      asked.push(host);
      return fake.answer();
    },
  };
  return fake;
}

test('what is known of a host is asked once, however many visitors come, until something is changed', async () => {
  const database = store();
  const forwards = new KnownHosts(database.find);
  expect(await Promise.all([forwards.find('a.org'), forwards.find('a.org')])).toEqual([forward, forward]);
  expect(forwards.find('a.org')).toBe(forward);
  expect(database.asked).toEqual(['a.org']);
  database.answer = () => Promise.resolve(undefined);
  forwards.changed();
  expect(await forwards.find('a.org')).toBeUndefined();
  expect(forwards.find('a.org')).toBeUndefined();
  expect(database.asked).toHaveLength(2);
});

test('what changes of one name has its hosts read again, and nobody else’s; without a name, all', async () => {
  const database = store();
  const forwards = new KnownHosts(database.find);
  const hosts = ['a.org', 'www.a.org', 'b.org', 'xa.org'];
  const readAnew = async (name?: string) => {
    for (const host of hosts) await forwards.find(host);
    database.asked.length = 0;
    forwards.changed(name);
    for (const host of hosts) await forwards.find(host);
    return [...database.asked];
  };
  expect(await readAnew('a.org')).toEqual(['a.org', 'www.a.org']);
  expect(await readAnew('b.org')).toEqual(['b.org']);
  expect(await readAnew()).toEqual(hosts);
  // Of more names than are known apart, all hosts are read again.
  for (let at = 0; at < 10_001; at += 1) forwards.changed(`n${at}.org`);
  expect(await readAnew('xa.org')).toEqual(['xa.org']);
  for (const host of hosts) expect(forwards.find(host)).toBe(forward);
});

test('what is read while something is changed is read again', async () => {
  const database = store();
  const forwards = new KnownHosts(database.find);
  let answer = (_: Forward | undefined) => {};
  database.answer = () => new Promise((resolve) => (answer = resolve));
  const first = forwards.find('a.org');
  forwards.changed();
  answer(forward);
  await first;
  database.answer = () => Promise.resolve(undefined);
  expect(await forwards.find('a.org')).toBeUndefined();
});

test('without its database it answers what it last read, and says of others that it cannot', async () => {
  const database = store();
  const forwards = new KnownHosts(database.find);
  await forwards.find('a.org');
  database.answer = () => Promise.reject(new Error('away'));
  forwards.changed();
  expect(await forwards.find('a.org')).toBe(forward);
  await expect(forwards.find('b.org')).rejects.toThrow('away');
});
