import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { ShownZone } from '@tienda/core/dns/shownZone';
import { mostRecords } from '@tienda/core/dns/zone';
import { readZoneText, writeZoneText } from '@tienda/core/dns/zoneText';
import { zoneOutcome, type ChangedZone, type NotChangedZone } from '@tienda/core/dns/zoneWish';
import { toALabel } from '@tienda/core/idna/idna';

/** Zone files of many names, one each, in an archive. */
export function zoneArchive(zones: readonly ShownZone[]): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = {};
  for (const { name, records, serial } of zones) files[`${name}.zone`] = strToU8(writeZoneText(name, records, serial));
  return new Uint8Array(zipSync(files));
}

/** A file, and what stands in it. */
export interface TextFile {
  readonly name: string;
  readonly text: string;
}

/** The files that somebody has chosen, those of archives one by one. @throws Error where an archive cannot be read */
export async function textFiles(files: readonly File[]): Promise<TextFile[]> {
  const read = files.map(async (file): Promise<TextFile[]> => {
    if (!file.name.toLowerCase().endsWith('.zip')) return [{ name: file.name, text: await file.text() }];
    const inside = unzipSync(new Uint8Array(await file.arrayBuffer()));
    return Object.entries(inside)
      .filter(([name]) => !name.endsWith('/'))
      .map(([name, octets]) => ({ name: name.split('/').at(-1) ?? name, text: strFromU8(octets) }));
  });
  return (await Promise.all(read)).flat();
}

/** Whose zone a file is: as it says itself, or else as it is called. */
export function zoneOfFile({ name, text }: TextFile): string {
  const [, origin] = /^\s*\$ORIGIN\s+(\S+)/im.exec(text) ?? [];
  const typed = (origin ?? name.replace(/\.(zone|txt|db)$/i, '')).replace(/\.$/, '').toLowerCase();
  return toALabel(typed) ?? typed;
}

/** A zone as a file says it is to be, with what saving changes. */
export interface ZoneFromFile extends ChangedZone {
  readonly records: readonly DnsRecord[];
  /** Lines that were not read. */
  readonly unread: number;
}

/** What files come to, for zones as they are now; one that is not among them is a name that cannot be changed. */
export function readFiles(
  files: readonly TextFile[],
  zones: ReadonlyMap<string, ShownZone>,
): { readonly changed: ZoneFromFile[]; readonly same: string[]; readonly cannot: NotChangedZone[] } {
  const changed: ZoneFromFile[] = [];
  const same: string[] = [];
  const cannot: NotChangedZone[] = [];
  for (const file of files) {
    const name = zoneOfFile(file);
    const zone = zones.get(name);
    if (!zone) {
      cannot.push({ name: file.name, code: 'notChosen', about: name, other: '' });
      continue;
    }
    const { records, notes } = readZoneText(name, file.text);
    const unread = notes.filter((note) => 'problem' in note).length;
    const outcome = zoneOutcome(zone, records, mostRecords.byFile);
    if (records.length === 0) cannot.push({ name, code: 'empty', about: file.name, other: '' });
    else if (!outcome) same.push(name);
    else if ('cannot' in outcome) cannot.push(outcome.cannot);
    else changed.push({ ...outcome.changed, records, unread });
  }
  return { changed, same, cannot };
}
