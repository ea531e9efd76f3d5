import type { Intro } from './extension';
import type { ExtensionEntry } from './readCatalogue';

/**
 * One line of the data file, as a person edits it: amounts in USD cents. What is usual is left out: no yearly
 * fee, terms of 1 to 10 years, privacy included, labels of 1 to 63 Latin letters, no requirements, the usual
 * life-cycle, a transfer after 60 days that adds a year, prices that never changed.
 */
export interface WrittenExtension {
  /** A-label. */
  readonly label: string;
  /** U-label, where it differs. */
  readonly unicode?: string;
  readonly kind: string;
  readonly registry: string;
  readonly popularity: number;
  readonly register: number;
  readonly renew: number;
  readonly transfer: number;
  readonly restore: number;
  readonly intro?: Intro;
  readonly yearlyFee?: number;
  /** `1-10`, `1`, `2,4,6,8,10`; for renewals too unless `renewTerms` says otherwise. */
  readonly terms?: string;
  readonly renewTerms?: string;
  readonly privacy?: string;
  readonly privacyPrice?: number;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly scripts?: readonly string[];
  readonly requirements?: readonly { readonly code: string; readonly text: string }[];
  readonly agreements: readonly string[];
  /** Days of add grace, auto-renew grace, redemption, pending delete. */
  readonly lifecycle?: readonly number[];
  readonly lockDays?: number;
  readonly addsYear?: boolean;
  /** `2025-09 1100 1450`: from that month, what registering and renewing cost. Oldest first. */
  readonly changes?: readonly string[];
  /** `03 40 60`: each March from now on, by how much more registering and renewing cost. */
  readonly yearlyRise?: string;
}

const kinds = ['generic', 'country', 'city', 'community'] as const;
const policies = ['included', 'priced', 'hiddenByRegistry', 'notAllowed'] as const;

/**
 * The lines of the data file as entries, what was left out filled in.
 *
 * @throws Error naming every line whose words are not ones that Tienda knows
 */
export function readEntries(written: readonly WrittenExtension[]): ExtensionEntry[] {
  const faults: string[] = [];
  const entries = written.flatMap((line) => {
    try {
      return [readEntry(line)];
    } catch (fault) {
      faults.push(`.${line.label}: ${fault instanceof Error ? fault.message : String(fault)}`);
      return [];
    }
  });
  if (faults.length > 0) throw new Error(`The catalogue has faults:\n${faults.join('\n')}`);
  return entries;
}

function readEntry(line: WrittenExtension): ExtensionEntry {
  const { label, register, renew, transfer, restore, intro, terms = '1-10' } = line;
  const [addGraceDays = 5, autoRenewGraceDays = 45, redemptionDays = 30, pendingDeleteDays = 5] = line.lifecycle ?? [];
  return {
    label,
    unicode: line.unicode ?? label,
    kind: known(kinds, line.kind),
    registry: line.registry,
    popularity: line.popularity,
    prices: { register, renew, transfer, restore },
    ...(intro ? { intro } : {}),
    yearlyFee: line.yearlyFee ?? 0,
    terms: { register: readTerms(terms), renew: readTerms(line.renewTerms ?? terms) },
    privacy: { policy: known(policies, line.privacy ?? 'included'), price: line.privacyPrice ?? 0 },
    labelRules: {
      minLength: line.minLength ?? 1,
      maxLength: line.maxLength ?? 63,
      scripts: line.scripts ?? ['Latin'],
    },
    requirements: line.requirements ?? [],
    agreements: line.agreements,
    lifecycle: { addGraceDays, autoRenewGraceDays, redemptionDays, pendingDeleteDays },
    transfer: { lockDays: line.lockDays ?? 60, addsYear: line.addsYear ?? true },
    changes: (line.changes ?? []).map(readChange),
    ...(line.yearlyRise === undefined ? {} : { yearlyRise: readRise(line.yearlyRise) }),
  };
}

function known<Word extends string>(words: readonly Word[], word: string): Word {
  const found = words.find((candidate) => candidate === word);
  if (!found) throw new Error(`${word} is not known: choose among ${words.join(', ')}`);
  return found;
}

/** `readTerms('1-5')` is `[1, 2, 3, 4, 5]`. */
function readTerms(text: string): number[] {
  return text.split(',').flatMap((part) => {
    const [, from = '', to = from] = /^(\d+)(?:-(\d+))?$/.exec(part.trim()) ?? [];
    if (from === '') throw new Error(`terms “${text}” are not years`);
    return Array.from({ length: Number(to) - Number(from) + 1 }, (_, index) => Number(from) + index);
  });
}

function readChange(text: string): ExtensionEntry['changes'][number] {
  const [, from = '', register, renew] = /^(\d{4}-\d{2}) (\d+) (\d+)$/.exec(text) ?? [];
  if (from === '') throw new Error(`price change “${text}” is not a month and two amounts`);
  return { from, register: Number(register), renew: Number(renew) };
}

function readRise(text: string): NonNullable<ExtensionEntry['yearlyRise']> {
  const [, month = '', register, renew] = /^(\d{2}) (\d+) (\d+)$/.exec(text) ?? [];
  if (month === '') throw new Error(`yearly rise “${text}” is not a month and two amounts`);
  return { month: Number(month), register: Number(register), renew: Number(renew) };
}
