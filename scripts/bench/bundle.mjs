import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from '../setup.mjs';

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
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  return import(pathToFileURL(outfile));
}
