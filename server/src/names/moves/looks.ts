import type { WholeExtension } from '@tienda/core/catalogue/extension';
import type { PremiumPrice } from '@tienda/core/names/availability';
import { grouped } from '@tienda/core/text/grouped';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { moveProblems, type MoveFacts } from '@tienda/core/transfers/moveIn';
import type { MoveLook } from '@tienda/core/transfers/shownMove';
import { inLanes } from '@tienda/core/work/inLanes';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { keeperOf } from '../../gateways/registry/keeper';
import {
  RegistrySilent,
  type Asker,
  type Registries,
  type RegistryDomain,
} from '../../gateways/registry/registryGateway';
import type { Clock } from '../../platform/clock/clock';
import type { Keyring } from '../../platform/secrets/keyring';
import { extensionOfHeld } from '../held/extension';
import { dayOf } from '../operations/renewing';

/** What auth codes of other registrars are sealed for. */
const codeSeal = 'auth code of elsewhere';
/** Names that are looked at side by side. */
export const lanes = 8;

export interface MoveLooksParts {
  readonly catalogue: CatalogueReader;
  readonly registries: Registries;
  readonly clock: Clock;
  readonly keys: Keyring;
}

/** A name to look at; its auth code as it is sealed, where it is known. */
export interface NameElsewhere {
  readonly name: string;
  readonly code: string | null;
}

/** What was found of a name; the error that came of looking, `RegistrySilent` where its registry did not say. */
export interface Looked<Move> {
  readonly move: Move;
  readonly look: MoveLook | Error;
}

/** What a registry said of a name; nothing of it where nobody holds it. */
interface Told {
  readonly domain: RegistryDomain | undefined;
  readonly code: MoveFacts['code'];
}

/** Looks at names that are with other registrars: whether they can come here, as their registries tell. */
export class MoveLooks {
  constructor(private readonly parts: MoveLooksParts) {}

  seal(code: string): string {
    return this.parts.keys.seal(codeSeal, code);
  }

  /** Reads an auth code that was sealed when it was given. */
  codeIn(sealed: string): string {
    return this.parts.keys.open(codeSeal, sealed);
  }

  /**
   * Looks at names now. One that fails holds up no other.
   *
   * @param isHandedOver of those whose holder agreed to it: they are seen as they will be once they are paid for
   * @param asker for whom; once they have gone away nothing more is asked
   * @returns those that had their turn
   */
  async at<Move extends NameElsewhere>(
    moves: readonly Move[],
    isHandedOver: (move: Move) => boolean,
    asker?: Asker,
  ): Promise<Looked<Move>[]> {
    const isAway = () => asker?.signal?.aborted ?? false;
    const all = await inLanes(moves, lanes, async (move) => {
      if (isAway()) return [];
      const told = await this.ask(move, asker).catch(asError);
      return told instanceof RegistrySilent && isAway() ? [] : [{ move, told }];
    });
    const told = all.flat();
    const premiums = await this.premiumsOf(
      told.flatMap(({ move, told: said }) => (isElsewhere(said) ? [move.name] : [])),
      asker,
    );
    const today = isoDate(this.parts.clock.now());
    return told.map(({ move, told: said }) => {
      const premium = premiums.get(move.name);
      if (said instanceof Error) return { move, look: said };
      if (premium instanceof Error) return { move, look: premium };
      const extension = extensionOfHeld(move.name, this.parts.catalogue);
      return { move, look: lookOf(said, premium, isHandedOver(move), extension, today) };
    });
  }

  private async ask({ name, code }: NameElsewhere, asker: Asker | undefined): Promise<Told> {
    const registry = this.keeperOf(name);
    const withoutCode = () => registry.info(name, undefined, asker);
    if (code === null) return { domain: await withoutCode(), code: 'none' };
    const domain = await registry.info(name, this.codeIn(code), asker);
    return domain === 'wrongCode' ? { domain: await withoutCode(), code: 'wrong' } : { domain, code: 'fits' };
  }

  /** What their registries ask for those that are premium, each asked once for all of its names. */
  private async premiumsOf(
    names: readonly string[],
    asker: Asker | undefined,
  ): Promise<ReadonlyMap<string, PremiumPrice | Error>> {
    const byRegistry = grouped(new Set(names), (name) => this.keeperOf(name));
    const premiums = await Promise.all(
      [...byRegistry].map(async ([registry, its]) => {
        const asked = await registry.premiumsOf(its, asker).catch(asError);
        return asked instanceof Error ? its.map((name) => [name, asked] as const) : [...asked];
      }),
    );
    return new Map(premiums.flat());
  }

  private keeperOf(name: string) {
    return keeperOf(name, this.parts.catalogue.current(), this.parts.registries).registry;
  }
}

const asError = (fault: unknown) => (fault instanceof Error ? fault : new Error(String(fault)));

/** Only of names that are somewhere else it matters what they cost there. */
const isElsewhere = (told: Told | Error) =>
  !(told instanceof Error) && told.domain !== undefined && !told.domain.isSponsored;

function lookOf(
  { domain, code }: Told,
  premium: PremiumPrice | undefined,
  isHandedOver: boolean,
  { transfer }: WholeExtension,
  today: IsoDate,
): MoveLook {
  if (!domain) return { problems: moveProblems(undefined, transfer, today) };
  const facts = factsOf(domain, code);
  const { nameservers } = domain;
  return {
    problems: moveProblems(isHandedOver ? handedOver(facts) : facts, transfer, today),
    expiresOn: facts.expiresOn,
    nameservers,
    ...(premium ? { premium } : {}),
  };
}

function factsOf(domain: RegistryDomain, code: MoveFacts['code']): MoveFacts {
  const { statuses, graceStatuses = [], createdAt, transferredAt, expiresAt, isSponsored } = domain;
  return {
    statuses: [...statuses, ...graceStatuses],
    createdOn: dayOf(createdAt),
    ...(transferredAt === undefined ? {} : { movedOn: dayOf(transferredAt) }),
    expiresOn: dayOf(expiresAt),
    isHere: isSponsored,
    code,
  };
}

/** As it will be once it is paid for: its holder unlocks it and gives its code. */
function handedOver(facts: MoveFacts): MoveFacts {
  return {
    ...facts,
    code: 'fits',
    statuses: facts.statuses.filter((status) => status !== 'clientTransferProhibited'),
  };
}
