import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { masterData, type DnsRecord, type TypedRecord } from '@tienda/core/dns/record';
import type { ShownCertificate, ShownZone, ShownZoneVersion } from '@tienda/core/dns/shownZone';
import type { MailTrial, ShownMail, ShownMailTarget } from '@tienda/core/dns/shownMail';
import type { Visit } from '@tienda/core/dns/visit';
import type { ChangedZone, ChangedZones, NotChangedZone, ZoneWish } from '@tienda/core/dns/zoneWish';
import type { ReadZone } from '@tienda/core/dns/zoneReading';
import { inLanes } from '@tienda/core/work/inLanes';
import type { ZoneSight } from '@tienda/core/dns/sight';
import { ApiProblem, call } from './client';
import { soonMs, someTimeMs, useMine } from './mine';
import { showChanged } from './showChanged';

const addressOf = (name: string) => `/api/me/names/${encodeURIComponent(name)}/zone`;

/** The records that Tienda's name servers answer for a name. */
export function useZone(name: string) {
  // A certificate that was asked for comes within moments.
  const isDue = ({ goodUntil, problem }: ShownCertificate) => goodUntil === undefined && problem === undefined;
  return useMine<ShownZone>(['names', 'zone', name], addressOf(name), {
    again: ({ certificates = [], signing }) =>
      certificates.some(isDue) || (signing && signing.at !== 'on' && signing.at !== 'refused') ? someTimeMs : undefined,
  });
}

export interface WrittenZone {
  /** The one that was changed. */
  readonly version: number;
  readonly records: readonly DnsRecord[];
  readonly fromFile: boolean;
}

/** Writes the records of a name, whole; where somebody changed them meanwhile, what is there now is fetched. */
export function useSaveZone(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ version, records, fromFile }: WrittenZone) =>
      call<ShownZone>('PUT', addressOf(name), {
        version,
        records: records.map(typedRecord),
        fromFile,
      }),
    onSuccess: async (zone) => {
      await showChanged(queries, ['me', 'names', 'zone', name], zone);
      for (const about of ['log', 'zone-versions'])
        void queries.invalidateQueries({ queryKey: ['me', 'names', about, name] });
    },
    onError: () => queries.invalidateQueries({ queryKey: ['me', 'names', 'zone', name] }),
  });
}

/** The states that the records of a name had, the latest first. */
export function useZoneVersions(name: string) {
  return useMine<ShownZoneVersion[]>(['names', 'zone-versions', name], `${addressOf(name)}/versions`);
}

/** Whether everyone sees the latest change: asked again until they do. */
export function useZoneSight(name: string, version: number) {
  return useMine<ZoneSight>(['names', 'zone-sight', name, String(version)], `${addressOf(name)}/sight`, {
    again: ({ questions }) =>
      questions.every(({ seen }) => seen.every(({ sight }) => sight === 'new')) ? undefined : someTimeMs,
  });
}

/** What can be wished for of a name's signatures. */
export type SigningWish = 'on' | 'off' | 'newKey' | 'again';

/** Has a name signed, or not any more, or by another key. */
export function useSigning(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wanted: SigningWish) => call<ShownZone>('PUT', `${addressOf(name)}/signing`, { wanted }),
    onSuccess: (zone) => showChanged(queries, ['me', 'names', 'zone', name], zone),
    onError: () => queries.invalidateQueries({ queryKey: ['me', 'names', 'zone', name] }),
  });
}

/** A visit as a browser would make it, of one of the names that send visitors on. */
export function useVisit(name: string) {
  return useMutation({
    mutationFn: (below: string) => call<Visit[]>('GET', `${addressOf(name)}/visits/${encodeURIComponent(below)}`),
  });
}

const mostAtOnce = 500;

interface ChangingZones {
  readonly names: readonly string[];
  readonly wish: ZoneWish;
  /** Only finds out what would come of it. */
  readonly preview: boolean;
}

/** Changes the records of many names alike; what was changed before something went wrong stays so. */
export function useChangeZones() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ names, wish, preview }: ChangingZones) =>
      inParts(names, (some) =>
        call<ChangedZones>('POST', '/api/me/zone-changes', { names: some, ...typedWish(wish), preview }),
      ),
    onSettled: (_zones, _fault, { preview }) => {
      if (!preview) void queries.invalidateQueries({ queryKey: ['me', 'names'] });
    },
  });
}

/** So many requests at once. */
const lanes = 6;

/** The records of many names as they are now. */
export function useZones() {
  return useMutation({
    mutationFn: (names: readonly string[]) => inLanes(names, lanes, (name) => call<ShownZone>('GET', addressOf(name))),
  });
}

/** Writes the records of many names, each as a file says it is to be. */
export function useSaveZones() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (zones: readonly (ChangedZone & { readonly records: readonly DnsRecord[] })[]) => {
      const cannot: NotChangedZone[] = [];
      const changed: ChangedZone[] = [];
      await inLanes(zones, lanes, async ({ name, version, records, added, removed }) => {
        try {
          const after = await call<ShownZone>('PUT', addressOf(name), {
            version,
            records: records.map(typedRecord),
            fromFile: true,
          });
          changed.push({ name, version: after.version, added, removed });
        } catch (fault) {
          // What went wrong with one is said of that one: the others are done, and can be taken back.
          if (!(fault instanceof ApiProblem)) throw fault;
          const why = fault.status === 409 ? 'meanwhile' : 'failed';
          cannot.push({ name, code: why, about: fault.message, other: '' });
        }
      });
      return { changed, same: [], cannot } satisfies ChangedZones;
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['me', 'names'] }),
  });
}

/** Takes back what was changed of many names. */
export function useTakeBackZones() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (changed: ChangedZones['changed']) =>
      inParts(changed, (some) =>
        call<ChangedZones>('POST', '/api/me/zone-changes/back', {
          versions: some.map(({ name, version }) => ({ name, version })),
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ['me', 'names'] }),
  });
}

async function inParts<Item>(
  items: readonly Item[],
  send: (some: readonly Item[]) => Promise<ChangedZones>,
): Promise<ChangedZones> {
  const parts: ChangedZones[] = [];
  for (let from = 0; from < items.length; from += mostAtOnce)
    parts.push(await send(items.slice(from, from + mostAtOnce)));
  return {
    changed: parts.flatMap(({ changed }) => changed),
    same: parts.flatMap(({ same }) => same),
    cannot: parts.flatMap(({ cannot }) => cannot),
  };
}

/** What the nameservers elsewhere answer for a name; nothing is changed by asking. */
export function useReadElsewhere(name: string) {
  return useMutation({
    mutationFn: (names: readonly string[]) => call<ReadZone>('POST', `${addressOf(name)}/readings`, { names }),
  });
}

/** A record as it is sent: as it is typed. */
function typedRecord(record: DnsRecord): TypedRecord {
  return { ...record, data: masterData(record) };
}

/** As it is sent. */
function typedWish(wish: ZoneWish): object {
  if (wish.kind === 'same') return { kind: wish.kind, from: wish.from };
  if (wish.kind === 'recipe') {
    const answers = Object.entries(wish.answers).map(([field, answer]) => ({ field, answer }));
    return { kind: wish.kind, recipe: wish.recipe, answers };
  }
  return { kind: wish.kind, records: wish.records.map(typedRecord) };
}

/** Who agreed to get the mail of a name, and what became of the latest: asked again and again, as others answer and write. */
export function useMail(name: string, version: number) {
  return useMine<ShownMail>(['names', 'mail', name, String(version)], `${addressOf(name)}/mail`, {
    again: ({ recent }) =>
      recent.some(({ state, nextAt }) => state === 'waiting' && nextAt === undefined) ? soonMs : someTimeMs,
  });
}

/** Asks again whether mail may be forwarded to an address. */
export function useAskTarget(name: string) {
  return useMutation({
    mutationFn: (address: string) => call<object>('POST', `${addressOf(name)}/mail/targets`, { address }),
  });
}

/** Sends a mail to an address that is forwarded, as anyone would. */
export function useMailTrial(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (address: string) => call<MailTrial>('POST', `${addressOf(name)}/mail/trials`, { address }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['me', 'names', 'mail', name] }),
  });
}

const targetKey = (token: string) => ['mail-target', token];

/** What is asked of whoever reads an address. @param token what the link in the mail carries */
export function useMailTarget(token: string) {
  return useQuery({
    queryKey: targetKey(token),
    queryFn: () => call<ShownMailTarget>('POST', '/api/mail-targets/look', { token }),
  });
}

/** They agree, or not any more. */
export function useAnswerMailTarget(token: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (agrees: boolean) => call<ShownMailTarget>('POST', '/api/mail-targets/answer', { token, agrees }),
    onSuccess: async (shown) => {
      await showChanged(queries, targetKey(token), shown);
      void queries.invalidateQueries({ queryKey: ['me', 'names', 'mail'] });
    },
  });
}

/** The records of a name as they were. */
export function useOlderZone(name: string) {
  return useMutation({
    mutationFn: (version: number) => call<DnsRecord[]>('GET', `${addressOf(name)}/versions/${version}`),
  });
}

/** The records of another name that is held. */
export function useOtherZone() {
  return useMutation({ mutationFn: (name: string) => call<ShownZone>('GET', addressOf(name)) });
}

/** The records of a name as a zone file. */
export function zoneFileUrl(name: string): string {
  return `${addressOf(name)}/file`;
}
