import { setTimeout as pause } from 'node:timers/promises';
import type { Actor } from '@tienda/core/accounts/actor';
import { Moves, type MoveParts } from '../src/names/moves/service';
import { MovingAway, type MovingAwayParts } from '../src/names/movesAway/service';

/** What is told of names whose registries answer between two reads. */
const now = new Date('2026-11-26T12:00:00Z');
const owner: Actor = { who: { type: 'owner' }, account: 'maren', reach: 'all', scopes: ['see'] };

/**
 * Two reads that may go on side by side, the second of them slower; what is so changes between the first that is done
 * and the other.
 */
function changing<Answer>(...reads: readonly (readonly [before: Answer, after: Answer])[]) {
  let isOver = false;
  return reads.map(([before, after], place) => async () => {
    await pause(10 * place);
    const answer = isOver ? after : before;
    isOver = true;
    return answer;
  });
}

test('a name that comes here just now is told as on its way or not at all, never as one to be ordered again', async () => {
  const wanted = { name: 'a.org', code: null, look: null, lookedAt: null, nextLookAt: null, purchase: null };
  const asked = new Map([['a.org', { orderId: 'order', at: 'asked' as const }]]);
  const [ofAccount, underWay] = changing<unknown>([[wanted], []], [asked, new Map()]);
  const moves = new Moves({ store: { ofAccount, underWay } } as unknown as MoveParts);
  expect((await moves.list(owner)).filter((move) => !move.underWay)).toEqual([]);
});

test('a name that leaves just now is told as asked for or as gone', async () => {
  const state = { at: 'asked', to: 'penny-quay', until: '2026-12-01T12:00:00.000Z' };
  const [leftSince, askedFor] = changing<readonly unknown[]>(
    [[], [{ name: 'a.org', leftAt: now, goesOn: null }]],
    [[{ name: 'a.org', state }], []],
  );
  const among = () => Promise.resolve([{ name: 'a.org' }]);
  const parts = { store: { asked: askedFor, leftSince }, names: { among }, clock: { now: () => now } };
  const { asked, left } = await new MovingAway(parts as unknown as MovingAwayParts).list(owner);
  expect([...asked, ...left].map(({ name }) => name)).toContain('a.org');
});
