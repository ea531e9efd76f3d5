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
