import { spawn } from 'node:child_process';

const program = `
import Koa from 'koa';
import { bodyParser } from '@koa/bodyparser';
const app = new Koa();
app.use(bodyParser());
app.use((ctx) => { ctx.body = { ok: true }; });
const server = app.listen(0, '127.0.0.1', () => console.log(server.address().port));
`;

/** A Koa server with one JSON route, in a process of its own as Tienda's is. */
export async function bareKoa() {
  const child = spawn(process.execPath, ['--input-type=module', '-e', program], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise((resolve) => child.stdout.once('data', (data) => resolve(String(data).trim())));
  return { url: `http://127.0.0.1:${port}`, stop: () => child.kill() };
}
