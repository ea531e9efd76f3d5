import fc from 'fast-check';
import { buyThrough, expectAllRight, type Course } from './crashes';
import { unique } from './serverProcess';

const org = () => `${unique('crash')}.org`;
/** A life that ends after an effect outside, then one that ends after it was written down, and so on. */
const everyStep = Array.from({ length: 18 }, (_, index) => 1 + (index % 2));
/** How many runs with random points; `npm run chaos` makes many more. */
const runs = Number(process.env['TIENDA_CHAOS_RUNS'] ?? 2);
/** The same seed makes the same runs. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261126);

const anyCourse = fc
  .record({
    method: fc.constantFrom('card', 'wallet', 'transfer', 'balance'),
    names: fc.integer({ min: 0, max: 3 }),
    renewals: fc.integer({ min: 0, max: 2 }),
    lives: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 3 }),
    balance: fc.option(fc.nat(900), { nil: undefined }),
  })
  .filter(({ names, renewals }) => names + renewals > 0)
  .map(({ balance, ...course }) =>
    balance === undefined || course.method === 'balance' ? course : { ...course, balance },
  );

test.each<[string, Omit<Course, 'lives'>]>([
  ['card', { method: 'card', names: [org()], renewals: [org()] }],
  ['transfer', { method: 'transfer', names: [org()], balance: 300 }],
])(
  'a server that dies after every single step of an order paid by %s loses nothing and does nothing twice',
  async (_, course) => {
    const through = { ...course, lives: everyStep };
    const came = await buyThrough(through);
    expect(came.shown.status).toBe('done');
    expect(came.deaths).toBeGreaterThan(5);
    await expectAllRight(through, came);
  },
  600_000,
);

test(
  `servers that die at random points, ${runs} times (seed ${seed})`,
  async () => {
    let deaths = 0;
    for (const [run, { names, renewals, ...drawn }] of fc.sample(anyCourse, { seed, numRuns: runs }).entries()) {
      const course: Course = {
        ...drawn,
        names: Array.from({ length: names }, org),
        renewals: Array.from({ length: renewals }, org),
      };
      const came = await buyThrough(course).catch((fault: unknown) => {
        throw new Error(`Run ${run}, ${JSON.stringify(course)}: ${String(fault)}`);
      });
      await expectAllRight(course, came);
      deaths += came.deaths;
    }
    console.log(`${runs} runs at random points, ${deaths} deaths: every charge matches its names`);
  },
  300_000 + runs * 60_000,
);
