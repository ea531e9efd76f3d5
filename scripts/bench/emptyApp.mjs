import { existsSync, readFileSync, rmSync } from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import zlib from 'node:zlib';
import { exportWeb } from '../build.mjs';
import { root } from '../setup.mjs';

const types = { '.js': 'text/javascript', '.html': 'text/html', '.css': 'text/css' };

/** Exports an Expo Router app with nothing in it and serves it, compressed as Tienda is, while something is measured. */
export async function withEmptyApp(measure) {
  const folder = path.join(root, 'dist', 'empty-app');
  rmSync(folder, { recursive: true, force: true });
  await exportWeb('scripts/bench/empty-app', folder);
  const server = http.createServer((request, response) => {
    const name = request.url === '/' ? 'index.html' : decodeURIComponent(request.url.split('?')[0].slice(1));
    const file = path.join(folder, name);
    if (!existsSync(file)) return response.writeHead(404).end();
    const type = types[path.extname(file)] ?? 'application/octet-stream';
    const params = { [zlib.constants.BROTLI_PARAM_QUALITY]: 9 };
    const body = zlib.brotliCompressSync(readFileSync(file), { params });
    return response.writeHead(200, { 'Content-Type': type, 'Content-Encoding': 'br' }).end(body);
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  try {
    return await measure(`http://127.0.0.1:${server.address().port}/`);
  } finally {
    server.close();
  }
}
