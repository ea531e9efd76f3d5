import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { readFilter, writeFilter, type FuseFilter } from '@tienda/core/zones/fuseFilter';

/** What is kept of a zone besides its filter. */
export interface KeptZone {
  readonly serial: number;
  /** When it was built, ISO 8601 instant. */
  readonly builtAt: string;
}

export type ZoneList = Readonly<Record<string, KeptZone>>;

/** The index on disk: a filter a zone, and a list of them with their serials. */
export async function readList(directory: string): Promise<ZoneList> {
  try {
    return JSON.parse(await readFile(path.join(directory, 'zones.json'), 'utf8'));
  } catch {
    return {};
  }
}

/** When registries were last asked for what they have published, by the shop's clock, ISO 8601 instant; undefined before. */
export async function readLook(directory: string): Promise<string | undefined> {
  return readFile(path.join(directory, 'looked'), 'utf8').catch(() => undefined);
}

export async function keepLook(directory: string, at: string): Promise<void> {
  await replace(path.join(directory, 'looked'), at);
}

/** Undefined where the file is missing or damaged: it is then built anew. */
export async function readZoneFilter(directory: string, zone: string): Promise<FuseFilter | undefined> {
  try {
    return readFilter(await readFile(path.join(directory, `${zone}.filter`)));
  } catch {
    return undefined;
  }
}

export async function keepZoneFilter(directory: string, zone: string, filter: FuseFilter): Promise<void> {
  await replace(path.join(directory, `${zone}.filter`), writeFilter(filter));
}

export async function keepList(directory: string, list: ZoneList): Promise<void> {
  await replace(path.join(directory, 'zones.json'), JSON.stringify(list));
}

/** A reader sees the old file or the new one, never half of it. */
async function replace(file: string, content: string | Uint8Array): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true });
  await writeFile(`${file}.new`, content);
  await rename(`${file}.new`, file);
}
