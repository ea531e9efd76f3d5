import type { Holding } from '@tienda/core/accounts/actor';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { lineChanges, lineFacts, type LineFacts } from '@tienda/core/basket/lineFacts';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Movable } from '@tienda/core/transfers/moveIn';
import { nameProblem, termProblem } from '@tienda/core/pricing/itemProblem';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import { closedTo } from '@tienda/core/lifecycle/stage';
import { toULabel } from '@tienda/core/idna/idna';
import { codeKey } from '@tienda/core/pricing/promotion';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import { badField, badFields, type FieldError, factsOf } from '../../platform/http/problem';
import {
  premiumAnswers,
  heldActions,
  heldAmong,
  type HeldNames,
  type MovableNames,
  type RenewableName,
} from './renewals';
import type { SearchService } from '../../find/search/service';
import { mostLines } from './models';
import type { BasketStore, ChosenLine, KeptLine } from './store';

/** Whose basket it is: an account's, or that of a visitor. */
export interface BasketOwner {
  /** Of the basket. */
  readonly id: string;
  /** Left out for visitors. */
  readonly holding?: Holding;
}

export interface ShownBasket {
  readonly lines: readonly BasketLine[];
  readonly codes: BasketCodes;
}

/** How old the registries' answers may be when the basket is checked. */
const checkedForMs = 5 * 60 * 1000;

export class BasketService {
  constructor(
    private readonly store: BasketStore,
    private readonly catalogue: CatalogueReader,
    private readonly search: SearchService,
    private readonly names: HeldNames,
    private readonly moves: MovableNames,
    private readonly clock: Clock,
  ) {}

  /** The basket with what is known of its names; `check` asks the registries for what is not known lately. */
  async show(owner: BasketOwner | undefined, check = false): Promise<ShownBasket> {
    if (!owner) return { lines: [], codes: { typed: [] } };
    const [kept, codes] = await Promise.all([this.store.lines(owner.id), this.store.codes(owner.id)]);
    const [held, movable] = await Promise.all([this.held(owner, kept), this.movable(owner, kept)]);
    const answers = await this.answers(kept, held, movable, check);
    const lines = kept.map(({ seen, ...line }): BasketLine => {
      const answer = answers.get(line.name);
      const facts = this.facts(line, answer);
      const changes = seen && facts ? lineChanges(seen, facts, line.years) : [];
      const mine = held.get(line.name);
      // What a premium one costs is its registry's word: it stands with the answer.
      const { premium: _premium, ...coming }: Partial<Movable> =
        (line.action === 'transfer' ? movable.get(line.name) : undefined) ?? {};
      return {
        ...line,
        unicode: toULabel(line.name),
        ...(mine ? { heldUntil: mine.expiresOn, stage: mine.stage } : {}),
        ...coming,
        ...(answer ? { answer } : {}),
        ...(changes.length > 0 ? { changes } : {}),
      };
    });
    return { lines, codes: codes ?? { typed: [] } };
  }

  /**
   * Puts lines in the basket, or changes what was chosen for them; all of them or none.
   *
   * @param pointer where the field of a line stands in the request
   * @throws Problem 422 naming every line that cannot be put in
   */
  async put(
    owner: BasketOwner,
    wanted: readonly ChosenLine[],
    pointer: (place: number, field: 'name' | 'years') => string,
  ): Promise<void> {
    const { id } = owner;
    const held = await this.held(owner, wanted);
    const faults: FieldError[] = [];
    const chosen = wanted.flatMap((line, place) => {
      const read = this.read(line, held);
      if ('name' in read) return { ...line, ...read };
      faults.push({ pointer: pointer(place, read.field), code: read.code, detail: read.detail, ...factsOf(read) });
      return [];
    });
    if (faults.length > 0) throw badFields(faults);
    const inBasket = new Set((await this.store.lines(id)).map(({ name }) => name));
    const once = [...new Map(chosen.map((line) => [line.name, line])).values()];
    if (new Set([...inBasket, ...once.map(({ name }) => name)]).size > mostLines)
      throw badField(
        pointer(0, 'name'),
        'basketFull',
        `A basket holds at most ${mostLines} names: check out or remove some.`,
      );
    const answers = await this.answers(once, held, await this.movable(owner, once), false);
    await this.store.put(
      id,
      once.map((line): KeptLine => ({ ...line, seen: this.facts(line, answers.get(line.name)) ?? null })),
    );
  }

  /** Takes what has changed as read: changes are told against today from now on. */
  async see(owner: BasketOwner): Promise<void> {
    const { id } = owner;
    const kept = await this.store.lines(id);
    const [held, movable] = await Promise.all([this.held(owner, kept), this.movable(owner, kept)]);
    const answers = await this.answers(kept, held, movable, false);
    const facts = kept.flatMap((line) => {
      const now = this.facts(line, answers.get(line.name));
      return now ? [[line.name, now] as const] : [];
    });
    await this.store.see(id, new Map(facts));
  }

  async remove(id: string, name: string): Promise<void> {
    await this.store.remove(id, [name]);
  }

  async empty(id: string): Promise<void> {
    await this.store.empty(id);
  }

  async keepCodes(id: string, { typed, use }: BasketCodes): Promise<void> {
    const once = [...new Map(typed.map((code) => [codeKey(code), code.trim()])).values()].filter((code) => code !== '');
    await this.store.keepCodes(id, { typed: once, ...(use === undefined ? {} : { use }) });
  }

  /** What registries say of names to register; of those that are held or come here, what is asked for a premium name. */
  private async answers(
    lines: readonly Pick<ChosenLine, 'name' | 'action'>[],
    held: ReadonlyMap<string, RenewableName>,
    movable: ReadonlyMap<string, Movable>,
    check: boolean,
  ): Promise<Map<string, RegistryAnswer>> {
    const names = lines.flatMap(({ name, action }) => (action === 'register' ? [name] : []));
    const answers = check ? await this.search.answers(names, checkedForMs) : await this.search.known(names);
    return new Map([...answers, ...premiumAnswers(held.values(), movable)]);
  }

  /** Those of the names to renew or to restore that the account holds. */
  private async held(
    { holding }: BasketOwner,
    lines: readonly Pick<ChosenLine, 'name' | 'action'>[],
  ): Promise<Map<string, RenewableName>> {
    const names = heldAmong(lines, this.catalogue.current());
    if (!holding || names.length === 0) return new Map();
    return new Map((await this.names.among(holding, names)).map((held) => [held.name, held]));
  }

  /** Those of the names to be moved that can come. */
  private async movable(
    { holding }: BasketOwner,
    lines: readonly Pick<ChosenLine, 'name' | 'action'>[],
  ): Promise<ReadonlyMap<string, Movable>> {
    const names = lines.flatMap(({ name, action }) => (action === 'transfer' ? [name] : []));
    return holding ? this.moves.movable(holding.account, names) : new Map();
  }

  private facts(
    { name, action }: Pick<ChosenLine, 'name' | 'action'>,
    answer: RegistryAnswer | undefined,
  ): LineFacts | undefined {
    const extension = extensionOf(name, this.catalogue.current());
    return extension && lineFacts(extension, answer, isoDate(this.clock.now()), action);
  }

  /** The name as it is stored, with what is fixed for one that is held; or what is wrong with the line. */
  private read(
    { name, action, years }: ChosenLine,
    held: ReadonlyMap<string, RenewableName>,
  ):
    | Pick<ChosenLine, 'name'>
    | Omit<ChosenLine, 'years' | 'action'>
    | (Omit<FieldError, 'pointer'> & { field: 'name' | 'years' }) {
    const read = domainName(name, this.catalogue.current());
    if (read.kind === 'problem') return { field: 'name', code: read.code, detail: read.detail, ...factsOf(read) };
    const { extension, unicode } = read;
    const mine = held.get(read.name);
    if (heldActions.includes(action) && !mine) return nameProblem('notHeld', unicode);
    const closed = mine && action !== 'register' && action !== 'transfer' ? closedTo(action, mine.stage) : undefined;
    if (closed) return nameProblem(closed, unicode);
    if (action === 'privacy' && (extension.privacy.policy !== 'priced' || mine?.privacy))
      return nameProblem('privacyNotSold', unicode);
    const subject = { name: read.name, unicode, extension, ...(mine ? { heldUntil: mine.expiresOn } : {}) };
    const problem = termProblem({ action, years }, subject, isoDate(this.clock.now()));
    if (problem) return problem;
    return mine
      ? { name: read.name, privacy: action === 'privacy' || mine.privacy, autoRenew: mine.autoRenew }
      : { name: read.name };
  }
}
