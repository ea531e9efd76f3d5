import { canRegister, type NameStatus, type RegistryAnswer } from '@tienda/core/names/availability';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import type { Clock } from '../../platform/clock/clock';
import type { ZoneHint } from '../zones/service';
import type { Candidate } from './candidates';
import type { SearchPrices } from './prices';

/** What one search tells of its names, and how often each answer was given. */
export class Told {
  /** Names by what became of them. */
  readonly counts: Record<string, number> = {};
  private readonly asked = new Map<string, Candidate>();
  private readonly beside = new Set<string>();
  private readonly answered = new Set<string>();

  /** @param price of today */
  constructor(
    private readonly price: ReturnType<SearchPrices['today']>,
    private readonly clock: Clock,
  ) {}

  /** Names that answers are for. @param isBeside not asked for, and not counted: where the search leads on to */
  add(candidates: readonly Candidate[], isBeside = false): void {
    for (const candidate of candidates) {
      this.asked.set(candidate.name, candidate);
      if (isBeside) this.beside.add(candidate.name);
    }
  }

  /** True once a registry, or what is kept of one, has told of a name. */
  get hasAnswers(): boolean {
    return this.answered.size > 0;
  }

  /** The same of one name. */
  isAnswered(name: string): boolean {
    return this.answered.has(name);
  }

  /** Those that the rules refuse. */
  refusals(candidates: readonly Candidate[]): SearchAnswer[] {
    return candidates
      .filter(({ refused }) => refused !== undefined)
      .map((candidate) => this.count(this.line(candidate, 'result', { status: 'invalid' }, this.now(), 'rules')));
  }

  /** @param hint of the index, where it knows the zone */
  hint(candidate: Candidate, hint: ZoneHint | undefined): SearchAnswer {
    return this.line(candidate, 'hint', { status: hint?.status ?? 'unknown' }, hint?.at ?? this.now(), 'zone');
  }

  /** Registries' words, with when they were given where that is not now; those on other names are passed over. */
  answers(answers: ReadonlyMap<string, RegistryAnswer & { readonly checkedAt?: Date }>): SearchAnswer[] {
    const now = this.now();
    return [...answers].flatMap(([name, { checkedAt, ...answer }]) => {
      const candidate = this.asked.get(name);
      if (!candidate) return [];
      this.answered.add(name);
      const at = checkedAt?.toISOString() ?? now;
      return [this.count(this.line(candidate, 'result', answer, at, candidate.extension.registry))];
    });
  }

  private line(
    { name, label, unicode, extension, refused }: Candidate,
    type: SearchAnswer['type'],
    { status, premium }: { readonly status: NameStatus; readonly premium?: RegistryAnswer['premium'] },
    checkedAt: string,
    source: string,
  ): SearchAnswer {
    const isPriced = canRegister(status) || (type === 'hint' && status === 'unknown');
    return {
      type,
      name,
      unicode,
      label,
      extension: extension.label,
      status,
      ...(premium ? { premium } : {}),
      price: isPriced ? this.price(extension, premium) : null,
      checkedAt,
      source,
      ...(refused === undefined ? {} : { detail: refused }),
    };
  }

  private count(answer: SearchAnswer): SearchAnswer {
    const { name, status } = answer;
    if (!this.beside.has(name)) this.counts[status] = (this.counts[status] ?? 0) + 1;
    return answer;
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}
