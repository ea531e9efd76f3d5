import type { Catalogue } from '@tienda/core/catalogue/extension';
import { domainName } from '@tienda/core/names/domainName';
import type { Registries, RegistryGateway } from './registryGateway';

/** The registry that keeps a name, and the name as people read it. @throws Error where none does */
export function keeperOf(
  name: string,
  catalogue: Catalogue,
  registries: Registries,
): { readonly registry: RegistryGateway; readonly unicode: string } {
  const read = domainName(name, catalogue);
  const registry = read.kind === 'name' ? registries.get(read.extension.registry) : undefined;
  if (read.kind !== 'name' || !registry) throw new Error(`No registry keeps ${name}`);
  return { registry, unicode: read.unicode };
}

/** The registry that something is kept at. @throws Error where there is none of that id */
export function registryOf({ registry: id }: { readonly registry: string }, registries: Registries): RegistryGateway {
  const registry = registries.get(id);
  if (!registry) throw new Error(`There is no registry ${id}`);
  return registry;
}
