import { QuestionRefused, RegistrySilent } from '../src/gateways/registry/registryGateway';
import { VisitorChecks } from '../src/gateways/registry/visitorChecks';

type Answers = ReadonlyMap<string, { readonly status: string }>;

/** A registry whose checks wait until they are let through. */
class Desk {
  readonly checks: (readonly string[])[] = [];
  private readonly held: (() => void)[] = [];
  /** What comes of a check instead of an answer. */
  faultOf: (names: readonly string[]) => Error | undefined = () => undefined;

  readonly visitors = new VisitorChecks(4, async (choose) => {
    await new Promise<void>((resolve) => this.held.push(resolve));
    const names = choose();
    if (names.length > 0) this.checks.push(names);
    const fault = this.faultOf(names);
    if (fault) throw fault;
    return new Map(names.map((name) => [name, { status: 'available' }]));
  });

  /** A session is free, so many times. */
  async free(times = 1): Promise<void> {
    for (let i = 0; i < times; i += 1) {
      this.held.shift()?.();
      // What follows of an answer has happened by then.
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  ask(id: string, names: readonly string[], signal?: AbortSignal) {
    const heard = new Map<string, string>();
    const hear = (answers: Answers) => answers.forEach(({ status }, name) => heard.set(name, status));
    const done = this.visitors.check(names, hear, { id, ...(signal ? { signal } : {}) });
    return { heard, done };
  }
}

const names = (word: string, count: number) => Array.from({ length: count }, (_, i) => `${word}${i}.org`);

test('those who wait at one moment all hear from the next check, each of the names that come first', async () => {
  const desk = new Desk();
  const [salt, quay, tide] = [
    desk.ask('a', names('salt', 6)),
    desk.ask('b', names('quay', 6)),
    desk.ask('c', ['tide.org']),
  ];
  await desk.free();
  expect(desk.checks).toEqual([['salt0.org', 'quay0.org', 'tide.org', 'salt1.org']]);
  await tide.done;
  expect([...salt.heard.keys()]).toEqual(['salt0.org', 'salt1.org']);
  expect([...quay.heard.keys()]).toEqual(['quay0.org']);
  await desk.free(4);
  await Promise.all([salt.done, quay.done]);
  expect(desk.checks.map(({ length }) => length)).toEqual([4, 4, 4, 1]);
  expect([...quay.heard]).toEqual(names('quay', 6).map((name) => [name, 'available']));
});

test('a name that several want is asked for once, and all hear of it', async () => {
  const desk = new Desk();
  const both = [desk.ask('a', ['salt.org', 'salt.com']), desk.ask('b', ['salt.org', 'salt.com'])];
  await desk.free(2);
  await Promise.all(both.map(({ done }) => done));
  expect(desk.checks).toEqual([['salt.org', 'salt.com']]);
  for (const { heard } of both) expect([...heard.keys()]).toEqual(['salt.org', 'salt.com']);
});

test('for whoever goes away nothing more is asked, and the place is for others', async () => {
  const desk = new Desk();
  const away = new AbortController();
  const gone = desk.ask('a', names('salt', 9), away.signal);
  const stays = desk.ask('b', ['quay.org']);
  away.abort();
  await gone.done;
  await desk.free(4);
  await stays.done;
  expect(desk.checks).toEqual([['quay.org']]);
  expect(gone.heard.size).toBe(0);
  await desk.ask('a', ['tide.org'], AbortSignal.abort()).done;
  await desk.ask('a', []).done;
});

test('names of a check that got no answer are unknown, those of the others are not', async () => {
  const desk = new Desk();
  desk.faultOf = (asked) => (asked.includes('salt0.org') ? new RegistrySilent('away') : undefined);
  const [salt, quay] = [desk.ask('a', names('salt', 4)), desk.ask('b', names('quay', 2))];
  await desk.free(3);
  await Promise.all([salt.done, quay.done]);
  expect(Object.fromEntries([...salt.heard, ...quay.heard])).toEqual({
    'salt0.org': 'unknown',
    'salt1.org': 'unknown',
    'salt2.org': 'available',
    'salt3.org': 'available',
    'quay0.org': 'unknown',
    'quay1.org': 'unknown',
  });
  expect(desk.checks).toHaveLength(2);
});

test('where no session comes, as many names are unknown as one check would have held', async () => {
  const desk = new Desk();
  let fault: Error | undefined = new RegistrySilent('no session');
  const visitors = new VisitorChecks(2, (choose) => {
    const why = fault;
    fault = undefined;
    return why ? Promise.reject(why) : Promise.resolve(new Map(choose().map((name) => [name, { status: 'taken' }])));
  });
  const heard: [string, string][] = [];
  const hear = (answers: Answers) => answers.forEach(({ status }, name) => heard.push([name, status]));
  await visitors.check(names('salt', 3), hear, { id: 'a' });
  expect(heard.sort()).toEqual([
    ['salt0.org', 'taken'],
    ['salt1.org', 'taken'],
    ['salt2.org', 'unknown'],
  ]);
  expect(desk.checks).toEqual([]);
});

test('a name that its registry does not take spoils nobody else’s answers', async () => {
  const desk = new Desk();
  desk.faultOf = (asked) => (asked.includes('odd.org') ? new QuestionRefused('2005') : undefined);
  const [odd, salt] = [desk.ask('a', ['odd.org']), desk.ask('b', names('salt', 2))];
  await desk.free(5);
  await Promise.all([odd.done, salt.done]);
  expect([...odd.heard]).toEqual([['odd.org', 'unknown']]);
  expect([...salt.heard.values()]).toEqual(['available', 'available']);
});

test('a fault that is no silence is the askers’ own, and stops nobody after them', async () => {
  const desk = new Desk();
  desk.faultOf = (asked) => (asked.includes('salt.org') ? new TypeError('a mistake of ours') : undefined);
  const salt = desk.ask('a', ['salt.org']);
  await Promise.all([expect(salt.done).rejects.toThrow('a mistake of ours'), desk.free()]);
  const deaf = desk.visitors.check(['quay.org'], () => { throw new Error('deaf'); }, { id: 'b' }); // oxfmt-ignore
  await Promise.all([expect(deaf).rejects.toThrow('deaf'), desk.free()]);
  const tide = desk.ask('c', ['tide.org']);
  await desk.free();
  await tide.done;
  expect([...tide.heard.values()]).toEqual(['available']);
});
