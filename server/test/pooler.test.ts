import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { intentsOf, ServerProcess, unique } from './serverProcess';

/** A pooler in transaction mode with three connections to PostgreSQL, for two servers that would open forty. */
let pooler: ChildProcess;
let servers: ServerProcess[];
const direct = new URL(process.env['DATABASE_URL'] ?? '');
const port = Number(process.env['TIENDA_PORT']) + 260;

async function startPooler(): Promise<ChildProcess> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tienda-pooler-'));
  chmodSync(folder, 0o755);
  const file = path.join(folder, 'pgbouncer.ini');
  const { hostname, port: postgresPort, username, password } = direct;
  writeFileSync(
    file,
    `[databases]
* = host=${hostname} port=${postgresPort} user=${username} password=${decodeURIComponent(password)}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = any
pool_mode = transaction
default_pool_size = 3
max_client_conn = 100
ignore_startup_parameters = extra_float_digits, statement_timeout, idle_in_transaction_session_timeout
`,
  );
  chmodSync(file, 0o644);
  const asRoot = process.getuid?.() === 0 ? ['-u', 'postgres'] : [];
  const child = spawn('/usr/sbin/pgbouncer', [...asRoot, file], { stdio: 'ignore' });
  for (let i = 0; i < 100; i += 1) {
    const isUp = await new Promise<boolean>((resolve) => {
      const socket = net.connect(port, '127.0.0.1', () => {
        socket.destroy();
        resolve(true);
      });
      socket.once('error', () => resolve(false));
    });
    if (isUp) return child;
    await pause(100);
  }
  throw new Error('The pooler did not start');
}

beforeAll(async () => {
  pooler = await startPooler();
  const pooled = new URL(direct.href);
  pooled.port = String(port);
  const env = { DATABASE_URL: pooled.href, TIENDA_DIRECT_DATABASE_URL: direct.href, TIENDA_SWEEP_SECONDS: '1' };
  servers = [await ServerProcess.start(21, env), await ServerProcess.start(22, env)];
});
afterAll(async () => {
  await Promise.all(servers.map((server) => server.end()));
  pooler.kill();
});

test('two servers behind a pooler in transaction mode: orders are placed, registered, renewed and followed, each once', async () => {
  const buyers = await Promise.all([...servers, ...servers, ...servers].map((server) => server.member()));
  const names = buyers.map(() => `${unique('pool')}.org`);
  for (const action of ['register', 'renew'] as const) {
    const placed = await Promise.all(
      buyers.map(({ visitor }, i) => orderNames(visitor, [{ name: names[i] ?? '', action }])),
    );
    const ended = await Promise.all(buyers.map(({ visitor }, i) => untilEnded(visitor, placed[i].id)));
    for (const order of ended) {
      expect([order.status, order.documents.length]).toEqual(['done', 1]);
      const intents = await intentsOf(order.id);
      expect(intents.map(({ captured }) => captured)).toEqual([order.total]);
    }
  }
  const [{ visitor } = { visitor: undefined }] = buyers;
  const [order] = (await visitor?.expect(200, 'GET', '/api/me/orders')) ?? [];
  const progress = await visitor?.send('GET', `/api/me/orders/${order.id}/progress`);
  expect(progress?.body).toContain('"status":"done"');
});
