import { setImmediate as nextTurn, setTimeout as pause } from 'node:timers/promises';
import type { Extension } from '@tienda/core/catalogue/extension';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { Idea } from '@tienda/core/ideas/idea';
import { nextNames, type NextName } from '@tienda/core/ideas/nextNames';
import { domainName } from '@tienda/core/names/domainName';
import { readQuery, type SearchPlan } from '@tienda/core/names/readQuery';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
import type { Currency } from '@tienda/core/money/money';
import { grouped } from '@tienda/core/text/grouped';
import { labelHash, type LabelHash } from '@tienda/core/zones/labelHash';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import type { Asker, Registries } from '../../gateways/registry/registryGateway';
import type { Tell } from '../../platform/http/ndjson';
import type { NameChanges } from '../zones/changes';
import type { ZoneHint, ZoneIndex } from '../zones/service';
import type { WordFile } from '../words/wordFile';
import { candidatesOf, type Candidate, type CandidateChoices } from './candidates';
import { Crowd } from './crowd';
import { SearchPrices } from './prices';
import { Told } from './told';
import type { AvailabilityStore } from './store';

export interface SearchRequest extends CandidateChoices {
  readonly query: string;
  readonly currency: Currency;
  /** So long the registries are spared, in case the asker types on. */
  readonly restMs?: number;
  /** Registries are asked again whatever is known. */
  readonly fresh?: boolean;
  /** Names to go on with are told and asked for too. */
  readonly next?: boolean;
}

/** How long a registry's answer is shown, with its age, before it is asked again. */
const answersForMs = 5 * 60 * 1000;

export class SearchService {
  private readonly prices: SearchPrices;
  private readonly crowd = new Crowd();

  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly registries: Registries,
    private readonly zones: ZoneIndex,
    private readonly changes: NameChanges,
    private readonly store: AvailabilityStore,
    private readonly words: WordFile,
    private readonly clock: Clock,
  ) {
    this.prices = new SearchPrices(clock);
  }

  /**
   * Searches what was typed: at once the plan and a hint for every name, then each registry's answers as soon as
   * they are known.
   *
   * @param tell called with events in order of time, those known together given together
   */
  async search(request: SearchRequest, asker: Asker, tell: Tell<SearchEvent>): Promise<void> {
    const start = performance.now();
    const { query, currency, restMs = 0, fresh = false, next = false } = request;
    const catalogue = this.catalogue.current();
    const plan = readQuery(query, catalogue);
    const { candidates, problem } = candidatesOf(plan, catalogue, request);
    const told = new Told(this.prices.today(currency), this.clock);
    const asked = candidates.filter(({ refused }) => refused === undefined);
    told.add(asked);
    tell([
      { type: 'plan', ...plan, problems: problem ? [...plan.problems, problem] : plan.problems },
      ...this.hints(asked, told),
      ...told.refusals(candidates),
    ]);
    if (restMs > 0) await pause(restMs);
    if (asker.signal?.aborted) return;

    const isAnswered = this.crowd.join();
    const answered = (answers: ReadonlyMap<string, RegistryAnswer & { readonly checkedAt?: Date }>) => {
      const isFirst = !told.hasAnswers;
      const results = told.answers(answers);
      if (results.length === 0) return;
      tell(results, isFirst);
      isAnswered();
    };
    /** Tells what is kept of names. @returns those to be asked for */
    const unknown = async (of: readonly Candidate[]) => {
      if (fresh) return of;
      const since = new Date(this.clock.now().getTime() - answersForMs);
      answered(await this.store.kept(namesOf(of), since));
      return of.filter(({ name }) => !told.isAnswered(name));
    };
    try {
      const [first, ...others] = byRegistry(await unknown(asked));
      // What can be confirmed first is asked before anything else is done.
      const asking = this.ask(first ?? [], answered, asker);
      // Heard of below, once all are asked.
      asking.catch(() => undefined);
      await this.crowd.firstsFirst();
      const names = next ? await this.next(plan) : [];
      const { candidates: beside } = candidatesOf({ names: namesOf(names), labels: [] }, catalogue, {});
      told.add(beside, true);
      if (names.length > 0) tell([{ type: 'next', names }, ...this.hints(beside, told)]);
      await Promise.all([asking, this.ask([...others.flat(), ...(await unknown(beside))], answered, asker)]);
    } finally {
      isAnswered();
    }
    tell([{ type: 'done', counts: told.counts, ms: Math.round(performance.now() - start) }]);
  }

  /**
   * The registries' word on names, asked for again where the last answer is older than `maxAgeMs`.
   *
   * @param names full names of the catalogue's extensions; others are passed over
   */
  async answers(names: readonly string[], maxAgeMs: number): Promise<Map<string, RegistryAnswer>> {
    const now = this.clock.now();
    const answers =
      maxAgeMs > 0
        ? await this.store.answers(names, new Date(now.getTime() - maxAgeMs))
        : new Map<string, RegistryAnswer>();
    const catalogue = this.catalogue.current();
    const missing = names.flatMap((name) => {
      if (answers.has(name)) return [];
      const read = domainName(name, catalogue);
      return read.kind === 'name' && !answers.has(read.name) ? [read] : [];
    });
    await this.ask(missing, (fresh) => fresh.forEach((answer, name) => answers.set(name, answer)));
    return answers;
  }

  /** Waits until what was answered is known to all processes. */
  settled(): Promise<void> {
    return this.store.settled();
  }

  /** What the registries said of names when they were last asked, however long ago. */
  known(names: readonly string[]): Promise<Map<string, RegistryAnswer>> {
    return this.store.answers(names, new Date(0));
  }

  /**
   * Asks each name's registry, all registries side by side; every answer is told at once, and all are kept soon. The first
   * is asked before anything is waited for.
   */
  private async ask(
    names: readonly Asked[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
  ): Promise<void> {
    const asking: Promise<void>[] = [];
    for (const its of byRegistry(names)) {
      const one = this.askOne(its, answered, asker);
      // Heard of below, once all are asked.
      one.catch(() => undefined);
      asking.push(one);
      // What came meanwhile is read first: where many search at once, nobody waits until all of everyone's names are asked.
      await nextTurn();
    }
    await Promise.all(asking);
  }

  private async askOne(
    names: readonly Asked[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
  ): Promise<void> {
    const id = names[0]?.extension.registry ?? '';
    const registry = this.registries.get(id);
    if (!registry) throw new Error(`No gateway to the registry ${id}`);
    const heard = new Map<string, RegistryAnswer>();
    const hear = (answers: ReadonlyMap<string, RegistryAnswer>) => {
      answered(answers);
      for (const [name, answer] of answers) heard.set(name, answer);
    };
    await registry.check(namesOf(names), hear, asker);
    // Whoever asked has them already; keeping them spares others the question.
    this.store.keepSoon(heard, this.clock.now());
  }

  /** Names to go on with, those left out that are taken as far as the index knows. */
  private async next(plan: SearchPlan): Promise<NextName[]> {
    const words = await this.words.words();
    const isTaken = ({ name, label, extension }: Idea) =>
      this.hint(name, labelHash(label), extension)?.status === 'taken';
    return nextNames(plan, this.catalogue.current(), words, isTaken);
  }

  /** What the index says of every name, each label hashed once. */
  private hints(candidates: readonly Candidate[], told: Told): string[] {
    const hashes = new Map<string, LabelHash>();
    return candidates.map((candidate) => {
      const { name, label, extension } = candidate;
      const hash = hashes.get(label) ?? labelHash(label);
      hashes.set(label, hash);
      return told.hint(candidate, this.hint(name, hash, extension.label));
    });
  }

  /** What is known without asking the registry: what happened here lately, else what the index says. */
  private hint(name: string, hash: LabelHash, extension: string): ZoneHint | undefined {
    const read = this.zones.hint(hash, extension);
    const change = this.changes.of(name);
    return change && (!read || change.at > read.at) ? change : read;
  }
}

/** A name that a registry can be asked for. */
interface Asked {
  readonly name: string;
  readonly extension: Extension;
}

const namesOf = (of: readonly { readonly name: string }[]): string[] => of.map(({ name }) => name);

/** The names of each registry, those first whose first comes first. */
const byRegistry = <Name extends Asked>(names: readonly Name[]): Name[][] => [
  ...grouped(names, ({ extension }) => extension.registry).values(),
];
