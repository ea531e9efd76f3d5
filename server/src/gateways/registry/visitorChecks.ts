import type { RegistryAnswer } from '@tienda/core/names/availability';
import { grouped } from '@tienda/core/text/grouped';
import { QuestionRefused, RegistrySilent, type Asker } from './registryGateway';
import { Turns } from './turns';

type Answers = ReadonlyMap<string, RegistryAnswer>;

/** Asks the registry for the names that are chosen once there is a session for it; none, where none are left. */
export type AskFor = (choose: () => readonly string[]) => Promise<Answers>;

interface Wanted {
  readonly name: string;
  readonly by: Question;
}

/**
 * Names that visitors want to know of, put together into as few checks as the registry allows: each visitor in turn gets
 * one name into the next check. So many who ask at one moment all hear of their first names from the same check, instead of
 * one after the other.
 */
export class VisitorChecks {
  private readonly wanted = new Turns<Wanted>();

  constructor(
    private readonly namesPerCheck: number,
    private readonly ask: AskFor,
  ) {}

  /** @param answered called with names as soon as they are known, until the asker goes away */
  check(names: readonly string[], answered: (answers: Answers) => void, { id, signal }: Asker): Promise<void> {
    const question = new Question(names.length, answered, signal);
    if (question.isOver) return question.done;
    for (const name of names) this.wanted.push(id, { name, by: question });
    for (let at = 0; at < names.length; at += this.namesPerCheck) void this.askFor(() => this.next());
    return question.done;
  }

  /** @param take what to ask for, once there is a session for it; where none came, it is as far from an answer */
  private async askFor(take: () => readonly Wanted[]): Promise<void> {
    let frame: readonly Wanted[] | undefined;
    try {
      const answers = await this.ask(() => namesOf((frame = take())));
      give(frame ?? [], answers);
    } catch (fault) {
      await this.failed(frame ?? take(), fault);
    }
  }

  private next(): Wanted[] {
    const frame: Wanted[] = [];
    while (frame.length < this.namesPerCheck) {
      const next = this.wanted.shift();
      if (!next) break;
      if (!next.by.isOver) frame.push(next);
    }
    return frame;
  }

  private async failed(frame: readonly Wanted[], fault: unknown): Promise<void> {
    const byQuestion = grouped(frame, ({ by }) => by);
    // Nobody's name spoils the answers of others: each visitor's are asked for again by themselves.
    if (fault instanceof QuestionRefused && byQuestion.size > 1)
      await Promise.all([...byQuestion.values()].map((its) => this.askFor(() => its.filter(({ by }) => !by.isOver))));
    else if (fault instanceof RegistrySilent) give(frame, new Map());
    else for (const question of byQuestion.keys()) question.fail(fault);
  }
}

/** What one visitor asks at once. */
class Question {
  readonly done: Promise<void>;
  isOver = false;
  private resolve!: () => void;
  private reject!: (fault: Error) => void;

  constructor(
    private left: number,
    private readonly answered: (answers: Answers) => void,
    private readonly signal: AbortSignal | undefined,
  ) {
    this.done = new Promise((resolve, reject) => {
      this.resolve = resolve;
      this.reject = reject;
    });
    signal?.addEventListener('abort', this.end, { once: true });
    if (left === 0 || signal?.aborted) this.end();
  }

  /** @param count of the names asked for that this is about: one may have been asked for twice */
  hear(answers: Answers, count: number): void {
    if (this.isOver) return;
    try {
      this.answered(answers);
    } catch (fault) {
      this.fail(fault);
    }
    this.left -= count;
    if (this.left === 0) this.end();
  }

  fail(fault: unknown): void {
    this.reject(fault instanceof Error ? fault : new Error(String(fault)));
    this.end();
  }

  private readonly end = (): void => {
    this.isOver = true;
    this.signal?.removeEventListener('abort', this.end);
    this.resolve();
  };
}

/** Tells each visitor of their names; what was not answered is unknown. */
function give(frame: readonly Wanted[], answers: Answers): void {
  for (const [question, its] of grouped(frame, ({ by }) => by)) {
    const own = its.map(({ name }) => [name, answers.get(name) ?? { status: 'unknown' }] as const);
    question.hear(new Map(own), its.length);
  }
}

/** Each once, though several may want it. */
function namesOf(wanted: readonly Wanted[]): readonly string[] {
  return [...new Set(wanted.map(({ name }) => name))];
}
