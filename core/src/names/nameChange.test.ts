import { changePreview, opposite } from './nameChange';
import type { ShownName } from './shownName';

const name = (label: string, facts: Partial<ShownName>) =>
  ({ name: `${label}.org`, autoRenew: false, locked: false, stage: 'active', ...facts }) as ShownName;
const names = [
  name('off', {}),
  name('on', { autoRenew: true }),
  name('grace', { stage: 'grace', locked: true }),
  name('redemption', { stage: 'redemption' }),
];
const labels = (some: readonly ShownName[]) => some.map((one) => one.name.split('.')[0]);

test.each([
  [{ autoRenew: true }, ['off', 'grace'], ['on']],
  [{ locked: true }, ['off', 'on'], ['grace']],
  [{ autoRenew: true, locked: true }, ['off', 'on', 'grace'], []],
])('of %j it is said which will change, which are so already, and which cannot', (change, will, already) => {
  const preview = changePreview(names, change);
  expect([labels(preview.will), labels(preview.already), labels(preview.cannot)]).toEqual([
    will,
    already,
    ['redemption'],
  ]);
});

test('what was changed is taken back by its opposite', () => {
  expect(opposite({ autoRenew: true })).toEqual({ autoRenew: false });
  expect(opposite({ autoRenew: false, locked: true })).toEqual({ autoRenew: true, locked: false });
});
