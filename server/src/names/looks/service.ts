import { startingDelegation } from '@tienda/core/dns/delegation';
import { differencesOf, type AtRegistry, type RegistryLook } from '@tienda/core/names/atRegistry';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { keeperOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries, type RegistryGateway } from '../../gateways/registry/registryGateway';
import type { Attention } from '../../platform/attention/attention';
import { hostsOf } from '../operations/hosts';
import { contactHandle } from '../operations/identity';
import type { HeldName, HeldNow } from '../held/store';
import { registrySilent } from '../operations/registrySilence';

/** Lays what is kept of names beside what their registries have: a difference is shown, and somebody looks at it. */
export class RegistryLooks {
  constructor(
    private readonly registries: Registries,
    private readonly catalogue: CatalogueReader,
    private readonly attention: Attention,
  ) {}

  /** @throws Problem 503 where the registry does not answer */
  async look(held: HeldNow): Promise<RegistryLook> {
    const { registry, unicode } = keeperOf(held.name, this.catalogue.current(), this.registries);
    const there = await lookedUp(registry, held).catch((fault: unknown) => {
      if (!(fault instanceof RegistrySilent)) throw fault;
      throw registrySilent('looked', unicode);
    });
    const differences = differencesOf({ ...held, delegation: held.delegation ?? startingDelegation }, there);
    // What has not been answered may well differ.
    if (differences.length > 0 && !held.isChanging)
      await this.attention.raise(
        `name ${held.id} differs`,
        `${held.name} is not at its registry what it is here: ${differences.map(({ what }) => what).join(', ')}`,
      );
    return { ...(there ? { there } : {}), differences };
  }
}

/** A name, and its hosts with their addresses, as the registry has them. @throws RegistrySilent */
async function lookedUp(
  registry: RegistryGateway,
  { name, contactId, privacy }: HeldName,
): Promise<AtRegistry | undefined> {
  const found = await registry.info(name);
  if (!found) return undefined;
  const { isSponsored, expiresAt, statuses, registrant, nameservers, ds = [] } = found;
  const hosts = await hostsOf(registry, found);
  return {
    isHere: isSponsored,
    expiresOn: isoDate(new Date(expiresAt)),
    locked: statuses.includes('clientTransferProhibited'),
    suspended: statuses.includes('clientHold'),
    isOurHolder: registrant === contactHandle(contactId, privacy),
    delegation: { nameservers, hosts, ds },
  };
}
