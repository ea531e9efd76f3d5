import type { RegistryAnswer } from '@tienda/core/names/availability';
import { grouped } from '@tienda/core/text/grouped';
import { RegistrySilent, UnexpectedAnswer, type Asker } from './registryGateway';
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
    for (let at = 0; at < names.length; at += this.namesPerCheck) void this.askNext();
    return question.done;
  }

  private async askNext(): Promise<void> {
    let frame: readonly Wanted[] | undefined;
    const choose = () => {
      frame = this.next();
      return namesOf(frame);
    };
    try {
      const answers = await this.ask(choose);
      give(frame ?? [], answers);
    } catch (fault) {
      // Where no session came, the next ones are as far from an answer.
      await this.failed(frame ?? this.next(), fault);
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
    const byQuestion = [...grouped(frame, ({ by }) => by)];
    // A registry that does not take a check for a name in it is asked again: nobody's name spoils the answers of others.
    if (fault instanceof UnexpectedAnswer && byQuestion.length > 1) {
      await Promise.all(byQuestion.map(([, its]) => this.askAgain(its)));
      return;
    }
    for (const [question, its] of byQuestion)
      if (fault instanceof RegistrySilent) question.hear(unknown(namesOf(its)), its.length);
      else question.fail(fault);
  }

  private async askAgain(its: readonly Wanted[]): Promise<void> {
    try {
      give(its, await this.ask(() => namesOf(its)));
    } catch (fault) {
      await this.failed(its, fault);
    }
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

function unknown(names: readonly string[]): Answers {
  return new Map(names.map((name) => [name, { status: 'unknown' }]));
}
