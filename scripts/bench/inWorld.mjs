import path from 'node:path';
import { root } from '../setup.mjs';
import { prepareWorld, startServer, startStandIns, stop } from '../world.mjs';

/** Measures something in a world of its own, which is stopped afterwards. */
export async function inWorld(directory, base, more, measure) {
  const { env, postgres } = await prepareWorld({
    data: path.join(root, '.data', directory),
    base,
    name: directory.replaceAll('-', '_'),
    fresh: true,
    more: { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000000', TIENDA_LOG: 'info', ...more },
  });
  const running = [await startStandIns(env)];
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  const outside = new pg.Client({ connectionString: env.TIENDA_OUTSIDE_DATABASE_URL });
  try {
    const server = await startServer(env);
    running.push(server);
    const restarted = async () => {
      await stop(running.pop());
      running.push(await startServer(env));
      return running.at(-1);
    };
    await client.connect();
    await outside.connect();
    return await measure({ url: `http://127.0.0.1:${env.TIENDA_PORT}`, server, restarted, client, outside, env });
  } finally {
    await client.end();
    await outside.end();
    for (const program of running.reverse()) await stop(program);
    postgres.stop();
  }
}
