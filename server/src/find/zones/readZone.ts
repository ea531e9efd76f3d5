import { delegatedLabel, ZoneFileReader } from '@tienda/core/dns/zoneFile';
import { buildFilter, LabelHashes, type FuseFilter } from '@tienda/core/zones/fuseFilter';

/** The filter of all names that a zone delegates, from the lines of its master file as they arrive. */
export async function readZone(zone: string, lines: AsyncIterable<string>): Promise<FuseFilter> {
  const reader = new ZoneFileReader(zone);
  const hashes = new LabelHashes();
  let before: string | undefined;
  for await (const line of lines) {
    const record = reader.push(line);
    const label = record && delegatedLabel(record, zone);
    if (label === undefined || label === before) continue;
    hashes.add(label);
    before = label;
  }
  return buildFilter(hashes);
}
