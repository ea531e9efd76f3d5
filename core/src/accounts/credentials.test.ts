import { validateSync } from 'class-validator';
import { NewAccount, SecondStep } from './credentials';
import { passwordRules } from './passwordRules';

test('a password is long, varied and not the mail address', () => {
  const faults = (password: string) =>
    validateSync(Object.assign(new NewAccount(), { email: 'maren@saltwhistle.example', password })).flatMap(
      ({ constraints }) => Object.values(constraints ?? {}),
    );
  expect(faults('a slow green boat')).toEqual([]);
  expect(faults('short')).toEqual(['The password needs at least 12 characters.']);
  expect(faults('maren has 3 boats')).toEqual(['The password cannot contain the mail address.']);
  expect(faults('aaaaaaaaaaaaaa')).toEqual([expect.stringContaining('five different')]);
  expect(passwordRules('', 'maren@saltwhistle.example').some(({ met }) => met)).toBe(false);
});

const isCommon = (password: string) =>
  passwordRules(password, 'maren@saltwhistle.example').some(({ code, met }) => code === 'notCommon' && !met);

test.each(['password1234', 'Password-1234!', '1234 football', 'dragondragon', 'dragon.monkey.99', '1qaz2wsx3edc'])(
  '“%s” is among what thieves try first',
  (password) => {
    expect(isCommon(password)).toBe(true);
  },
);

test.each(['a slow green boat', 'two quills, one quay', 'dragonfly lakeside', 'kelp-and-oak-7'])(
  '“%s” is not among what thieves try first',
  (password) => {
    expect(isCommon(password)).toBe(false);
  },
);

test.each([
  ['123456', true],
  ['k3mnp-7wxyz', true],
  ['k3mnp7wxyz', true],
  ['12345', false],
  ['K3MNP-7WXYZ', false],
])('“%s” as second step: %s', (code, fine) => {
  expect(validateSync(Object.assign(new SecondStep(), { code })).length === 0).toBe(fine);
});
