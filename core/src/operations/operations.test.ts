import { startingDelegation } from '../dns/delegation';
import fc from 'fast-check';
import { operationKinds, OperationEventRefused, type OperationKind } from './operation';
import { isEnded, nextOperation, operations, type OperationEvent, type OperationState } from './operations';
import { renewalSeen } from './renew';

const on = '2027-11-24';
const until = '2026-12-02T10:00:00Z';
const to = 'penny-quay';
const failed: readonly OperationEvent[] = [
  { type: 'refused', cause: 'refused', reason: 'The registry did not accept it.', said: 'Reserved' },
  { type: 'givenUp', cause: 'silent', reason: 'Its registry gave no answer for three days.' },
];
/** Every event there is of each kind. */
const events: Readonly<Record<OperationKind, readonly OperationEvent[]>> = {
  register: [{ type: 'sent' }, { type: 'pending' }, { type: 'done', expiresOn: on }, ...failed],
  renew: [{ type: 'sent', from: '2026-11-24' }, { type: 'done', expiresOn: on }, ...failed],
  restore: [
    { type: 'requested' },
    { type: 'accepted' },
    { type: 'reported' },
    { type: 'renewing', from: '2026-11-24' },
    { type: 'done', expiresOn: on },
    ...failed,
  ],
  transferIn: [
    { type: 'holderAsked', until },
    { type: 'sent' },
    { type: 'pending', until },
    { type: 'done', expiresOn: on, came: { registeredOn: '2021-05-03', delegation: startingDelegation } },
    ...failed,
  ],
  transferOut: [
    { type: 'asked', to, until },
    { type: 'answered', agreed: true, to, until },
    { type: 'answered', agreed: false, to, until },
    { type: 'done' },
    ...failed,
  ],
  delete: [{ type: 'sent' }, { type: 'done' }, ...failed],
  update: [{ type: 'sent' }, { type: 'done' }, ...failed],
};
const ready: OperationState = { at: 'ready' };
const effectOf = (kind: OperationKind, state: OperationState) =>
  (operations[kind] as { effect: (of: OperationState) => { do: string } | undefined }).effect(state);

function after(kind: OperationKind, state: OperationState, event: OperationEvent): OperationState | undefined {
  try {
    return nextOperation(kind, state, event);
  } catch (fault) {
    if (fault instanceof OperationEventRefused) return undefined;
    throw fault;
  }
}

const anyEvent = fc.constantFrom(...Object.values(events).flat());

describe.each(operationKinds)('%s', (kind) => {
  /** Every state that can be reached, by its name. */
  const reached = new Map<string, OperationState>([['ready', ready]]);
  for (const state of reached.values())
    for (const event of events[kind]) {
      const then = after(kind, state, event);
      if (then && !reached.has(then.at)) reached.set(then.at, then);
    }

  test('knows its own name, and begins with something to do', () => {
    expect([operations[kind].kind, effectOf(kind, ready)]).toEqual([kind, expect.anything()]);
  });

  test('says what is to be done in every state until it has ended, and nothing after that', () => {
    expect([...reached.keys()]).toEqual(expect.arrayContaining(['done', 'refused', 'givenUp']));
    for (const state of reached.values())
      expect([state.at, effectOf(kind, state) === undefined]).toEqual([state.at, isEnded(state)]);
  });

  test('can be refused, given up, and done, from every state that is open', () => {
    for (const state of reached.values()) {
      const ends = new Set<string>();
      const seen = new Map([[state.at, state]] as [string, OperationState][]);
      for (const from of seen.values())
        for (const event of events[kind]) {
          const then = after(kind, from, event);
          if (then && isEnded(then)) ends.add(then.at);
          if (then && !seen.has(then.at)) seen.set(then.at, then);
        }
      expect([state.at, [...ends].sort()]).toEqual([state.at, isEnded(state) ? [] : ['done', 'givenUp', 'refused']]);
    }
  });

  test('whatever happens in whatever order, it stays among its states, and its end is final', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 30 }), (happened) => {
        let state: OperationState = ready;
        for (const event of happened) {
          const then = after(kind, state, event);
          if (isEnded(state)) expect(then).toBeUndefined();
          if (then) expect(reached.has(then.at)).toBe(true);
          state = then ?? state;
        }
      }),
    );
  });
});

test('what an operation failed of is kept with it', () => {
  const [refusal] = failed;
  if (!refusal) throw new Error('There is a refusal');
  expect(nextOperation('renew', ready, refusal)).toEqual({
    at: 'refused',
    cause: 'refused',
    reason: 'The registry did not accept it.',
    said: 'Reserved',
  });
});

test('what was sent is asked for before it is sent again; a renewal with the expiry that it was sent from', () => {
  expect(effectOf('register', ready)).toEqual({ do: 'register', askFirst: false });
  expect(effectOf('register', nextOperation('register', ready, { type: 'sent' }))).toEqual({
    do: 'register',
    askFirst: true,
  });
  const sent = nextOperation('renew', ready, { type: 'sent', from: '2026-12-20' });
  expect(effectOf('renew', sent)).toEqual({ do: 'renew', sentFrom: '2026-12-20' });
  // It had been renewed by somebody else meanwhile: sent again from there.
  expect(nextOperation('renew', sent, { type: 'sent', from: '2027-12-20' })).toEqual({
    at: 'sent',
    from: '2027-12-20',
  });
});

test('an expiry says whether a renewal that was not answered was done', () => {
  const seen = (expiresOn: string, from = '2028-02-29') => renewalSeen(expiresOn, from, { years: 1 });
  expect([seen('2028-02-29'), seen('2029-02-28'), seen('2030-02-28')]).toEqual(['toDo', 'done', 'moved']);
});
