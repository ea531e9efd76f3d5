import type { ChildProcess } from 'node:child_process';
import { Resolver } from 'node:dns/promises';
import { connect } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { authenticate } from 'mailauth';
import nodemailer from 'nodemailer';
import { askFromElsewhere, orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { arrived, send, startedPostbox, type Written } from './postboxHelpers';
import { endProgram, fault, mailTo, ServerProcess, startedProgram, unique } from './serverProcess';

/** Mail to names, as the program takes it in and passes it on that is their mail server. */
const port = Number(process.env['TIENDA_POSTBOX_PORT']);

let server: ServerProcess;
let visitor: Visitor;
let email: string;
let name: string;
let postbox: ChildProcess;
let forwarder: ChildProcess;

beforeAll(async () => {
  server = await ServerProcess.start(33);
  ({ visitor, email } = await server.member());
  name = `${unique('pier')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  forwarder = await startedProgram('forwarder', 'visitors are sent on');
  postbox = await startedPostbox();
});
afterAll(async () => {
  await endProgram(postbox);
  await endProgram(forwarder);
  await server.end();
});

const zone = () => `/api/me/names/${name}/zone`;
const mail = (local: string, to: string) => ({ name: '@', type: 'MAIL', ttl: 3600, data: `${local} ${to}` });
const here = { name: '@', type: 'MX', ttl: 60, data: '10 mx.tienda.example' };
let version = 0;
async function put(...records: object[]): Promise<void> {
  ({ version } = await visitor.expect(200, 'PUT', zone(), { version, records: [here, ...records] }));
}

/** Says yes or no in the name of whoever reads an address. */
async function answers(address: string, agrees: boolean): Promise<void> {
  const { text } = await mailTo(visitor, address, new RegExp(name));
  const [, token = ''] = /token=([\w-]+)/.exec(text) ?? [];
  const reader = await server.visitor();
  expect(await reader.expect(200, 'POST', '/api/mail-targets/look', { token })).toMatchObject({ address });
  await reader.expect(200, 'POST', '/api/mail-targets/answer', { token, agrees });
}

const recent = async () => (await visitor.expect(200, 'GET', `${zone()}/mail`)).recent;

const resolver = new Resolver({ timeout: 2000, tries: 2 });
resolver.setServers([`127.0.0.1:${process.env['TIENDA_RESOLVER_PORT']}`]);
const resolve = (asked: string, type: string): Promise<unknown> => resolver.resolve(asked, type);

test('mail comes to whoever agreed, so that others can prove how it came', async () => {
  const target = `${unique('pia')}@inkandtide.example`;
  await put(mail('orders', target));
  expect((await send({ to: `orders@${name}` })).response).toMatch(/^450 4\.2\.1/);
  expect(await visitor.expect(200, 'GET', `${zone()}/mail`)).toEqual({
    targets: [{ address: target, answer: 'asked' }],
    recent: [],
  });
  await answers(target, true);
  const { id, response } = await send({ to: `Orders+spring@${name}`, head: ['Subject: Hulls'] });
  expect(response).toMatch(/^250 2\.0\.0 Kept as /);
  const { from, source } = await arrived(target, id);
  expect(source).toContain(`Delivered-To: orders+spring@${name}\r\n`);
  expect(source).toMatch(/\r\nReceived: from quayquill\.example \(\[127\.0\.0\.1\]\)\r\n by mx\.tienda\.example/);
  expect(from).toMatch(/^SRS0=[a-z2-7]{6}=[a-z2-7]{2}=quayquill\.example=lotte@mx\.tienda\.example$/);
  const { spf, arc, headers } = await authenticate(Buffer.from(source, 'latin1'), {
    ip: '127.0.0.1',
    helo: 'mx.tienda.example',
    sender: from,
    mta: 'mx.lakepost.example',
    resolver: resolve,
    disableBimi: true,
  });
  expect(headers).toMatch(/arc=pass/);
  expect([spf && spf.status.result, arc && arc.status.result]).toEqual(['pass', 'pass']);
  expect(await recent()).toMatchObject([{ address: `orders+spring@${name}`, target, state: 'delivered' }]);
  // A bounce of it finds its way back; nobody else is sent anywhere by such an address.
  const bounce = await send({ from: '', to: from });
  expect(bounce.response).toMatch(/^250/);
  await arrived('lotte@quayquill.example', bounce.id);
  expect((await send({ to: from })).response).toMatch(/^550 5\.7\.1/);
  expect((await send({ from: '', to: from.replace('=lotte@', '=pia@') })).response).toMatch(/^550 5\.1\.1/);
  // Who agreed may end it.
  await answers(target, false);
  expect((await send({ to: `orders@${name}` })).response).toMatch(/^450 4\.2\.1/);
});

test('an address of its own counts before all others, and the account’s own address need not be asked', async () => {
  const target = `${unique('pia')}@inkandtide.example`;
  await put(mail('*', email), mail('crew', target), mail('crew', email));
  await answers(target, true);
  const any = await send({ to: `whoever@${name}` });
  await arrived(email, any.id);
  const crew = await send({ to: `crew@${name}` });
  await Promise.all([arrived(email, crew.id), arrived(target, crew.id)]);
  await put(mail('crew', target));
  expect((await send({ to: `whoever@${name}` })).response).toMatch(/^550 5\.1\.1/);
  const postmaster = await send({ to: `postmaster@${name}` });
  await arrived(email, postmaster.id);
});

test('nothing is passed on for others, forged or round and round', async () => {
  await put(mail('*', email));
  const to = `any@${name}`;
  const said = async (written: Omit<Written, 'to'>, at = to) => (await send({ ...written, to: at })).response;
  expect(await said({}, 'pia@inkandtide.example')).toMatch(/^550 5\.1\.1/);
  expect(await said({}, `pia%inkandtide.example@mx.tienda.example`)).toMatch(/^550 5\.1\.1/);
  expect(await said({ from: 'pia@strict.example' })).toMatch(/^550 5\.7\.1.*DMARC/);
  const unsigned = { from: 'pia@strict.example', head: ['From: pia@quayquill.example'] };
  expect(await said(unsigned)).toMatch(/^550 5\.6\.0/);
  const received = Array.from({ length: 11 }, () => 'Received: from a by b; Fri, 27 Nov 2026 10:00:00 +0000');
  expect(await said({ head: received })).toMatch(/^554 5\.4\.6/);
  expect(await said({ head: received.slice(1) })).toMatch(/^250/);
  expect(await said({ head: [`Delivered-To: ${to.toUpperCase()}`] })).toMatch(/^554 5\.4\.6/);
  const forged = await send({ to, head: ['Authentication-Results: mx.tienda.example; dkim=pass', 'X-Kept: yes'] });
  const { source } = await arrived(email, forged.id);
  expect(source).toContain('X-Kept: yes');
  expect(source).not.toContain('dkim=pass');
  expect(await said({ body: 'x'.repeat(26 * 1024 * 1024) })).toMatch(/^552/);
});

test('who sends is told by a bounce where a target refuses, without its address; for now it is tried again', async () => {
  const refusing = `nobody@${unique('yard')}.example`;
  const full = `full@${unique('yard')}.example`;
  await put(mail('yard', refusing), mail('store', full), mail('gone', 'pia@nomail.example'));
  for (const address of [refusing, full, 'pia@nomail.example']) await answers(address, true);
  const sender = `${unique('lotte')}@quayquill.example`;
  const refused = await send({ from: sender, to: `yard@${name}`, head: ['Subject: Ropes'] });
  const { from, source } = await arrived(sender, refused.id);
  expect(from).toBe('');
  expect(source).toMatch(/^Content-Type: multipart\/report; report-type=delivery-status;/im);
  expect(source).toContain(`Final-Recipient: rfc822; yard@${name}`);
  expect(source).toMatch(/\r\nAction: failed\r\nStatus: 5\.1\.1\r\nDiagnostic-Code: smtp; 550 5\.1\.1 Nobody/);
  expect(source).toMatch(/\r\nSubject: Ropes\r\n/);
  expect(source).not.toContain(refusing);
  await send({ from: sender, to: `gone@${name}` });
  await send({ from: sender, to: `store@${name}` });
  const areTried = async () =>
    (await recent()).slice(0, 2).every(({ answer }: { answer?: string }) => answer !== undefined);
  for (let attempt = 0; !(await areTried()); attempt += 1) {
    expect(attempt).toBeLessThan(300);
    await pause(100);
  }
  expect(await recent()).toMatchObject([
    { address: `store@${name}`, state: 'waiting', answer: expect.stringMatching(/^452 4\.2\.2/) },
    { address: `gone@${name}`, state: 'refused', answer: '5.1.10 nomail.example takes no mail' },
    { address: `yard@${name}`, state: 'refused' },
    ...Array.from({ length: (await recent()).length - 3 }, () => ({})),
  ]);
});

test('a test is sent as anyone would, and told where it came', async () => {
  await put(mail('orders', email));
  const trial = await tried(`orders@${name}`);
  expect(trial).toMatchObject({ address: `orders@${name}`, outcome: 'accepted', server: 'mx.tienda.example' });
  expect(await mailTo(visitor, email, new RegExp(`A test of orders@${name}`))).toBeDefined();
  await visitor.expect(404, 'POST', `${zone()}/mail/trials`, { address: `any@${name}` });
  await visitor.expect(404, 'POST', `${zone()}/mail/targets`, { address: email });
});

/** Asked until resolvers have what was saved. */
async function tried(address: string): Promise<{ readonly outcome: string }> {
  for (let attempt = 0; ; attempt += 1) {
    const trial = await visitor.expect(200, 'POST', `${zone()}/mail/trials`, { address });
    if (trial.outcome === 'accepted' || attempt > 80) return trial;
    await pause(1000);
  }
}

test('connections become private as soon as there is a certificate', async () => {
  const offered = () =>
    new Promise<string>((done, failed) => {
      let said = '';
      const socket = connect(port, '127.0.0.1');
      socket.setEncoding('latin1').on('data', (piece: string) => {
        said += piece;
        if (said === piece) socket.write('EHLO quayquill.example\r\n');
        if (/^250 /m.test(said)) socket.end('QUIT\r\n', () => done(said));
      });
      socket.once('error', failed);
    });
  for (let attempt = 0; !(await offered()).includes('STARTTLS'); attempt += 1) {
    expect(attempt).toBeLessThan(120);
    await pause(500);
  }
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port,
    requireTLS: true,
    tls: { servername: 'mx.tienda.example', rejectUnauthorized: false },
  });
  const { response } = await transport.sendMail({ from: 'lotte@quayquill.example', to: `orders@${name}`, text: 'Hi.' });
  expect(response).toMatch(/^250/);
});

test('a mail server that takes nothing for now gets it later', async () => {
  await put(mail('orders', email));
  await fault(visitor, 'mail', { on: 'deliver', kind: 'refuse', times: 1 });
  const { id } = await send({ to: `orders@${name}` });
  await arrived(email, id);
});

test('mail to a name that has moved away goes on for as long as its zone does', async () => {
  const gone = `${unique('pier')}.me.uk`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name: gone }])).id);
  const path = `/api/me/names/${gone}`;
  await visitor.expect(200, 'PUT', `${path}/zone`, { version: 0, records: [here, mail('orders', email)] });
  const password = 'a slow green boat';
  const { authCode } = await visitor.expect(200, 'POST', `${path}/auth-code`, { password });
  expect(await askFromElsewhere(gone, authCode)).toBe(1001);
  const answer = () => visitor.send('POST', `/api/me/moves-away/${gone}`, { agreed: true });
  await until(answer, ({ status }) => status === 200);
  await visitor.expect(404, 'GET', path);
  const { id } = await send({ to: `orders@${gone}` });
  await arrived(email, id);
  const { id: other } = await send({ to: `postmaster@${gone}` });
  await arrived(email, other);
});
