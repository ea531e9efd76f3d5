import type { AheadFeed } from '@tienda/core/pricing/aheadFeed';
import type { AheadQuestion, AheadView } from '@tienda/core/pricing/aheadView';
import { AheadAnswers, type AheadAnswered, type AheadAsked } from './aheadAnswers';

/** So long a worker is waited for, its script included; names of thousands take a tenth of a second. */
const patienceMs = 10_000;

interface Waiting {
  readonly asked: Omit<AheadAsked, 'id'>;
  readonly answer: (view: AheadView) => void;
}

/**
 * Has the years ahead reckoned in a web worker, so that the page goes on meanwhile; on the page itself where there can be
 * no worker, or it does not answer.
 */
export class AheadDesk {
  private worker: Worker | undefined;
  private canHaveWorker = typeof Worker !== 'undefined';
  private sent: AheadFeed | undefined;
  private asked = 0;
  private readonly waiting = new Map<number, Waiting>();

  /** @param signal aborted, nobody waits for the answer any more */
  ask(feed: AheadFeed, question: AheadQuestion, signal?: AbortSignal): Promise<AheadView> {
    if (!this.canHaveWorker) return Promise.resolve(new AheadAnswers().answer({ feed, question }));
    const worker = (this.worker ??= this.open());
    const id = (this.asked += 1);
    return new Promise((answer) => {
      const late = setTimeout(() => this.goOnAlone(), patienceMs);
      signal?.addEventListener('abort', () => {
        clearTimeout(late);
        this.waiting.delete(id);
      });
      const settle = (view: AheadView) => {
        clearTimeout(late);
        answer(view);
      };
      this.waiting.set(id, { asked: { feed, question }, answer: settle });
      worker.postMessage({ id, question, ...(this.sent === feed ? {} : { feed }) } satisfies AheadAsked);
      this.sent = feed;
    });
  }

  /** Lets go of the worker and the names that it knows; asked again, there is a new one. */
  close(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.sent = undefined;
    this.waiting.clear();
  }

  private open(): Worker {
    const worker = new Worker(new URL('./ahead.worker', window.location.href));
    worker.onmessage = ({ data }: MessageEvent<AheadAnswered>) => {
      this.waiting.get(data.id)?.answer(data.view);
      this.waiting.delete(data.id);
    };
    worker.onerror = () => this.goOnAlone();
    return worker;
  }

  /** The page answers what waits, and all that comes. */
  private goOnAlone(): void {
    this.canHaveWorker = false;
    const left = [...this.waiting.values()];
    this.close();
    for (const { asked, answer } of left) answer(new AheadAnswers().answer(asked));
  }
}
