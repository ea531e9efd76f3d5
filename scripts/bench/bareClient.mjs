import { readFileSync } from 'node:fs';
import { bundled } from './bundle.mjs';

/**
 * A bare client of the registries, over as many sessions with each as one server opens (half of those allowed, so that two
 * can run), each busy all the time: what anything can take at least.
 */
export async function bareClient(env) {
  const { EppConnection, extensions, readConfig } = await bundled(
    'bench-registries',
    `export { EppConnection } from './src/gateways/registry/eppConnection';
     export { readConfig } from './src/platform/config';
     export { extensionEntries as extensions } from '@tienda/core/catalogue/shipped';`,
  );
  const ours = { ...process.env };
  Object.assign(process.env, env);
  const config = readConfig();
  process.env = ours;
  const registryOf = new Map(extensions.map(({ label, registry }) => [label, registry]));
  const lanes = await Promise.all(
    config.registries.map(async ({ id, port, sessions }) => ({
      id,
      connections: await Promise.all(
        Array.from({ length: sessions }, () =>
          EppConnection.open(
            {
              host: config.registryHost,
              port,
              certificate: readFileSync(config.registryCertificate, 'utf8'),
              clientId: 'tienda',
              password: config.registryPassword,
              timeoutMs: config.registryTimeoutMs,
            },
            () => undefined,
          ),
        ),
      ),
    })),
  );
  let count = 0;
  return {
    /** Milliseconds in which `act` is done for each name. @param act sends commands one after the other; each has to be done, or begun */
    async timeOf(names, act) {
      const start = performance.now();
      await Promise.all(
        lanes.flatMap(({ id, connections }) => {
          const left = names.filter((name) => registryOf.get(name.slice(name.indexOf('.') + 1)) === id);
          return connections.map(async (connection) => {
            const send = async (command) => {
              const told = await connection.send(command, `BENCH-${(count += 1)}`);
              if (told.code > 1001) throw new Error(`${command.name} was answered with ${told.code}`);
            };
            for (let name = left.pop(); name !== undefined; name = left.pop()) await act(send, name);
          });
        }),
      );
      return performance.now() - start;
    },
    close() {
      for (const { connections } of lanes) for (const connection of connections) connection.close();
    },
  };
}
