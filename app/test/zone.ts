import { screen } from '@testing-library/react';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { ShownZone } from '@tienda/core/dns/shownZone';
import { boats, serverWithNames } from './heldNames';
import type { FakeServer } from './shop';

/** Where a name points, for tests of its page. */
export const path = '/api/me/names/saltwhistle.boats/zone';
export const web: DnsRecord = { name: '@', type: 'A', ttl: 3600, data: ['192.0.2.7'] };
export const zone: ShownZone = { name: 'saltwhistle.boats', version: 3, serial: 1, records: [web], isAsked: true };

export function serverWith(shown: Partial<ShownZone> = {}): FakeServer {
  const server = serverWithNames(boats);
  server.instead.set(`GET ${path}`, { status: 200, body: { ...zone, ...shown } });
  server.instead.set(`GET ${path}/sight`, { status: 200, body: { version: 3, questions: [], servers: [] } });
  return server;
}

export const button = (name: string) => screen.getByRole('button', { name });
export const saved = (server: FakeServer) =>
  server.asked.filter(({ method }) => method === 'PUT').map(({ body }) => body);
