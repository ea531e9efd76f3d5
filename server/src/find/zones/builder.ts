import { parentPort, workerData } from 'node:worker_threads';
import { zoneLines, type ZoneFileSource, type ZoneSerial } from '../../gateways/zones/zoneFiles';
import { keepList, keepZoneFilter, readList, type KeptZone } from './files';
import { readZone } from './readZone';

/** What the worker thread is asked to build. */
export interface BuildOrder {
  readonly source: ZoneFileSource;
  readonly directory: string;
  readonly zones: readonly ZoneSerial[];
}

/** What came of it. */
export interface BuildReport {
  readonly built: readonly string[];
  readonly failed: readonly { readonly zone: string; readonly reason: string }[];
}

/** Zones read side by side: while one waits for the network another is hashed. */
const sideBySide = 4;

/** Runs in a worker thread: reads zone files and keeps their filters; one that fails leaves the old one. */
async function build({ source, directory, zones }: BuildOrder): Promise<BuildReport> {
  const kept = new Map<string, KeptZone>(Object.entries(await readList(directory)));
  const built: string[] = [];
  const failed: { zone: string; reason: string }[] = [];
  const left = [...zones];
  const takeOne = async (): Promise<void> => {
    for (let next = left.shift(); next; next = left.shift()) {
      const { zone, serial } = next;
      try {
        await keepZoneFilter(directory, zone, await readZone(zone, await zoneLines(source, zone)));
        kept.set(zone, { serial, builtAt: new Date().toISOString() });
        built.push(zone);
      } catch (fault) {
        failed.push({ zone, reason: fault instanceof Error ? fault.message : String(fault) });
      }
    }
  };
  await Promise.all(Array.from({ length: sideBySide }, takeOne));
  await keepList(directory, Object.fromEntries(kept));
  return { built, failed };
}

const order: BuildOrder = workerData;
parentPort?.postMessage(await build(order));
