import { setImmediate as nextTurn, setTimeout as pause } from 'node:timers/promises';
import type { Extension } from '@tienda/core/catalogue/extension';
import { canRegister, type NameStatus, type RegistryAnswer } from '@tienda/core/names/availability';
import type { Idea } from '@tienda/core/ideas/idea';
import { nextNames, type NextName } from '@tienda/core/ideas/nextNames';
import { domainName } from '@tienda/core/names/domainName';
import { readQuery, type SearchPlan } from '@tienda/core/names/readQuery';
import type { SearchAnswer, SearchEvent } from '@tienda/core/search/searchEvent';
import type { Currency } from '@tienda/core/money/money';
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

type PriceToday = ReturnType<SearchPrices['today']>;

/** What is known of a candidate. */
interface Told {
  readonly type: SearchAnswer['type'];
  readonly status: NameStatus;
  readonly premium?: RegistryAnswer['premium'];
  readonly checkedAt: string;
  readonly source: string;
}

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
    const price = this.prices.today(currency);
    const catalogue = this.catalogue.current();
    const plan = readQuery(query, catalogue);
    const { candidates, problem } = candidatesOf(plan, catalogue, request);
    const counts: Record<string, number> = {};
    /** Names that were not asked for: where the search leads on to. */
    const beside = new Set<string>();
    const count = (answers: readonly SearchAnswer[]) => {
      for (const { name, status } of answers) if (!beside.has(name)) counts[status] = (counts[status] ?? 0) + 1;
      return answers;
    };
    const refused = candidates.filter((candidate) => candidate.refused !== undefined);
    const asked = new Map(candidates.flatMap((c) => (c.refused === undefined ? [[c.name, c] as const] : [])));
    tell([
      { type: 'plan', ...plan, problems: problem ? [...plan.problems, problem] : plan.problems },
      ...this.hints([...asked.values()], price),
      ...count(refused.map((candidate) => this.refusal(candidate, price))),
    ]);
    if (restMs > 0) await pause(restMs);
    if (asker.signal?.aborted) return;
    if (next) {
      const names = await this.next(plan);
      const others = candidatesOf({ names: names.map(({ name }) => name), labels: [] }, catalogue, {}).candidates;
      for (const other of others) {
        asked.set(other.name, other);
        beside.add(other.name);
      }
      if (names.length > 0) tell([{ type: 'next', names }, ...this.hints(others, price)]);
    }

    const isAnswered = this.crowd.join();
    let isFirst = true;
    const answered = (answers: ReadonlyMap<string, RegistryAnswer & { readonly checkedAt?: Date }>) => {
      const heard = [...answers].flatMap(([name, { status, premium, checkedAt = this.clock.now() }]) => {
        const candidate = asked.get(name);
        if (!candidate) return [];
        const source = candidate.extension.registry;
        const answer: Told = { type: 'result', status, checkedAt: checkedAt.toISOString(), source };
        return [told(candidate, premium ? { ...answer, premium } : answer, price)];
      });
      if (heard.length === 0) return;
      tell(count(heard), isFirst);
      isFirst = false;
      isAnswered();
    };
    const since = new Date(this.clock.now().getTime() - answersForMs);
    try {
      const kept = fresh ? new Map<string, never>() : await this.store.kept([...asked.keys()], since);
      answered(kept);
      const missing = [...asked.values()].filter(({ name }) => !kept.has(name));
      await this.ask(missing, answered, asker, () => this.crowd.firstsFirst());
    } finally {
      isAnswered();
    }
    tell([{ type: 'done', counts, ms: Math.round(performance.now() - start) }]);
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
   * Asks each name's registry, all registries side by side; every answer is told at once, and all are kept soon.
   *
   * @param beforeOthers waited for once the first registry is asked, where there are more
   */
  private async ask(
    names: readonly { readonly name: string; readonly extension: Extension }[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
    beforeOthers?: () => Promise<void>,
  ): Promise<void> {
    const byRegistry = new Map<string, string[]>();
    for (const { name, extension } of names) {
      const others = byRegistry.get(extension.registry);
      if (others) others.push(name);
      else byRegistry.set(extension.registry, [name]);
    }
    const asking: Promise<void>[] = [];
    for (const [id, asked] of byRegistry) {
      if (asking.length === 1) await beforeOthers?.();
      const one = this.askOne(id, asked, answered, asker);
      // Heard of below, once all are asked.
      one.catch(() => undefined);
      asking.push(one);
      // What came meanwhile is read first: where many search at once, nobody waits until all of everyone's names are asked.
      await nextTurn();
    }
    await Promise.all(asking);
  }

  private async askOne(
    id: string,
    names: readonly string[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
  ): Promise<void> {
    const registry = this.registries.get(id);
    if (!registry) throw new Error(`No gateway to the registry ${id}`);
    const heard = new Map<string, RegistryAnswer>();
    const hear = (answers: ReadonlyMap<string, RegistryAnswer>) => {
      answered(answers);
      for (const [name, answer] of answers) heard.set(name, answer);
    };
    await registry.check(names, hear, asker);
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
  private hints(candidates: readonly Candidate[], price: PriceToday): SearchAnswer[] {
    const hashes = new Map<string, LabelHash>();
    const now = this.clock.now().toISOString();
    return candidates.map((candidate) => {
      const { name, label, extension } = candidate;
      const hash = hashes.get(label) ?? labelHash(label);
      hashes.set(label, hash);
      const hint = this.hint(name, hash, extension.label);
      const { status, at } = hint ?? { status: 'unknown', at: now };
      return told(candidate, { type: 'hint', status, checkedAt: at, source: 'zone' }, price);
    });
  }

  /** What is known without asking the registry: what happened here lately, else what the index says. */
  private hint(name: string, hash: LabelHash, extension: string): ZoneHint | undefined {
    const read = this.zones.hint(hash, extension);
    const change = this.changes.of(name);
    return change && (!read || change.at > read.at) ? change : read;
  }

  private refusal(candidate: Candidate, price: PriceToday): SearchAnswer {
    const checkedAt = this.clock.now().toISOString();
    return told(candidate, { type: 'result', status: 'invalid', checkedAt, source: 'rules' }, price);
  }
}

function told({ name, label, unicode, extension, refused }: Candidate, known: Told, price: PriceToday): SearchAnswer {
  const { status, premium, checkedAt, type, source } = known;
  const priced = canRegister(status) || (type === 'hint' && status === 'unknown');
  return {
    type,
    name,
    unicode,
    label,
    extension: extension.label,
    status,
    ...(premium ? { premium } : {}),
    price: priced ? price(extension, premium) : null,
    checkedAt,
    source,
    ...(refused === undefined ? {} : { detail: refused }),
  };
}
