import { packAhead } from '@tienda/core/pricing/aheadFeed';
import type { AheadQuestion } from '@tienda/core/pricing/aheadView';
import { AheadDesk } from './AheadDesk';
import { AheadAnswers, type AheadAsked } from './aheadAnswers';

const price = { years: 1, amount: 900, growth: '0' };
const name = { name: 'a.org', unicode: 'a.org', autoRenew: true, on: '2027-03-01', price, mostYears: 9 };
const feed = packAhead([name], 'USD');
const question: AheadQuestion = { today: '2026-11-24', group: '', growth: '0', kept: [], dueAtMost: 8 };

/** A worker that answers in a moment, or whose script does not come. */
class FakeWorker {
  static readonly opened: FakeWorker[] = [];
  static isSound = true;
  static isSilent = false;
  readonly asked: AheadAsked[] = [];
  readonly terminate = jest.fn();
  onmessage?: (event: { data: unknown }) => void;
  onerror?: () => void;
  private readonly answers = new AheadAnswers();

  constructor() {
    FakeWorker.opened.push(this);
  }

  postMessage(asked: AheadAsked): void {
    this.asked.push(asked);
    if (FakeWorker.isSilent) return;
    setTimeout(() => {
      if (FakeWorker.isSound) this.onmessage?.({ data: { id: asked.id, view: this.answers.answer(asked) } });
      else this.onerror?.();
    });
  }
}

beforeEach(() => {
  FakeWorker.opened.length = 0;
  FakeWorker.isSound = true;
  FakeWorker.isSilent = false;
  Object.assign(globalThis, { Worker: FakeWorker });
});
afterEach(() => Reflect.deleteProperty(globalThis, 'Worker'));

test('names go to the worker once; each question has its answer', async () => {
  const desk = new AheadDesk();
  const [one, dropped] = await Promise.all([
    desk.ask(feed, question),
    desk.ask(feed, { ...question, kept: [['a.org', false]] }),
  ]);
  expect([one.ahead.total, dropped.ahead.total]).toEqual([9000, 0]);
  expect(FakeWorker.opened[0]?.asked.map(({ feed: sent }) => sent !== undefined)).toEqual([true, false]);
  desk.close();
  expect(FakeWorker.opened[0]?.terminate).toHaveBeenCalled();
  expect((await desk.ask(feed, question)).month).toBe('2027-03');
});

test('where the script of the worker does not come, the page answers, and goes on to', async () => {
  FakeWorker.isSound = false;
  const desk = new AheadDesk();
  expect((await desk.ask(feed, question)).ahead.total).toBe(9000);
  expect((await desk.ask(feed, question)).ahead.total).toBe(9000);
  expect(FakeWorker.opened).toHaveLength(1);
});

test('a worker that is silent is waited for ten seconds, then the page answers; who left is not answered', async () => {
  jest.useFakeTimers();
  FakeWorker.isSilent = true;
  const desk = new AheadDesk();
  const left = new AbortController();
  const answered = jest.fn();
  void desk.ask(feed, question, left.signal).then(answered);
  const waits = desk.ask(feed, question);
  left.abort();
  jest.advanceTimersByTime(10_000);
  expect((await waits).ahead.total).toBe(9000);
  expect(answered).not.toHaveBeenCalled();
  expect(FakeWorker.opened[0]?.terminate).toHaveBeenCalled();
  jest.useRealTimers();
});
