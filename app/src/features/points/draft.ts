import { useStored, Held } from '../../stored/stored';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { ShownZone } from '@tienda/core/dns/shownZone';
import { changedOnto, zoneDifference, type ZoneDifference } from '@tienda/core/dns/zone';

/** Records as somebody has changed them, from which state; of every name until they are saved. */
interface Draft {
  readonly from: Pick<ShownZone, 'version' | 'records'>;
  readonly records: readonly DnsRecord[];
  readonly fromFile: boolean;
}

const drafts = new Held<Readonly<Record<string, Draft>>>({}, true);

export interface ZoneDraft {
  /** As they are to be: what was changed here, on top of what is there now. */
  readonly records: readonly DnsRecord[];
  readonly fromFile: boolean;
  /** What saving changes. */
  readonly difference: ZoneDifference;
  readonly isChanged: boolean;
  /** What somebody else changed since this was begun. */
  readonly meanwhile: ZoneDifference | undefined;
  readonly change: (records: readonly DnsRecord[], fromFile?: boolean) => void;
  readonly drop: () => void;
}

/** What is changed of a zone and not saved; kept while one goes elsewhere in the app. */
export function useZoneDraft(zone: ShownZone): ZoneDraft {
  const draft = useStored(drafts)[zone.name];
  const isOlder = draft !== undefined && draft.from.version !== zone.version;
  const records = !draft
    ? zone.records
    : isOlder
      ? changedOnto(zone.records, draft.from.records, draft.records)
      : draft.records;
  const difference = zoneDifference(zone.records, records);
  const fromFile = draft?.fromFile ?? false;
  const isChanged = Object.values(difference).some((some: readonly DnsRecord[]) => some.length > 0);
  return {
    records,
    fromFile,
    difference,
    isChanged,
    // Where nothing of it is left to be saved, it was saved from here, and its answer was lost.
    meanwhile: isOlder && isChanged ? zoneDifference(draft.from.records, zone.records) : undefined,
    change: (changed, isFile = fromFile) =>
      drafts.set({ ...drafts.get(), [zone.name]: { from: zone, records: changed, fromFile: isFile } }),
    drop: () => {
      const { [zone.name]: _dropped, ...others } = drafts.get();
      drafts.set(others);
    },
  };
}
