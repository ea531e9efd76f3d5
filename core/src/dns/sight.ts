import { answeredAsAddresses, type DnsRecord, type RecordType } from './record';
import { seenAfterSeconds, zoneDifference } from './zone';

/** What is asked everywhere to see whether a change has arrived. */
export interface SightQuestion {
  /** Below the zone: `@`, `www`. */
  readonly name: string;
  readonly type: string;
}

/** What one place sees of a question: `new` what is served, `old` something else, kept from before. */
export type Sight = 'new' | 'old' | 'unproven' | 'silent';

export interface SeenAt {
  /** Which of the resolvers. */
  readonly place: number;
  readonly sight: Sight;
  /** What it answers; nothing where it says that there is nothing. */
  readonly answers: readonly string[];
  /** Until when an old answer is kept there at the longest: ISO 8601 instant. */
  readonly until?: string;
}

/** Whether everyone sees a change of records. */
export interface ZoneSight {
  readonly version: number;
  readonly questions: readonly (SightQuestion & { readonly seen: readonly SeenAt[] })[];
  /** Whether each of Tienda's name servers answers the latest state, one before it, or nothing at all. */
  readonly servers: readonly { readonly host: string; readonly sight: Exclude<Sight, 'unproven'> }[];
  /** By when the change is seen everywhere, whoever kept what: ISO 8601 instant; left out where it is seen by now. */
  readonly until?: string;
}

/** So many questions are asked at the most. */
export const mostQuestions = 12;

/** A state of a zone and since when it is served. */
export interface ServedState {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly records: readonly DnsRecord[];
}

/**
 * What has to be asked to see whether the latest changes have arrived, and by when they have everywhere.
 *
 * @param states the oldest first, one that was there before the changes among them
 * @param now milliseconds since 1970
 * @returns `until`: milliseconds since 1970; in the past where all is seen
 */
export function sightQuestions(
  states: readonly ServedState[],
  now: number,
): { questions: SightQuestion[]; until: number } {
  const changes = states.slice(1).map(({ at, records }, index) => {
    const before = states[index]?.records ?? [];
    const { added, removed, retimed } = zoneDifference(before, records);
    return { touched: [...added, ...removed, ...retimed], until: at + 1000 * seenAfterSeconds(before, records) };
  });
  // The latest is looked at for ever, those before it until they are seen everywhere.
  const open = changes.filter(({ until }, index) => index === changes.length - 1 || until > now);
  const asked = new Map(
    open.flatMap(({ touched }) =>
      touched.flatMap(({ name, type }) =>
        askedTypes(type).map((one) => [`${name} ${one}`, { name, type: one }] as const),
      ),
    ),
  );
  return {
    questions: [...asked.values()].slice(0, mostQuestions),
    until: Math.max(0, ...changes.map(({ until }) => until)),
  };
}

/** What is asked for where a record of Tienda's own is answered as others. */
function askedTypes(type: RecordType): readonly string[] {
  if (type === 'MAIL') return [];
  return answeredAsAddresses.has(type) ? ['A', 'AAAA'] : [type];
}

/** An answer to a question about one name, as far as it is about that name. */
interface Answered {
  readonly status: 'found' | 'nothing' | 'failed' | 'refused';
  /** `ttl`: seconds that it is kept from now on. */
  readonly records: readonly { readonly data: string; readonly ttl: number }[];
  /** Seconds for which it is kept that there is nothing. */
  readonly absentFor: number;
}

/**
 * What a place sees, beside what the name servers say.
 *
 * @param served what the name servers answer
 * @param answer undefined where the place was silent
 */
export function sightOf(place: number, served: readonly string[], answer: Answered | undefined, now: number): SeenAt {
  if (!answer) return { place, sight: 'silent', answers: [] };
  const { status, records, absentFor } = answer;
  const answers = records.map(({ data }) => data).sort();
  if (status === 'failed' || status === 'refused') return { place, sight: 'unproven', answers };
  const isNew = answers.join('\n') === [...served].sort().join('\n');
  if (isNew) return { place, sight: 'new', answers };
  const keptFor = records.length > 0 ? Math.max(...records.map(({ ttl }) => ttl)) : absentFor;
  return { place, sight: 'old', answers, until: new Date(now + 1000 * keptFor).toISOString() };
}
