import fc from 'fast-check';
import { addDays, addYears } from '../time/isoDate';
import { expiryAfterMove, moveProblems, passesByItself, type MoveFacts } from './moveIn';

const today = '2026-11-28';
const rules = { lockDays: 60, addsYear: true };
const ready: MoveFacts = {
  statuses: ['ok'],
  createdOn: '2021-05-03',
  expiresOn: '2027-05-03',
  isHere: false,
  code: 'fits',
};
const codes = (facts: Partial<MoveFacts>, of = rules) =>
  moveProblems({ ...ready, ...facts }, of, today).map(({ code }) => code);

test('a name that is old enough, unlocked and named with its code can come', () => {
  expect(moveProblems(ready, rules, today)).toEqual([]);
  expect(expiryAfterMove(ready.expiresOn, rules)).toBe('2028-05-03');
  expect(expiryAfterMove(ready.expiresOn, { ...rules, addsYear: false })).toBe('2027-05-03');
});

test('what stands in the way is told, each with the day on which it is over', () => {
  expect(moveProblems(undefined, rules, today)).toEqual([{ code: 'free' }]);
  expect(codes({ isHere: true, statuses: ['clientTransferProhibited'] })).toEqual(['here']);
  expect(moveProblems({ ...ready, createdOn: '2026-10-01' }, rules, today)).toEqual([
    { code: 'tooYoung', until: '2026-11-30' },
  ]);
  expect(moveProblems({ ...ready, movedOn: '2026-11-01' }, rules, today)).toEqual([
    { code: 'movedLately', until: '2026-12-31' },
  ]);
  expect(codes({ statuses: ['clientTransferProhibited', 'clientHold'], code: 'none' })).toEqual([
    'onHold',
    'locked',
    'codeNeeded',
  ]);
  expect(codes({ statuses: ['serverTransferProhibited'] })).toEqual(['lockedByRegistry']);
  expect(codes({ statuses: ['pendingTransfer'] })).toEqual(['underWay']);
  expect(codes({ statuses: ['pendingUpdate'] })).toEqual(['pending']);
  expect(codes({ statuses: ['redemptionPeriod', 'pendingDelete'] })).toEqual(['inRedemption']);
  expect(codes({ code: 'wrong' })).toEqual(['wrongCode']);
  expect(moveProblems({ ...ready, expiresOn: '2036-03-01' }, rules, today)).toEqual([
    { code: 'tenYears', until: '2027-03-01' },
  ]);
  expect(codes({ expiresOn: '2036-03-01' }, { ...rules, addsYear: false })).toEqual([]);
});

test('whatever its dates, no name comes to more than ten years, and on the day that was told it is over', () => {
  const days = fc.integer({ min: -4000, max: 4000 }).map((days) => addDays(today, days));
  fc.assert(
    fc.property(days, days, days, (createdOn, movedOn, expiresOn) => {
      const facts = { ...ready, createdOn, movedOn, expiresOn };
      const problems = moveProblems(facts, rules, today);
      if (problems.length === 0) {
        expect(expiryAfterMove(expiresOn, rules) <= addYears(today, 10)).toBe(true);
        expect(addDays(createdOn, 60) <= today && addDays(movedOn, 60) <= today).toBe(true);
      }
      for (const problem of problems)
        if ('until' in problem) {
          expect(problem.until > today).toBe(true);
          const then = moveProblems(facts, rules, problem.until).map(({ code }) => code);
          expect(then).not.toContain(problem.code);
        }
    }),
  );
});

test('what is to be done by the holder does not pass by itself', () => {
  expect(passesByItself({ code: 'locked' })).toBe(true);
  expect(passesByItself({ code: 'wrongCode' })).toBe(false);
});
