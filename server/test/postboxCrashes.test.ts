import type { ChildProcess } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import fc from 'fast-check';
import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { arrived, send, startedPostbox } from './postboxHelpers';
import { endProgram, ServerProcess, unique } from './serverProcess';

/** How many deaths; `npm run chaos` makes many more. */
const deaths = Math.ceil(Number(process.env['TIENDA_CHAOS_RUNS'] ?? 12) / 2);
/** The same seed makes the same deaths. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261128);
/** Mails at once, and after how many steps of taking in and passing on the program dies at the latest. */
const mails = 4;
const steps = mails * 12;
/** Looked after by one that lives, before there are more than a mailbox shows at once. */
const together = 20;

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
    const lasting = fc.sample(fc.integer({ min: 1, max: steps }), { seed, numRuns: deaths });
    let taken = 0;
    for (let from = 0; from < deaths; from += together) {
      const ids: string[] = [];
      for (const lasts of lasting.slice(from, from + together)) {
        postbox = await startedPostbox({ TIENDA_DIE_AFTER: String(lasts) });
        const sent = await Promise.all(Array.from({ length: mails }, () => send({ to: `orders@${name}` })));
        ids.push(...sent.filter(({ response }) => response.startsWith('250')).map(({ id }) => id));
        await endProgram(postbox, 'SIGKILL');
      }
      postbox = await startedPostbox();
      await Promise.all(ids.map((id) => arrived(email, id)));
      await endProgram(postbox);
      taken += ids.length;
    }
    console.log(`${taken} mails were taken in, and all of them arrived`);
    expect(taken).toBeGreaterThan(deaths / 4);
    // What came and was not noted as such is brought once more, and noted then.
    postbox = await startedPostbox();
    const states = async () => {
      const { recent } = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/mail`);
      return new Set(recent.map(({ state }: { state: string }) => state));
    };
    for (let attempt = 0; (await states()).has('waiting') && attempt < 200; attempt += 1) await pause(100);
    expect(await states()).toEqual(new Set(['delivered']));
  },
  60_000 + deaths * 6000,
);
