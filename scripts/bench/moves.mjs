import { setTimeout as pause } from 'node:timers/promises';
import { putElsewhere, placeOrder, readyToOrder, signUp, Visitor } from '../demo.mjs';
import { bareClient } from './bareClient.mjs';
import { cpuOf, Statements, work } from './counted.mjs';
import { inWorld } from './inWorld.mjs';
import { round } from './measure.mjs';

const many = 500;
const code = 'k9-Tide!44';

/** Names of somebody moved here at once, from paying until each is asked for at its registry, which takes as long as it does in the demo. */
export async function benchMoves() {
  return inWorld('bench-moves', 5610, {}, async ({ url, restarted, client, env }) => {
    // Where names that are elsewhere are told to their registries.
    process.env.TIENDA_REGISTRY_PORT = env.TIENDA_REGISTRY_PORT;
    const visitor = await Visitor.open(url);
    await signUp(visitor, `moves${Date.now().toString(36)}@saltwhistle.example`, 'a slow green boat');
    const namesOf = (what) => Array.from({ length: many }, (_, i) => `${what}${i}-${Date.now().toString(36)}.org`);
    const [ours, theirs] = [namesOf('ours'), namesOf('theirs')];
    for (const names of [ours, theirs]) {
      const elsewhere = names.map((name) => ({ name, code }));
      for (let i = 0; i < many; i += 100) await putElsewhere(visitor, elsewhere.slice(i, i + 100), 'penny-quay');
    }
    const bare = async (names) => {
      const registries = await bareClient(env);
      const ms = await registries.timeOf(names, async (send, name) => {
        await send({ type: 'infoDomain', name, authCode: code });
        await send({ type: 'transferDomain', step: 'request', name, authCode: code });
      });
      registries.close();
      return ms;
    };
    // Half of it before and half afterwards: how fast the machine is changes.
    const floorBefore = await bare(theirs.slice(0, many / 2));
    await visitor.expect(200, 'POST', '/api/me/moves', { names: ours.map((name) => ({ name, code })) });
    const looked = 'select count(*)::int as n from move_in where look is null';
    await none(client, looked);
    const wanted = ours.map((name) => ({ name, action: 'transfer' }));
    const statements = new Statements(client, env);
    await statements.open();
    // Of its sessions those are counted that are opened from here on.
    const server = await restarted();
    // Its sessions with the registry are open, as those of the bare client were.
    await visitor.expect(200, 'POST', '/api/me/moves', { names: ours.slice(0, 20).map((name) => ({ name, code })) });
    const { quote, order } = await readyToOrder(visitor, wanted);
    statements.begin();
    const [start, cpu] = [performance.now(), cpuOf(server.pid)];
    await placeOrder(visitor, { quote, order });
    await none(
      client,
      "select count(*)::int as n from operation where kind = 'transferIn' and state ->> 'at' <> 'pending'",
    );
    const ms = performance.now() - start;
    const cpuMs = cpuOf(server.pid) - cpu;
    await statements.close();
    const floorMs = floorBefore + (await bare(theirs.slice(many / 2)));
    const what = `${many} names moved here at once, from paying to asked for`;
    return [
      {
        what,
        p50: round(ms, 0),
        unit: 'ms',
        floor: round(floorMs, 0),
        floorIs: 'a bare client that looks and asks, with as many sessions',
        ratio: round(ms / floorMs, 2),
      },
      { what: `${what}: server CPU`, p50: cpuMs, unit: 'ms', ...work(cpuMs) },
      { what: `${what}: statements a name`, p50: round(statements.count() / many, 2), unit: 'statements' },
    ];
  });
}

async function none(client, query) {
  while ((await client.query(query)).rows[0].n > 0) await pause(20);
}
