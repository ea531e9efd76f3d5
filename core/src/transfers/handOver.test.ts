import { answerBy, nextHandOver, overOfferedBefore } from './handOver';

test('what is offered is taken, declined, withdrawn or runs out, once', () => {
  for (const said of ['taken', 'declined', 'withdrawn', 'expired'] as const) {
    expect(nextHandOver({ at: 'offered' }, said)).toEqual({ at: said });
    for (const after of ['taken', 'declined', 'withdrawn', 'expired'] as const)
      expect(nextHandOver({ at: said }, after)).toBeUndefined();
  }
});

test('it can be answered for seven days, the last of them whole', () => {
  expect(answerBy('2026-11-28')).toBe('2026-12-05');
  expect('2026-11-28' < overOfferedBefore('2026-12-05')).toBe(false);
  expect('2026-11-28' < overOfferedBefore('2026-12-06')).toBe(true);
});
