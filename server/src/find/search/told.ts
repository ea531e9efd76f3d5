import { canRegister, type NameStatus, type RegistryAnswer } from '@tienda/core/names/availability';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import type { Clock } from '../../platform/clock/clock';
import type { ZoneHint } from '../zones/service';
import type { Candidate } from './candidates';
import type { SearchPrices } from './prices';

/** What one search tells of its names, as lines of its answer (`SearchAnswer`), and how often each answer was given. */
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
  refusals(candidates: readonly Candidate[]): string[] {
    return candidates
      .filter(({ refused }) => refused !== undefined)
      .map((candidate) => this.counted(candidate, { status: 'invalid' }, this.now(), 'rules'));
  }

  /** @param hint of the index, where it knows the zone */
  hint(candidate: Candidate, hint: ZoneHint | undefined): string {
    return this.line(candidate, 'hint', { status: hint?.status ?? 'unknown' }, hint?.at ?? this.now(), 'zone');
  }

  /** Registries' words, with when they were given where that is not now; those on other names are passed over. */
  answers(answers: ReadonlyMap<string, RegistryAnswer & { readonly checkedAt?: Date }>): string[] {
    const now = this.now();
    return [...answers].flatMap(([name, { checkedAt, ...answer }]) => {
      const candidate = this.asked.get(name);
      if (!candidate) return [];
      this.answered.add(name);
      const at = checkedAt?.toISOString() ?? now;
      return [this.counted(candidate, answer, at, candidate.extension.registry)];
    });
  }

  private counted(candidate: Candidate, answer: Answer, checkedAt: string, source: string): string {
    const { name } = candidate;
    if (!this.beside.has(name)) this.counts[answer.status] = (this.counts[answer.status] ?? 0) + 1;
    return this.line(candidate, 'result', answer, checkedAt, source);
  }

  /**
   * Written by hand, in a fraction of the time: a search tells a thousand, and nothing in a name needs to be escaped, since
   * labels hold letters, digits and hyphens only.
   */
  private line(
    { name, label, unicode, extension, refused }: Candidate,
    type: SearchAnswer['type'],
    { status, premium }: Answer,
    checkedAt: string,
    source: string,
  ): string {
    const isPriced = canRegister(status) || (type === 'hint' && status === 'unknown');
    const price = isPriced ? this.price(extension, premium) : 'null';
    const read = unicode === name ? name : inAscii(unicode);
    const before = premium ? `,"premium":${JSON.stringify(premium)}` : '';
    const after = refused === undefined ? '' : `,"detail":${JSON.stringify(refused)}`;
    return `{"type":"${type}","name":"${name}","unicode":"${read}","label":"${label}","extension":"${extension.label}","status":"${status}"${before},"price":${price},"checkedAt":"${checkedAt}","source":"${source}"${after}}\n`;
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}

interface Answer {
  readonly status: NameStatus;
  readonly premium?: RegistryAnswer['premium'];
}

/** Escaped: a single letter beyond would make all of the answer a text of two octets a letter, which takes longer to send. */
const inAscii = (text: string): string =>
  text
    .split('')
    .map((unit) => (unit < '\u0080' ? unit : `\\u${unit.charCodeAt(0).toString(16).padStart(4, '0')}`))
    .join('');
