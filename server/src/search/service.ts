import type { Catalogue, Extension } from '@tienda/core/catalogue/extension';
import { isoDate } from '@tienda/core/lifecycle/isoDate';
import type { NameStatus, RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import { toULabel } from '@tienda/core/names/idna';
import { extensionProblem, readLabel } from '@tienda/core/names/label';
import { readQuery, type SearchPlan } from '@tienda/core/names/readQuery';
import type { SearchEvent } from '@tienda/core/names/searchEvent';
import { introRuns, unitPrices } from '@tienda/core/pricing/linePrice';
import type { Currency } from '@tienda/core/pricing/money';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import type { Registries } from '../gateways/registry/registryGateway';
import type { AvailabilityStore } from './store';

interface Candidate {
  readonly name: string;
  readonly label: string;
  readonly extension: Extension;
}

export class SearchService {
  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly registries: Registries,
    private readonly store: AvailabilityStore,
    private readonly clock: Clock,
  ) {}

  /**
   * Searches what was typed: each registry's answers are told as soon as they are known, the most chosen
   * extensions asked first.
   *
   * @param tell called for every event, in order of time
   */
  async search(query: string, currency: Currency, rate: string, tell: (event: SearchEvent) => void): Promise<void> {
    const start = performance.now();
    const catalogue = this.catalogue.current();
    const plan = readQuery(query, catalogue);
    tell({ type: 'plan', ...plan });
    const counts: Record<string, number> = {};
    const result = (
      candidate: Candidate,
      answer: { status: NameStatus; premium?: RegistryAnswer['premium'] },
      source: string,
      detail?: string,
    ) => {
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      tell(this.resultOf(candidate, answer, source, currency, rate, detail));
    };
    const asked = new Map<string, Candidate>();
    for (const candidate of candidatesOf(plan, catalogue)) {
      const label = readLabel(toULabel(candidate.label));
      const problem = label.kind === 'problem' ? label : extensionProblem(label, candidate.extension);
      if (problem) result(candidate, { status: 'invalid' }, 'rules', problem.detail);
      else asked.set(candidate.name, candidate);
    }
    await this.ask([...asked.values()], (answers) => {
      for (const [name, answer] of answers) {
        const candidate = asked.get(name);
        if (candidate) result(candidate, answer, candidate.extension.registry);
      }
    });
    tell({ type: 'done', counts, ms: Math.round(performance.now() - start) });
  }

  /**
   * The registries' word on names, asked for again where the last answer is older than `maxAgeMs`.
   *
   * @param names full names of the catalogue's extensions; others are passed over
   */
  async answers(names: readonly string[], maxAgeMs: number): Promise<Map<string, RegistryAnswer>> {
    const now = this.clock.now();
    const answers = await this.store.answers(names, new Date(now.getTime() - maxAgeMs));
    const catalogue = this.catalogue.current();
    const missing = names.flatMap((name) => {
      const read = domainName(name, catalogue);
      return read.kind === 'name' && !answers.has(read.name) ? [read] : [];
    });
    await this.ask(missing, (fresh) => fresh.forEach((answer, name) => answers.set(name, answer)));
    return answers;
  }

  /** Asks each name's registry, all registries side by side; every answer is told, then kept. */
  private async ask(
    names: readonly Pick<Candidate, 'name' | 'extension'>[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
  ): Promise<void> {
    const byRegistry = new Map<string, string[]>();
    for (const { name, extension } of names) {
      const others = byRegistry.get(extension.registry);
      if (others) others.push(name);
      else byRegistry.set(extension.registry, [name]);
    }
    await Promise.all(
      [...byRegistry].map(async ([id, asked]) => {
        const registry = this.registries.get(id);
        if (!registry) throw new Error(`No gateway to the registry ${id}`);
        const kept: Promise<void>[] = [];
        await registry.check(asked, (answers) => {
          answered(answers);
          kept.push(this.store.keep(answers, this.clock.now()));
        });
        await Promise.all(kept);
      }),
    );
  }

  private resultOf(
    { name, label, extension }: Candidate,
    { status, premium }: { status: NameStatus; premium?: RegistryAnswer['premium'] },
    source: string,
    currency: Currency,
    rate: string,
    detail: string | undefined,
  ): SearchEvent {
    const now = this.clock.now();
    const offered = status === 'available' || status === 'premium';
    const shortest = extension.terms.register[0] ?? 1;
    const prices = unitPrices(extension, premium, introRuns(extension, shortest, isoDate(now)), currency, rate);
    return {
      type: 'result',
      name,
      unicode: `${toULabel(label)}.${extension.unicode}`,
      label,
      extension: extension.label,
      status,
      ...(premium ? { premium } : {}),
      price: offered
        ? {
            currency,
            firstYear: (prices.intro ?? prices.register) + prices.fee,
            renewal: prices.renew + prices.fee,
            intro: prices.intro !== undefined,
          }
        : null,
      checkedAt: now.toISOString(),
      source,
      ...(detail ? { detail } : {}),
    };
  }
}

/** Full names first, then every label in every extension, the most chosen extension first; no name twice. */
function candidatesOf({ names, labels }: SearchPlan, catalogue: Catalogue): Candidate[] {
  const byPopularity = [...catalogue.values()].sort((a, b) => b.popularity - a.popularity);
  const found = new Map<string, Candidate>();
  for (const name of names) {
    const read = domainName(name, catalogue);
    if (read.kind === 'name') found.set(name, { name, label: read.label, extension: read.extension });
  }
  for (const label of labels)
    for (const extension of byPopularity) {
      const name = `${label}.${extension.label}`;
      if (!found.has(name)) found.set(name, { name, label, extension });
    }
  return [...found.values()];
}
