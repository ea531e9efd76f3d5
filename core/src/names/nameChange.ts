import {
  changedDelegation,
  delegationAfter,
  delegationProblems,
  isSameDelegation,
  startingDelegation,
  type DelegationChange,
} from '../dns/delegation';
import type { PrivacyPolicy } from '../catalogue/extension';
import { canRenew } from '../lifecycle/stage';
import { grouped } from '../text/grouped';
import type { ShownName } from './shownName';

/** What the holder of a name changes of it; what is left out stays as it is. */
export interface NameChange {
  readonly autoRenew?: boolean;
  /** Against transfer. */
  readonly locked?: boolean;
  /** Whether its holder is hidden from the public. */
  readonly privacy?: boolean;
  /** Id of the group that it goes to; into none, where null. */
  readonly groupId?: string | null;
  /** To which nameservers it is delegated. */
  readonly delegation?: DelegationChange;
}

/** What came of changing many names. */
export interface ChangedNames {
  /** Changed here and now; the other way round takes it back. */
  readonly changed: readonly string[];
  /** Their registries were asked to change them. */
  readonly asked: readonly string[];
  /** Those that cannot be changed. */
  readonly cannot: readonly string[];
}

/** Why a name cannot be changed so. */
export type CannotChange =
  /** Its term is over. */
  | 'over'
  /** Its holder has changed, and it stays here for a while. */
  | 'holderChanged'
  /** Its answers are signed here: whoever checks that would get none from others. */
  | 'signed'
  /** A nameserver below the name itself, for one, that has no address. */
  | 'delegation'
  /** Its registry hides holders itself, or shows them always; privacy has its price, and is put in the basket. */
  | Exclude<PrivacyPolicy, 'included'>;

/** What a change of many names will come to. */
export interface ChangePreview {
  readonly will: readonly ShownName[];
  /** They are so already. */
  readonly already: readonly ShownName[];
  /** Those that cannot be changed, by why. */
  readonly cannot: ReadonlyMap<CannotChange, readonly ShownName[]>;
}

/** Names, by A-label, and what they are changed to. */
export interface ChangeStep {
  readonly names: readonly string[];
  readonly change: NameChange;
}

type Changeable = Pick<ShownName, 'name' | 'stage' | 'privacyPolicy' | 'delegation' | 'movableFrom'>;

/**
 * Why a change cannot be made to a name; undefined where it can. What is only kept here can be changed always; privacy
 * that costs nothing wherever it is offered, and where it has its price it can be given up.
 */
export function cannotChange(
  { name, stage, privacyPolicy, delegation: before, movableFrom }: Changeable,
  { autoRenew, locked, privacy, delegation }: NameChange,
): CannotChange | undefined {
  const isKeptHere = [autoRenew, locked, privacy, delegation].every((what) => what === undefined);
  if (!isKeptHere && !canRenew(stage)) return 'over';
  if (locked === false && movableFrom !== undefined) return 'holderChanged';
  if (delegation && before?.nameservers === null && before.ds.length > 0 && delegation.nameservers !== null)
    return 'signed';
  if (delegation && delegationProblems(name, changedDelegation(before ?? startingDelegation, delegation)).length > 0)
    return 'delegation';
  if (privacy === undefined || privacyPolicy === 'included') return undefined;
  return privacyPolicy === 'priced' && !privacy ? undefined : privacyPolicy;
}

function isSo(name: ShownName, { groupId, delegation, ...switches }: NameChange): boolean {
  const before = name.delegation ?? startingDelegation;
  return (
    (delegation === undefined || isSameDelegation(delegationAfter(before, delegation), before)) &&
    (['autoRenew', 'locked', 'privacy'] as const).every(
      (what) => switches[what] === undefined || switches[what] === name[what],
    ) &&
    (groupId === undefined || groupId === (name.groupId ?? null))
  );
}

/** Before anything happens: which of the names will change, and which will not. */
export function changePreview(names: Iterable<ShownName>, change: NameChange): ChangePreview {
  const will: ShownName[] = [];
  const already: ShownName[] = [];
  const cannot: { readonly name: ShownName; readonly why: CannotChange }[] = [];
  for (const name of names) {
    const why = cannotChange(name, change);
    if (isSo(name, change) && why !== 'over') already.push(name);
    else if (why) cannot.push({ name, why });
    else will.push(name);
  }
  const byReason = grouped(cannot, ({ why }) => why);
  return {
    will,
    already,
    cannot: new Map([...byReason].map(([why, some]) => [why, some.map(({ name }) => name)])),
  };
}

/** A name after a change. */
export function withChange(
  { groupId: before, delegation: pointed, ...name }: ShownName,
  { groupId, delegation, ...change }: NameChange,
): ShownName {
  const group = groupId === undefined ? before : groupId;
  const points = delegation ? delegationAfter(pointed ?? startingDelegation, delegation) : pointed;
  return {
    ...name,
    ...change,
    ...(group === undefined || group === null ? {} : { groupId: group }),
    ...(points === undefined || isSameDelegation(points, startingDelegation) ? {} : { delegation: points }),
  };
}

/** What makes names again what they were before a change, as they are given. */
export function takenBack(names: readonly ShownName[], change: NameChange): ChangeStep[] {
  const before = ({ groupId: group, delegation, ...name }: ShownName): NameChange => ({
    ...Object.fromEntries(
      (['autoRenew', 'locked', 'privacy'] as const).flatMap((what) =>
        change[what] === undefined ? [] : [[what, name[what]]],
      ),
    ),
    ...(change.groupId === undefined ? {} : { groupId: group ?? null }),
    ...(change.delegation === undefined ? {} : { delegation: delegation ?? startingDelegation }),
  });
  return [...grouped(names, (name) => JSON.stringify(before(name))).values()].flatMap((some) => {
    const [first] = some;
    return first ? { names: some.map(({ name }) => name), change: before(first) } : [];
  });
}
