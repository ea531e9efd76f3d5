import type { Holding } from '@tienda/core/accounts/actor';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import type { HeldStage } from '@tienda/core/lifecycle/stage';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Movable } from '@tienda/core/transfers/moveIn';

/** What renewing or restoring a name, or hiding its holder, needs to know of it. */
export interface RenewableName {
  readonly name: string;
  readonly expiresOn: IsoDate;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** US cents a year. */
  readonly premiumRenew: number | null;
  readonly stage: HeldStage;
}

/** Where the names are looked up that accounts hold. */
export interface HeldNames {
  /** Those of the names that an account holds. */
  among(holding: Holding, names: readonly string[]): Promise<readonly RenewableName[]>;
}

/** Where names are looked up that accounts want here. */
export interface MovableNames {
  /** Those that nothing stands in the way of. */
  movable(accountId: string, names: readonly string[]): Promise<ReadonlyMap<string, Movable>>;
}

/** A name as it was typed, and what is to be done to it. */
interface Wanted {
  readonly name: string;
  readonly action: string;
}

/** Of what is done to names that are held. */
export const heldActions: readonly string[] = ['renew', 'restore', 'privacy'];

/** The name that is held, as it is kept, however it was typed; undefined for anything else. */
export function heldName({ name, action }: Wanted, catalogue: Catalogue): string | undefined {
  const read = heldActions.includes(action) ? domainName(name, catalogue) : undefined;
  return read?.kind === 'name' ? read.name : undefined;
}

/** The names that are held among others, as they are kept. */
export function heldAmong(wanted: readonly Wanted[], catalogue: Catalogue): string[] {
  return wanted.flatMap((one) => heldName(one, catalogue) ?? []);
}

/**
 * What counts as the registry's word of names that are not to be registered: a premium one is renewed at the price that was
 * kept with it, and moved here at the one found when it was looked at.
 */
export function premiumAnswers(
  held: Iterable<RenewableName>,
  movable: ReadonlyMap<string, Movable>,
): Map<string, RegistryAnswer> {
  const renewed = [...held].map(({ name, premiumRenew: renew }) => {
    return [name, renew === null ? undefined : { register: renew, renew }] as const;
  });
  const moved = [...movable].map(([name, { premium }]) => [name, premium] as const);
  return new Map(
    [...renewed, ...moved].flatMap(([name, premium]) =>
      premium ? [[name, { status: 'taken', premium }] as const] : [],
    ),
  );
}
