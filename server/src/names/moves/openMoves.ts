import type { Find } from '../../find/openFind';
import type { Gateways } from '../../gateways/openGateways';
import type { Platform } from '../../platform/openPlatform';
import { Keyring } from '../../platform/secrets/keyring';
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
    registries,
    clock,
    keys: new Keyring(config.sealingKeys),
    outbox,
    publicUrl: config.publicUrl,
  });
}
