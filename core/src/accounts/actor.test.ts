import { clockOf, leaveFor, mayDo, owner, scopes, type Actor, type Deed, type Scope } from './actor';

const withScopes = (...given: Scope[]): Actor => ({ who: { type: 'owner' }, account: 'a', scopes: given });
const deeds = Object.keys(leaveFor) as Deed[];

describe.each(deeds)('%s', (deed) => {
  const needed: Scope = leaveFor[deed];
  test('is open to the account itself', () => {
    expect(mayDo(owner('a'), deed)).toBe(true);
  });

  test.each(scopes)('with leave for %s alone', (scope) => {
    expect(mayDo(withScopes(scope), deed)).toBe(scope === 'own' || scope === needed || needed === 'see');
  });

  test('is closed to who has leave for nothing', () => {
    expect(mayDo(withScopes(), deed)).toBe(false);
  });
});

test('the clock renews and looks after names, and never changes who they belong to or how they are paid', () => {
  expect(deeds.filter((deed) => !mayDo(clockOf('a'), deed)).sort()).toEqual([
    'changeAccount',
    'changeHolder',
    'changeRecords',
    'changeWaysToPay',
    'closeAccount',
    'giveBack',
    'seeAuthCode',
    'seePapers',
  ]);
});
