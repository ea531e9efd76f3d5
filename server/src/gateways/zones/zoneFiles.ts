import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';

/** A zone and when it last changed, as its SOA serial. */
export interface ZoneSerial {
  readonly zone: string;
  readonly serial: number;
}

/** Where the registries' zone files are, and the password for them. */
export interface ZoneFileSource {
  readonly url: string;
  readonly password: string;
}

const timeoutMs = 60_000;

/** Every zone with its serial. */
export async function listZones(source: ZoneFileSource): Promise<ZoneSerial[]> {
  const list: ZoneSerial[] = JSON.parse(await (await reach(source, '/zones')).text());
  return list.map(({ zone, serial }) => ({ zone, serial }));
}

/** The lines of a zone's master file as they arrive; compressed on the way. */
export async function zoneLines(source: ZoneFileSource, zone: string): Promise<AsyncIterable<string>> {
  const { body } = await reach(source, `/zones/${zone}.zone.gz`);
  if (!body) throw new Error(`The zone file of ${zone} is empty`);
  const plain = Readable.from(body as AsyncIterable<Uint8Array>).pipe(createGunzip());
  return createInterface({ input: plain, crlfDelay: Infinity });
}

async function reach({ url, password }: ZoneFileSource, path: string): Promise<Response> {
  const response = await fetch(new URL(path, url), {
    headers: { Authorization: `Bearer ${password}` },
    signal: AbortSignal.timeout(timeoutMs),
  });
  if (!response.ok) throw new Error(`${path} was answered with ${response.status}`);
  return response;
}
