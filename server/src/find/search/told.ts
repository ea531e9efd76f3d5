import { canRegister, type NameStatus, type RegistryAnswer } from '@tienda/core/names/availability';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import type { Clock } from '../../platform/clock/clock';
import type { ZoneHint } from '../zones/service';
import type { Candidate } from './candidates';
import { lineEnd, type DayPrices } from './prices';

/** What one search tells of its names, as lines of its answer (`SearchAnswer`), and how often each answer was given. */
export class Told {
  /** Names by what became of them. */
  readonly counts: Record<string, number> = {};
  private readonly asked = new Map<string, Candidate>();
  private readonly beside = new Set<string>();
  private readonly answered = new Set<string>();

  /** @param prices of today */
  constructor(
    private readonly prices: DayPrices,
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
  refusals(candidates: readonly Candidate[]): string[] {
    const refused = candidates.filter((candidate) => candidate.refused !== undefined);
    const now = this.now();
    return refused.map((candidate) => this.result(candidate, { status: 'invalid' }, now, 'rules'));
  }

  /** @param hint of the index, where it knows the zone */
  hint(candidate: Candidate, hint: ZoneHint | undefined): string {
    const { status = 'unknown', at = this.now() } = hint ?? {};
    return `${lineStart('hint', candidate)}${this.prices.hintEnd(candidate.extension, status, at)}`;
  }

  /** Registries' words, with when they were given where that is not now; those on other names are passed over. */
  answers(answers: ReadonlyMap<string, RegistryAnswer & { readonly checkedAt?: Date }>): string[] {
    const now = this.now();
    return [...answers].flatMap(([name, { checkedAt, ...answer }]) => {
      const candidate = this.asked.get(name);
      if (!candidate) return [];
      this.answered.add(name);
      const at = checkedAt?.toISOString() ?? now;
      return [this.result(candidate, answer, at, candidate.extension.registry)];
    });
  }

  /** Of one name; those asked for are counted. */
  private result(candidate: Candidate, { status, premium }: Answer, checkedAt: string, source: string): string {
    const { name, extension, refused } = candidate;
    if (!this.beside.has(name)) this.counts[status] = (this.counts[status] ?? 0) + 1;
    const price = canRegister(status) ? this.prices.of(extension, premium) : 'null';
    const its = premium ? `,"premium":${JSON.stringify(premium)}` : '';
    const why = refused === undefined ? '' : `,"detail":${JSON.stringify(refused)}`;
    return `${lineStart('result', candidate)}${lineEnd(extension, status, price, checkedAt, source, `${its}${why}`)}`;
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}

interface Answer {
  readonly status: NameStatus;
  readonly premium?: RegistryAnswer['premium'];
}

/**
 * A line up to its name. Lines are written by hand, in a fraction of the time: a search tells a thousand, and nothing in a
 * name needs to be escaped, since labels hold letters, digits and hyphens only.
 */
function lineStart(type: SearchAnswer['type'], { name, label, unicode }: Candidate): string {
  return `{"type":"${type}","name":"${name}","unicode":"${unicode === name ? name : inAscii(unicode)}","label":"${label}`;
}

/** Escaped: a single letter beyond would make all of the answer a text of two octets a letter, which takes longer to send. */
function inAscii(text: string): string {
  return text.replace(/[^\0-\x7f]/g, (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, '0')}`);
}
