import { setTimeout as pause } from 'node:timers/promises';
import nodemailer from 'nodemailer';
import pg from 'pg';
import { orderNames, signUp, untilEnded, Visitor } from '../demo.mjs';
import { startDns } from '../dns.mjs';
import { startPostbox, stop } from '../world.mjs';
import { cpuOf, Statements } from './counted.mjs';
import { round } from './measure.mjs';

const mails = 1000;
const side = 10;
/** Where the mailboxes of others are. */
const mailboxes = '127.0.0.6';

/** Mails from taken in to delivered, beside the same mails brought straight to where they go. */
export async function benchMail(url, env) {
  const dns = startDns(env);
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  const statements = new Statements(client, env);
  await statements.open();
  const postbox = await startPostbox(env);
  try {
    const email = `bench${Date.now().toString(36)}@saltwhistle.example`;
    const address = await forwarded(url, email);
    const port = Number(env.TIENDA_POSTBOX_PORT);
    await sendAll('127.0.0.1', port, address, 20);
    await arrived(client, email, 20);
    const least = await sendAll(mailboxes, port, `other.${email}`, mails);
    statements.begin();
    const cpu = cpuOf(postbox.pid);
    const start = performance.now();
    const accepted = await sendAll('127.0.0.1', port, address, mails);
    await arrived(client, email, mails + 20);
    const delivered = performance.now() - start;
    const floorIs = 'straight to the mailbox';
    const rate = (ms) => round((mails / ms) * 1000, 0);
    const row = (what, ms) => ({
      what,
      p50: rate(ms),
      unit: '/s',
      floor: rate(least),
      floorIs,
      ratio: round(least / ms, 2),
    });
    return [
      row('mails taken in', accepted),
      row('mails delivered', delivered),
      { what: 'server CPU a forwarded mail', p50: round((cpuOf(postbox.pid) - cpu) / mails, 2), unit: 'ms' },
      { what: 'statements a forwarded mail', p50: round(statements.count() / mails, 1) },
    ];
  } finally {
    await statements.close();
    await client.end();
    await stop(postbox);
    await dns.stop();
  }
}

/** An address of a name that is forwarded to whoever holds it. */
async function forwarded(url, email) {
  const visitor = await Visitor.open(url);
  await signUp(visitor, email, 'a slow green boat');
  const name = `bench${Date.now().toString(36)}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const records = [
    { name: '@', type: 'MX', ttl: 60, data: '10 mx.tienda.example' },
    { name: '@', type: 'MAIL', ttl: 3600, data: `orders ${email}` },
  ];
  await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records });
  return `orders@${name}`;
}

/** @returns milliseconds until all are taken in */
async function sendAll(host, port, to, count) {
  const transport = nodemailer.createTransport({
    host,
    port,
    pool: true,
    maxConnections: side,
    maxMessages: 1000,
    ignoreTLS: true,
  });
  const start = performance.now();
  await Promise.all(
    Array.from({ length: count }, (_, at) =>
      transport.sendMail({
        from: 'lotte@quayquill.example',
        to,
        subject: `Hull ${at}`,
        text: 'Two hulls, please. '.repeat(100),
      }),
    ),
  );
  transport.close();
  return performance.now() - start;
}

async function arrived(client, email, count) {
  const ask = `select count(*) from mail_delivery where target = $1 and outcome = 'delivered'`;
  for (let attempt = 0; attempt < 600; attempt += 1) {
    const { rows } = await client.query(ask, [email]);
    if (Number(rows[0].count) >= count) return;
    await pause(50);
  }
  throw new Error(`Not all mails arrived for ${email}`);
}
