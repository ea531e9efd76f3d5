import type { Find } from '../../find/openFind';
import type { Gateways } from '../../gateways/openGateways';
import type { Platform } from '../../platform/openPlatform';
import { Keyring } from '../../platform/secrets/keyring';
import { MoveLooks } from './looks';
import { Moves } from './service';
import { MoveStore } from './store';

/** What moves stand on: before there is money, which asks whether a name can come. */
export function openMoves(
  { config, database, clock, outbox }: Platform,
  { registries }: Gateways,
  { catalogue }: Pick<Find, 'catalogue'>,
): Moves {
  return new Moves({
    store: new MoveStore(database),
    catalogue,
    looks: new MoveLooks({ catalogue, registries, clock, keys: new Keyring(config.sealingKeys) }),
    clock,
    outbox,
    publicUrl: config.publicUrl,
  });
}
