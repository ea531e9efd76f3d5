import { buyThrough, expectAllRight, type Course } from './crashes';
import { unique } from './serverProcess';

const org = () => `${unique('crash')}.org`;
/** A life that ends after an effect outside, then one that ends after it was written down, and so on. */
const everyStep = Array.from({ length: 18 }, (_, index) => 1 + (index % 2));
/** How many runs with random points; `npm run chaos` makes many more. */
const runs = Number(process.env['TIENDA_CHAOS_RUNS'] ?? 2);

test.each<[string, Omit<Course, 'lives'>]>([
  ['card', { method: 'card', names: [org(), org()] }],
  ['transfer', { method: 'transfer', names: [org()], balance: 300 }],
])(
  'a server that dies after every single step of an order paid by %s loses nothing and does nothing twice',
  async (_, course) => {
    const through = { ...course, lives: everyStep };
    const came = await buyThrough(through);
    expect(came.shown.status).toBe('registered');
    expect(came.deaths).toBeGreaterThan(6);
    await expectAllRight(through, came);
  },
  120_000,
);

test(
  `servers that die at random points, ${runs} times`,
  async () => {
    const random = (below: number) => Math.floor(Math.random() * below);
    let deaths = 0;
    for (let run = 0; run < runs; run += 1) {
      const method = (['card', 'wallet', 'transfer', 'balance'] as const)[random(4)] ?? 'card';
      const course: Course = {
        method,
        names: Array.from({ length: 1 + random(3) }, org),
        lives: Array.from({ length: 1 + random(3) }, () => 1 + random(9)),
        ...(method !== 'balance' && random(2) === 0 ? { balance: random(900) } : {}),
      };
      const came = await buyThrough(course).catch((fault: unknown) => {
        throw new Error(`Run ${run}, ${JSON.stringify(course)}: ${String(fault)}`);
      });
      await expectAllRight(course, came);
      deaths += came.deaths;
    }
    console.log(`${runs} runs at random points, ${deaths} deaths: every charge matches its names`);
  },
  120_000 + runs * 30_000,
);
