import type { ChildProcess } from 'node:child_process';
import fc from 'fast-check';
import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { arrived, send, startedPostbox } from './postboxHelpers';
import { endProgram, ServerProcess, unique } from './serverProcess';

/** How many deaths; `npm run chaos` makes many more. */
const deaths = Math.ceil(Number(process.env['TIENDA_CHAOS_RUNS'] ?? 12) / 2);
/** The same seed makes the same deaths. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261128);
/** Mails at once, and the steps that their being taken in and passed on takes at the most. */
const mails = 4;
const steps = mails * 5;

let server: ServerProcess;
let visitor: Visitor;
let email: string;
let postbox: ChildProcess | undefined;

beforeAll(async () => {
  server = await ServerProcess.start(34);
  ({ visitor, email } = await server.member());
});
afterAll(async () => {
  if (postbox) await endProgram(postbox);
  await server.end();
});

test(
  `whatever was taken in arrives, though the program is killed ${deaths} times (seed ${seed})`,
  async () => {
    const name = `${unique('pier')}.org`;
    await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
    const records = [
      { name: '@', type: 'MX', ttl: 60, data: '10 mx.tienda.example' },
      { name: '@', type: 'MAIL', ttl: 3600, data: `orders ${email}` },
    ];
    await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records });
    const taken: string[] = [];
    for (const lasts of fc.sample(fc.integer({ min: 1, max: steps }), { seed, numRuns: deaths })) {
      postbox = await startedPostbox({ TIENDA_DIE_AFTER: String(lasts) });
      const sent = await Promise.all(Array.from({ length: mails }, () => send({ to: `orders@${name}` })));
      taken.push(...sent.filter(({ response }) => response.startsWith('250')).map(({ id }) => id));
      await endProgram(postbox, 'SIGKILL');
    }
    postbox = await startedPostbox();
    expect(taken.length).toBeGreaterThan(deaths);
    await Promise.all(taken.map((id) => arrived(email, id)));
    const { recent } = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/mail`);
    expect(recent.every(({ state }: { state: string }) => state === 'delivered')).toBe(true);
  },
  60_000 + deaths * 6000,
);
