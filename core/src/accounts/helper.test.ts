import { invitedUntil, nextHelper, overInvitedBefore, type HelperEvent, type HelperState } from './helper';

const states: readonly HelperState[] = [
  { at: 'invited' },
  { at: 'active' },
  { at: 'declined' },
  { at: 'expired' },
  { at: 'ended', by: 'owner' },
];
const events: readonly HelperEvent[] = [
  { type: 'accepted' },
  { type: 'declined' },
  { type: 'expired' },
  { type: 'ended', by: 'helper' },
];

test('an invitation is answered once, and what was accepted is ended by either side', () => {
  const after = states.map((state) => events.map((event) => nextHelper(state, event)?.at));
  expect(after).toEqual([
    ['active', 'declined', 'expired', 'ended'],
    [undefined, undefined, undefined, 'ended'],
    [undefined, undefined, undefined, undefined],
    [undefined, undefined, undefined, undefined],
    [undefined, undefined, undefined, undefined],
  ]);
});

test('an invitation is good for fourteen days, the last of them whole', () => {
  expect(invitedUntil('2026-11-28')).toBe('2026-12-12');
  expect('2026-11-28' < overInvitedBefore('2026-12-12')).toBe(false);
  expect('2026-11-28' < overInvitedBefore('2026-12-13')).toBe(true);
});
