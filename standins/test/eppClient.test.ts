import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import tls from 'node:tls';
import { frame, FrameReader } from '@tienda/core/epp/framing';
import { writeGreeting, writeResponse } from '@tienda/core/epp/writeResponse';
import { EppClient } from '../src/registrars/eppClient';
import { certificateIn } from '../src/registry/certificate';

const connections = new Set<tls.TLSSocket>();
afterAll(() => connections.forEach((socket) => socket.destroy()));

/** A registry that answers what it has gathered in one piece, each with the name that it was about. */
async function gatheringRegistry(key: string, certificate: string): Promise<tls.Server> {
  const server = tls.createServer({ key, cert: certificate }, (socket) => {
    connections.add(socket);
    const reader = new FrameReader();
    socket.on('error', () => undefined);
    socket.write(frame(writeGreeting({ serverId: 'gathering', date: new Date().toISOString() })));
    socket.on('data', (piece: Buffer) => {
      const answers = reader.push(piece).map((asked) => {
        const [, about = 'login'] = /<(?:domain:)?name\b[^>]*>([^<]+)</.exec(asked) ?? [];
        const [, client = ''] = /<clTRID>([^<]+)</.exec(asked) ?? [];
        return frame(writeResponse({ code: 1000, message: about, clTRID: client, svTRID: 'S1' }));
      });
      // Those that come within so long go out together.
      void pause(50).then(() => socket.write(Buffer.concat(answers)));
    });
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return server;
}

test('commands that are sent at once are each given their own answer', async () => {
  const { key, certificate } = await certificateIn(mkdtempSync(path.join(tmpdir(), 'tienda-epp-')));
  const server = await gatheringRegistry(key, certificate);
  const { port } = server.address() as AddressInfo;
  const access = { host: '127.0.0.1', port, certificate, clientId: 'harbourgate', password: 'two quills' };
  const client = new EppClient(access);
  await client.send({ type: 'infoDomain', name: 'harbour.org' });
  const names = ['salt.org', 'tide.org', 'quay.org'];
  const answers = await Promise.all(names.map((name) => client.send({ type: 'infoDomain', name })));
  expect(answers.map(({ message }) => message)).toEqual(names);
  server.close();
});
