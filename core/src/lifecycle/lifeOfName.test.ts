import { canRenew, nextStageOn, stageOf, stagesAfter, type HeldStage } from './stage';
import { afterExpiry } from './lifeOfName';

test('grace, redemption and pending delete follow one another until the name is free', () => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(afterExpiry('2027-11-24', days)).toEqual({
    graceFrom: '2027-11-24',
    redemptionFrom: '2028-01-08',
    pendingDeleteFrom: '2028-02-07',
    freeFrom: '2028-02-12',
  });
});

test('an extension without grace goes straight to redemption', () => {
  const days = { addGraceDays: 0, autoRenewGraceDays: 0, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(afterExpiry('2027-11-24', days).redemptionFrom).toBe('2027-11-24');
});

test.each([
  ['2026-12-19', 'active'],
  ['2026-12-20', 'grace'],
  ['2027-02-02', 'grace'],
  ['2027-02-03', 'redemption'],
  ['2027-03-05', 'pendingDelete'],
  ['2027-03-09', 'pendingDelete'],
  ['2027-03-10', 'free'],
])('a name that ran out on 20 December 2026 is, on %s, in the stage %s', (today, stage) => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(stageOf('2026-12-20', days, today)).toBe(stage);
});

test('stages follow one another on their days, and each is one that the one before leads to', () => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 30, redemptionDays: 30, pendingDeleteDays: 5 };
  const seen: HeldStage[] = [];
  let today = '2026-12-01';
  for (;;) {
    const stage = stageOf('2026-12-20', days, today);
    seen.push(stage === 'free' ? 'gone' : stage);
    if (stage === 'free') break;
    expect(nextStageOn('2026-12-20', days, today) > today).toBe(true);
    today = nextStageOn('2026-12-20', days, today);
  }
  expect(seen).toEqual(['active', 'grace', 'redemption', 'pendingDelete', 'gone']);
  for (const [place, stage] of seen.slice(1).entries()) expect(stagesAfter[seen[place] ?? 'gone']).toContain(stage);
  expect(nextStageOn('2026-12-20', days, '2030-01-01')).toBe('2027-02-23');
  expect(seen.map(canRenew)).toEqual([true, true, false, false, false]);
});
