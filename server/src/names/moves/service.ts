import type { Actor } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import { domainName } from '@tienda/core/names/domainName';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { expiryAfterMove, passesByItself, type Movable } from '@tienda/core/transfers/moveIn';
import type { MoveLook, MoveUnderWay, NotMovable, ShownMove } from '@tienda/core/transfers/shownMove';
import { inLanes } from '@tienda/core/work/inLanes';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { RegistrySilent, type Asker } from '../../gateways/registry/registryGateway';
import type { Clock } from '../../platform/clock/clock';
import { badFields, notFound, factsOf } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import { extensionOfHeld } from '../held/extension';
import { lanes, type Looked, type MoveLooks } from './looks';
import type { Found, KeptMove, MoveStore } from './store';
import { readyMail } from './mails';
import { codesTriedText, moveProblemText } from './texts';

/** What is not looked at by then is looked at afterwards, by itself. */
const patienceMs = 8000;
/** So long after that it is: until then whoever wants them looks at them, and nobody else asks their registries. */
const apartMs = 2000;
const hourMs = 3600_000;
/** So long after it was last wanted a name is looked at by itself. */
const wantedForMs = 120 * 24 * 3600_000;
const silentRetryMs = 60_000;
/** Codes that may be wrong on a day for one name: of one account, and of all together, so that nobody stops its holder. */
const mostWrongCodes = { own: 10, all: 100 };
/** Names looked at again in one round. */
const most = 100;

export interface MoveParts {
  readonly store: MoveStore;
  readonly catalogue: CatalogueReader;
  readonly looks: MoveLooks;
  readonly clock: Clock;
  readonly outbox: Pick<Outbox, 'send'>;
  readonly publicUrl: string;
}

/** A name as somebody typed it, with its auth code where they have it. */
export interface TypedName {
  readonly name: string;
  readonly code?: string;
}

/** Names that are to come here from other registrars: what stands in the way of each, looked at again until nothing does. */
export class Moves {
  constructor(private readonly parts: MoveParts) {}

  /**
   * Looks at names that are wanted here, and keeps them.
   *
   * @returns all that the account wants, and what cannot be wanted
   */
  async want(
    actor: Actor,
    typed: readonly TypedName[],
  ): Promise<{ readonly moves: readonly ShownMove[]; readonly cannot: readonly NotMovable[] }> {
    const { store, catalogue, clock, looks } = this.parts;
    const cannot: NotMovable[] = [];
    const wanted = new Map<string, { name: string; code?: string }>();
    for (const { name, code = '' } of typed) {
      const read = domainName(name, catalogue.current());
      if (read.kind === 'problem') cannot.push({ typed: name, code: read.code, detail: read.detail, ...factsOf(read) });
      else
        wanted.set(read.name, {
          name: read.name,
          ...(code.trim() === '' ? {} : { code: looks.seal(code.trim()) }),
        });
    }
    const now = clock.now();
    for (const name of await this.guessedAt(actor.account, [...wanted.values()], isoDate(now))) {
      wanted.delete(name);
      cannot.push({ typed: toULabel(name), code: 'codesTried', detail: codesTriedText });
    }
    await store.want(actor.account, [...wanted.values()], now, new Date(now.getTime() + patienceMs + apartMs));
    if (wanted.size > 0) {
      const kept = await store.among(actor.account, [...wanted.keys()]);
      await this.lookInto(kept, { id: actor.account, signal: AbortSignal.timeout(patienceMs) });
    }
    return { moves: await this.list(actor), cannot };
  }

  /** Names for which a code is given though so many did not fit today: it is not tried. */
  private async guessedAt(accountId: string, wanted: readonly TypedName[], day: IsoDate): Promise<string[]> {
    const tried = wanted.flatMap(({ name, code }) => (code === undefined ? [] : [name]));
    if (tried.length === 0) return [];
    const wrong = await this.parts.store.wrongCodes(accountId, tried, day);
    const isTooMany = ({ own, all }: { own: number; all: number }) =>
      own >= mostWrongCodes.own || all >= mostWrongCodes.all;
    return [...wrong].flatMap(([name, counts]) => (isTooMany(counts) ? [name] : []));
  }

  async list({ account }: Actor): Promise<ShownMove[]> {
    // In this order: one that comes here between the two is not told as wanted still.
    const underWay = await this.parts.store.underWay(account);
    const kept = await this.parts.store.ofAccount(account);
    return kept.map((move) => shown(move, underWay.get(move.name)));
  }

  /** @throws Problem 404 where the account does not want it */
  async forget({ account }: Actor, name: string): Promise<void> {
    if (!(await this.parts.store.forget(account, name))) throw notFound('name');
  }

  forgetAll(accountId: string): Promise<void> {
    return this.parts.store.forgetAll(accountId);
  }

  /** Looks again at what has its turn. */
  async lookAround(): Promise<void> {
    const { store, clock, outbox, publicUrl } = this.parts;
    const due = await store.due(clock.now(), most);
    await this.lookInto(due, undefined, async (move, look) => {
      const isOver = isLook(look) && look.problems.length === 0 && (move.look?.problems.length ?? 0) > 0;
      if (!isOver) return;
      const key = `move ${move.accountId} ${move.name} can come ${isoDate(clock.now())}`;
      await outbox.send('mail', key, readyMail(move.account, move.name, `${publicUrl}/names/move`));
    });
  }

  /** Looks at names that are wanted, now. */
  async lookAt(accountId: string, names: readonly string[]): Promise<void> {
    await this.lookInto(await this.parts.store.among(accountId, names));
  }

  /** A name as it would be once its holder agreed to hand it over. @throws RegistrySilent */
  async handedOver({ account }: Actor, name: string): Promise<MoveLook> {
    const [looked] = await this.parts.looks.at([{ name, code: null }], () => true, { id: account });
    const look = looked?.look ?? new RegistrySilent(`${name} was not looked at`);
    if (look instanceof Error) throw look;
    return look;
  }

  /** The orders by which names are on their way. */
  async ordersOf(accountId: string): Promise<ReadonlyMap<string, string>> {
    const underWay = await this.parts.store.underWay(accountId);
    return new Map([...underWay].map(([name, { orderId }]) => [name, orderId]));
  }

  /** Those that nothing stands in the way of, as far as is known. */
  async movable(accountId: string, names: readonly string[]): Promise<ReadonlyMap<string, Movable>> {
    if (names.length === 0) return new Map();
    const kept = await this.parts.store.among(accountId, names);
    return new Map(
      kept.flatMap(({ name, look, purchase }) => {
        if (look?.problems.length !== 0 || look.expiresOn === undefined) return [];
        const paidUntil = expiryAfterMove(look.expiresOn, extensionOfHeld(name, this.parts.catalogue).transfer);
        const { premium } = look;
        return [[name, { paidUntil, ...(premium ? { premium } : {}), ...(purchase ? { purchase } : {}) }] as const];
      }),
    );
  }

  /**
   * Looks at names once more before anything is charged, each with its code.
   *
   * @throws Problem 422 naming each that cannot come any more
   * @throws RegistrySilent
   */
  async expectMovable(accountId: string, names: readonly string[]): Promise<void> {
    const { store } = this.parts;
    const kept = await store.among(accountId, names);
    const bought = new Set(kept.flatMap(({ name, purchase }) => (purchase ? [name] : [])));
    const underWay = bought.size > 0 ? await store.underWay(accountId) : undefined;
    const looked = await this.lookInto(kept);
    const found = new Map(looked.map(({ move, look }) => [move.name, look]));
    const [silence] = looked.flatMap(({ look }) => (look instanceof RegistrySilent ? [look] : []));
    if (silence) throw silence;
    const faults = names.flatMap((name) => {
      const look = found.get(name);
      const isPaidFor = bought.has(name) && underWay?.has(name);
      const [problem] = isPaidFor
        ? [{ code: 'underWay' } as const]
        : isLook(look)
          ? look.problems
          : [{ code: 'codeNeeded' } as const];
      return problem
        ? [
            {
              pointer: '/quoteId',
              code: `move:${problem.code}`,
              detail: `${toULabel(name)}: ${moveProblemText(problem)}`,
              facts: { name: toULabel(name), ...('until' in problem ? { day: problem.until } : {}) },
            },
          ]
        : [];
    });
    if (faults.length > 0) throw badFields(faults);
  }

  /** Reads an auth code that was sealed when it was given. */
  codeIn(sealed: string): string {
    return this.parts.looks.codeIn(sealed);
  }

  /**
   * Looks at names now, and writes down together what was found. One that fails holds up no other, and is thrown then.
   *
   * @param asker for whom; those that have no turn before they have gone away are looked at later, by themselves
   * @param seen called with each before it is written down: what dies in between is looked at again
   * @returns those that had their turn
   */
  private async lookInto<Move extends KeptMove>(
    moves: readonly Move[],
    asker?: Asker,
    seen?: (move: Move, look: MoveLook | Error) => Promise<void>,
  ): Promise<Looked<Move>[]> {
    const { store, clock, looks } = this.parts;
    const at = clock.now();
    const looked = await looks.at(moves, ({ purchase }) => purchase !== null, asker);
    const found: (Found & { readonly move: Move })[] = [];
    const faults: unknown[] = [];
    await inLanes(looked, lanes, async ({ move, look }) => {
      try {
        if (look instanceof Error && !(look instanceof RegistrySilent)) throw look;
        await seen?.(move, look);
        const nextLookAt = isLook(look) ? nextLook(look, move.createdAt, at) : new Date(at.getTime() + silentRetryMs);
        found.push({ move, at, nextLookAt, ...(isLook(look) ? { look } : {}) });
      } catch (fault) {
        faults.push(fault);
      }
    });
    await store.countWrongCodes(
      found.flatMap((one) => (isWrongGuess(one) ? [one.move] : [])),
      isoDate(at),
    );
    await store.looked(found);
    if (faults.length > 0) throw faults[0];
    return looked;
  }
}

const isLook = (look: MoveLook | Error | undefined): look is MoveLook => look !== undefined && !(look instanceof Error);

/** A code that did not fit where it was tried first; each look after that tries the same one. */
function isWrongGuess({ move, look }: Found & { readonly move: KeptMove }): boolean {
  const isFirst = move.lookedAt === null || move.lookedAt < move.createdAt;
  return isFirst && (look?.problems.some(({ code }) => code === 'wrongCode') ?? false);
}

/**
 * What passes by itself is looked at every hour, or on the day on which it is over; not for ever, but until it has been
 * wanted for so long that whoever wants it has to say so again.
 */
function nextLook({ problems }: MoveLook, wantedAt: Date, at: Date): Date | null {
  const waits = problems.filter(passesByItself);
  if (waits.length === 0 || at.getTime() - wantedAt.getTime() > wantedForMs) return null;
  const days = waits.map((problem) => ('until' in problem ? new Date(`${problem.until}T00:00:00Z`).getTime() : 0));
  return new Date(Math.max(at.getTime() + hourMs, ...days));
}

function shown(
  { name, code, look, lookedAt, nextLookAt, purchase }: KeptMove,
  underWay: MoveUnderWay | undefined,
): ShownMove {
  return {
    name,
    unicode: toULabel(name),
    hasCode: code !== null,
    ...(look ? { look } : {}),
    ...(lookedAt ? { lookedAt: lookedAt.toISOString() } : {}),
    ...(nextLookAt ? { looksAgainAt: nextLookAt.toISOString() } : {}),
    ...(purchase ? { purchase } : {}),
    ...(underWay ? { underWay } : {}),
  };
}
