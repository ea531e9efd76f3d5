import { canRenew } from '../lifecycle/stage';
import { grouped } from '../text/grouped';
import type { ShownName } from './shownName';

/** What the holder of a name changes of it; what is left out stays as it is. */
export interface NameChange {
  readonly autoRenew?: boolean;
  /** Against transfer. */
  readonly locked?: boolean;
  /** Id of the group that it goes to; into none, where null. */
  readonly groupId?: string | null;
}

/** What came of changing many names. */
export interface ChangedNames {
  /** Changed here and now; the other way round takes it back. */
  readonly changed: readonly string[];
  /** Their registries were asked to change them. */
  readonly asked: readonly string[];
  /** Those that cannot be changed where they stand in their lives. */
  readonly cannot: readonly string[];
}

/** What a change of many names will come to. */
export interface ChangePreview {
  readonly will: readonly ShownName[];
  /** They are so already. */
  readonly already: readonly ShownName[];
  /** Where they stand in their lives it cannot be changed. */
  readonly cannot: readonly ShownName[];
}

/** Names, by A-label, and what they are changed to. */
export interface ChangeStep {
  readonly names: readonly string[];
  readonly change: NameChange;
}

/** True where a change can be made to a name in its stage: what is only kept here can be changed always. */
function canChange({ stage }: ShownName, { autoRenew, locked }: NameChange): boolean {
  return canRenew(stage) || (autoRenew === undefined && locked === undefined);
}

function isSo(name: ShownName, { autoRenew, locked, groupId }: NameChange): boolean {
  return (
    (autoRenew === undefined || autoRenew === name.autoRenew) &&
    (locked === undefined || locked === name.locked) &&
    (groupId === undefined || groupId === (name.groupId ?? null))
  );
}

/** Before anything happens: which of the names will change, and which will not. */
export function changePreview(names: Iterable<ShownName>, change: NameChange): ChangePreview {
  const will: ShownName[] = [];
  const already: ShownName[] = [];
  const cannot: ShownName[] = [];
  for (const name of names) (!canChange(name, change) ? cannot : isSo(name, change) ? already : will).push(name);
  return { will, already, cannot };
}

/** A name after a change. */
export function withChange({ groupId: before, ...name }: ShownName, { groupId, ...change }: NameChange): ShownName {
  const group = groupId === undefined ? before : groupId;
  return { ...name, ...change, ...(group === undefined || group === null ? {} : { groupId: group }) };
}

/** What makes names again what they were before a change, as they are given. */
export function takenBack(names: readonly ShownName[], { autoRenew, locked, groupId }: NameChange): ChangeStep[] {
  const before = ({ groupId: group, ...name }: ShownName): NameChange => ({
    ...(autoRenew === undefined ? {} : { autoRenew: name.autoRenew }),
    ...(locked === undefined ? {} : { locked: name.locked }),
    ...(groupId === undefined ? {} : { groupId: group ?? null }),
  });
  return [...grouped(names, (name) => JSON.stringify(before(name))).values()].flatMap((some) => {
    const [first] = some;
    return first ? { names: some.map(({ name }) => name), change: before(first) } : [];
  });
}
