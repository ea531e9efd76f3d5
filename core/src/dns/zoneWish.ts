import {
  asIn,
  recipes,
  withForward,
  withMailHere,
  withRecipe,
  type RecipeAnswers,
  type RecipeId,
  type RecipeProblem,
} from './recipe';
import type { DnsRecord } from './record';
import type { ShownZone } from './shownZone';
import { mostRecords, withRecords, zoneDifference, zoneProblems } from './zone';
import { toULabel } from '../idna/idna';

/** What somebody wants of a zone, or of many alike. */
export type ZoneWish =
  | { readonly kind: 'recipe'; readonly recipe: RecipeId; readonly answers: RecipeAnswers }
  /** Visitors are sent on, mail is forwarded, or records come beside those that there are. */
  | { readonly kind: 'forward' | 'mail' | 'add'; readonly records: readonly DnsRecord[] }
  /** As another name has it. */
  | { readonly kind: 'same'; readonly from: string; readonly records: readonly DnsRecord[] };

/** The records of a zone as they are wanted. @returns them, or what of the answers does not do */
export function wished(zone: string, records: readonly DnsRecord[], wish: ZoneWish): DnsRecord[] | RecipeProblem {
  switch (wish.kind) {
    case 'recipe': {
      const recipe = recipes.find(({ id }) => id === wish.recipe);
      if (!recipe) throw new Error(`There is no recipe ${wish.recipe}`);
      return withRecipe(zone, records, recipe, wish.answers);
    }
    case 'forward':
      return withForward(records, wish.records);
    case 'mail':
      return withMailHere(withRecords(records, wish.records), wish.records[0]?.name ?? '@');
    case 'add':
      return withRecords(records, wish.records);
    case 'same':
      return asIn(wish.records, wish.from, zone);
  }
}

/** What came of changing many zones. */
export interface ChangedZones {
  readonly changed: readonly ChangedZone[];
  /** Those that were so already. */
  readonly same: readonly string[];
  readonly cannot: readonly NotChangedZone[];
}

export interface ChangedZone {
  readonly name: string;
  /** That it has now; before it is done, the one that it had. */
  readonly version: number;
  /** How many records came, and how many went. */
  readonly added: number;
  readonly removed: number;
}

/** A zone that cannot be so, and why. */
export interface NotChangedZone {
  readonly name: string;
  /** Of a record, of records together, or `meanwhile`: somebody else changed it. */
  readonly code: string;
  /** The record that is meant, or what was typed of it. */
  readonly about: string;
  /** The one that it cannot be beside. */
  readonly other: string;
}

/**
 * What it comes to that a zone is to have other records.
 *
 * @param most records that it may have
 * @returns what changes, why that cannot be, or undefined where it is so already
 */
export function zoneOutcome(
  { name, version, records: before }: Pick<ShownZone, 'name' | 'version' | 'records'>,
  after: readonly DnsRecord[],
  most: number = mostRecords.byHand,
): { readonly changed: ChangedZone } | { readonly cannot: NotChangedZone } | undefined {
  const [problem] = zoneProblems(name, after, most);
  const titleOf = (record: DnsRecord | undefined) => (record ? `${toULabel(record.name)} ${record.type}` : '');
  if (problem)
    return { cannot: { name, code: problem.code, about: titleOf(problem.record), other: titleOf(problem.other) } };
  const { added, removed, retimed } = zoneDifference(before, after);
  if (added.length + removed.length + retimed.length === 0) return undefined;
  return { changed: { name, version, added: added.length, removed: removed.length } };
}
