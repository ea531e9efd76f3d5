import pino from 'pino';
import { OperationDesk, type DeskParts, type OperationWork } from '../src/names/operations/desk';
import type { TakenOperation } from '../src/names/operations/store';

const hour = 3600_000;
const now = new Date('2026-11-28T10:00:00Z');
const taken = { id: 'o1', kind: 'transferIn', registry: 'lanternhead', version: 1, attempts: 1, leasedUntil: now };

/** A desk with one operation in its lane. @returns when it was put back for, undefined where it has ended */
async function carriedOut(work: OperationWork): Promise<Date | undefined> {
  const lane = [taken as unknown as TakenOperation];
  let until: Date | undefined;
  const store = {
    claim: () => Promise.resolve(lane.splice(0)),
    later: (_operation: unknown, nextAt: Date) => Promise.resolve(void (until = nextAt)),
  };
  const parts = {
    store,
    work: { transferIn: work },
    heartbeat: { during: (_id: string, act: () => Promise<void>) => act() },
    clock: { now: () => now },
    log: pino({ level: 'silent' }),
  };
  const desk = new OperationDesk(parts as unknown as DeskParts);
  desk.wake('lanternhead');
  await new Promise((resolve) => setTimeout(resolve, 20));
  await desk.stop();
  return until;
}

/** Steps that lead from state to state, and end where there is none left. */
function steps(...states: string[]) {
  const seen: string[] = [];
  const step = (operation: TakenOperation) => {
    const at = states.shift() ?? 'done';
    seen.push(at);
    const isEnd = at === 'done';
    const next = { ...operation, state: { at }, version: operation.version + 1, leasedUntil: isEnd ? null : now };
    return Promise.resolve(next as TakenOperation);
  };
  return { seen, step };
}

const never = { giveUp: () => Promise.reject(new Error('It was given up')) };

test('an operation is carried on, state by state, until it has ended', async () => {
  const { seen, step } = steps('sent', 'pending', 'done');
  expect(await carriedOut({ ...never, step })).toBeUndefined();
  expect(seen).toEqual(['sent', 'pending', 'done']);
});

test('what has just come to wait for somebody else is looked at again later, not at once', async () => {
  const { seen, step } = steps('sent', 'pending', 'done');
  const lookAgainMs = ({ state }: TakenOperation) => (state.at === 'pending' ? hour : undefined);
  expect(await carriedOut({ ...never, step, lookAgainMs })).toEqual(new Date(now.getTime() + hour));
  expect(seen).toEqual(['sent', 'pending']);
});

test('what was put back with what came of it is left there', async () => {
  const step = (operation: TakenOperation) =>
    Promise.resolve({ ...operation, version: operation.version + 1, leasedUntil: null });
  expect(await carriedOut({ ...never, step, lookAgainMs: () => hour })).toBeUndefined();
});

test('what stands where it stood is looked at again as usual', async () => {
  const step = (operation: TakenOperation) => Promise.resolve(operation);
  expect(await carriedOut({ ...never, step })).toEqual(new Date(now.getTime() + 20_000));
});
