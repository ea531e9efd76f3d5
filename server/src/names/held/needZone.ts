import type { Holding } from '@tienda/core/accounts/actor';
import type { HeldNow, NameStore } from './store';
import type { KeptZone, ZoneStore } from '../zones/store';

/**
 * A name of the account's and its zone, which come and go together.
 *
 * @throws Problem 404 where the account does not hold the name, or lets it go just then
 */
export async function needZone(
  names: Pick<NameStore, 'need'>,
  zones: Pick<ZoneStore, 'find'>,
  holding: Holding,
  name: string,
): Promise<{ readonly held: HeldNow; readonly kept: KeptZone }> {
  const held = await names.need(holding, name);
  const kept = await zones.find(name);
  if (kept) return { held, kept };
  // The name may have gone between the two.
  await names.need(holding, name);
  throw new Error(`${name} is held and has no zone`);
}
