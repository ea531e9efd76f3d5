import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from '../setup.mjs';

/** Packages made for `require`, which modules do not have by themselves; under a name that no module has. */
export const withRequire =
  "import { createRequire as requireHere } from 'node:module'; const require = requireHere(import.meta.url);";

/** Core's TypeScript as a module that plain Node can import. */
export async function bundled(name, contents) {
  const { build } = await import('esbuild');
  const outfile = path.join(root, 'dist', `${name}.mjs`);
  await build({
    stdin: { contents, resolveDir: path.join(root, 'server') },
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile,
    logLevel: 'error',
    banner: { js: withRequire },
  });
  return import(pathToFileURL(outfile));
}
