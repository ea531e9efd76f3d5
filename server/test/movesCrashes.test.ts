import fc from 'fast-check';
import { setTimeout as pause } from 'node:timers/promises';
import {
  askFromElsewhere,
  orderNames,
  putElsewhere,
  readyToOrder,
  until,
  untilEnded,
  type Visitor,
  type VisitorAnswer,
} from '../../scripts/demo.mjs';
import { agreed, elsewhere, saleOf } from './brokerHelpers';
import { ownShop } from './ownShop';
import { intentsOf, unique } from './serverProcess';

/** How many runs; `npm run chaos` makes many more. */
const runs = Math.max(1, Math.floor(Number(process.env['TIENDA_CHAOS_RUNS'] ?? 10) / 5) - 1);
/** The same seed makes the same runs. */
const seed = Number(process.env['TIENDA_CHAOS_SEED'] ?? 20261128);
/** Within so long a name comes, one is bought, one goes and one is kept, where nobody dies. */
const moveMs = 2500;

const code = 'k9-Tide!44';
const password = 'a slow green boat';

const shop = ownShop(45, { TIENDA_SWEEP_SECONDS: '0.3', TIENDA_LEASE_SECONDS: '2' });

/** Sends it until a server lives long enough to answer: what a browser does when a line breaks. */
async function answered(
  visitor: Visitor,
  ends: (answer: VisitorAnswer) => boolean,
  ...sent: Parameters<Visitor['send']>
): Promise<VisitorAnswer> {
  const answer = await until(
    () => visitor.send(...sent).catch(() => undefined),
    (told) => told !== undefined && ends(told),
    120_000,
  );
  return answer as VisitorAnswer;
}

/** The registrar that the registry tells everybody of. */
async function registrarOf(visitor: Visitor, name: string): Promise<string | undefined> {
  const { body } = await visitor.send('GET', `/api/lookup/${name}`);
  const { entities = [] }: { entities?: { roles: string[]; handle?: string }[] } = JSON.parse(JSON.stringify(body));
  return entities.find(({ roles }) => roles.includes('registrar'))?.handle;
}

test(
  `servers that die while names come, are bought, and go, ${runs} times (seed ${seed}): each is with one side, and paid once`,
  async () => {
    const deaths = fc.sample(fc.array(fc.integer({ min: 0, max: moveMs }), { minLength: 3, maxLength: 7 }), {
      seed,
      numRuns: runs,
    });
    let died = 0;
    for (const lives of deaths) {
      const { visitor } = await shop.server.member();
      const nameFor = (what: string) => `${unique(what)}.me.uk`;
      const [coming, bought, going, kept] = [nameFor('coming'), nameFor('bought'), nameFor('going'), nameFor('kept')];
      await untilEnded(visitor, (await orderNames(visitor, [{ name: going }, { name: kept }])).id);
      await putElsewhere(visitor, [{ name: coming, code }]);
      await visitor.expect(200, 'POST', '/api/me/moves', { names: [{ name: coming, code }] });
      const offer = await agreed(visitor, await elsewhere(visitor, bought));
      const wanted = [coming, bought].map((name) => ({ name, action: 'transfer' }) as const);
      const { order } = await readyToOrder(visitor, wanted);
      const codes = await Promise.all(
        [going, kept].map((name) => visitor.expect(200, 'POST', `/api/me/names/${name}/auth-code`, { password })),
      );
      for (const [at, name] of [going, kept].entries())
        expect(await askFromElsewhere(name, codes[at].authCode)).toBe(1001);

      const isPlaced = ({ status }: VisitorAnswer) => status === 201;
      const key = { 'Idempotency-Key': unique('move') };
      const placed = answered(visitor, isPlaced, 'POST', '/api/me/orders', order, key);
      // Asked once the holder was; what is decided on already is not asked about any more.
      const said = ([name, agreed]: readonly [string, boolean]) =>
        answered(visitor, ({ status }) => status === 200 || status === 409, 'POST', `/api/me/moves-away/${name}`, {
          agreed,
        });
      const all = Promise.all([placed, said([going, true]), said([kept, false])]);
      for (const ms of lives) {
        await pause(ms);
        await shop.server.end('SIGKILL');
        died += 1;
        await shop.start();
      }
      const [{ body }] = await all;

      const ended = await untilEnded(visitor, body.id);
      expect(ended.status).toBe('done');
      expect(await intentsOf(body.id)).toMatchObject([{ status: 'captured', captured: ended.total }]);
      await until(
        () => visitor.expect(200, 'GET', '/api/me/moves-away'),
        ({ asked }) => asked.length === 0,
      );
      const names = await visitor.expect(200, 'GET', '/api/me/names');
      expect(names.map(({ name }: { name: string }) => name).sort()).toEqual([bought, coming, kept]);
      // What a server died with on its way out has its turn after a minute.
      const sale = await until(
        () => saleOf(offer),
        (one) => one !== undefined && one.paid !== null,
        120_000,
      );
      expect(sale).toMatchObject({ paid: 600_000, calledOffAt: null });
      const { left } = await visitor.expect(200, 'GET', '/api/me/moves-away');
      expect(left.map(({ name }: { name: string }) => name)).toEqual([going]);
      const own = await registrarOf(visitor, kept);
      const sides = await Promise.all([coming, bought, going].map((name) => registrarOf(visitor, name)));
      expect(sides).toEqual([own, own, 'penny-quay']);
      const log = await visitor.expect(200, 'GET', `/api/me/names/${kept}/log`);
      const types: string[] = log.map(({ what }: { what: { type: string } }) => what.type);
      expect(types.filter((type) => type.startsWith('move')).sort()).toEqual(['moveAnswered', 'moveAsked', 'moveOver']);
    }
    console.log(`${runs} runs, ${died} deaths: each name is with one side, and paid once`);
  },
  120_000 + runs * 180_000,
);
