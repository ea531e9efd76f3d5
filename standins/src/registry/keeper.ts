import type { Registry } from './registries';
import type { RegistryHosts } from './hosts';
import type { RegistryStore } from './store';
import type { RegistryZones } from './zones';

/** A registry and what it keeps. */
export interface RegistryKeeper {
  readonly registry: Registry;
  readonly store: RegistryStore;
  readonly hosts: RegistryHosts;
  readonly zones: RegistryZones;
}
