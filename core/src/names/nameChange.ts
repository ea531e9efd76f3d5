import { canRenew } from '../lifecycle/stage';
import type { ShownName } from './shownName';

/** What the holder of a name changes of it; what is left out stays as it is. */
export interface NameChange {
  readonly autoRenew?: boolean;
  /** Against transfer. */
  readonly locked?: boolean;
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

/** Before anything happens: which of the names will change, and which will not. */
export function changePreview(names: Iterable<ShownName>, change: NameChange): ChangePreview {
  const will: ShownName[] = [];
  const already: ShownName[] = [];
  const cannot: ShownName[] = [];
  for (const name of names) {
    const isSo = (['autoRenew', 'locked'] as const).every(
      (what) => change[what] === undefined || change[what] === name[what],
    );
    (!canRenew(name.stage) ? cannot : isSo ? already : will).push(name);
  }
  return { will, already, cannot };
}

/** The same the other way round. */
export function opposite({ autoRenew, locked }: NameChange): NameChange {
  return {
    ...(autoRenew === undefined ? {} : { autoRenew: !autoRenew }),
    ...(locked === undefined ? {} : { locked: !locked }),
  };
}
