import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { keepRunning } from './processes.mjs';

const program = '/usr/bin/pebble';

export const authorityPackage = { name: 'pebble', found: () => existsSync(program) };

/**
 * Starts the authority that issues certificates (ACME, RFC 8555): it looks whether visitors of a host come here as the
 * resolvers say, and forgets all it issued when it ends.
 *
 * @param {Record<string, string>} env `TIENDA_AUTHORITY` is its directory; the certificate of the registries is its own too
 * @returns {{ stop: () => Promise<void> }}
 */
export function startAuthority(env) {
  const directory = path.resolve(env.TIENDA_DATA, 'authority');
  mkdirSync(directory, { recursive: true });
  const tls = (file) => path.resolve(env.TIENDA_DATA, 'tls', file);
  const settings = {
    pebble: {
      listenAddress: new URL(env.TIENDA_AUTHORITY).host,
      managementListenAddress: new URL(env.TIENDA_AUTHORITY_ROOTS).host,
      certificate: tls('registry.cert.pem'),
      privateKey: tls('registry.key.pem'),
      httpPort: Number(env.TIENDA_FORWARD_PORT),
      tlsPort: Number(env.TIENDA_FORWARD_PORT) + 63,
      ocspResponderURL: '',
      externalAccountBindingRequired: false,
    },
  };
  const file = path.join(directory, 'pebble.json');
  writeFileSync(file, JSON.stringify(settings));
  const resolver = `127.0.0.1:${env.TIENDA_RESOLVER_PORT}`;
  return keepRunning(program, ['-config', file, '-dnsserver', resolver], {
    env: { ...process.env, PEBBLE_VA_NOSLEEP: '1' },
  });
}
