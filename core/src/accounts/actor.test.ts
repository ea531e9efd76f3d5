import { clockOf, leaveFor, mayDo, owner, scopes, wholeDeeds, type Deed, type Reach, type Scope } from './actor';

const withScopes = (given: readonly Scope[], reach: Reach = 'all') => ({ scopes: given, reach });
const some: Reach = { groups: [], names: ['saltwhistle.boats'] };
const deeds = Object.keys(leaveFor) as Deed[];

describe.each(deeds)('%s', (deed) => {
  const needed: readonly Scope[] = leaveFor[deed];
  test('is open to the account itself', () => {
    expect(mayDo(owner('a'), deed)).toBe(true);
  });

  test.each(scopes)('with leave for %s alone', (scope) => {
    const isEnough = scope === 'own' || needed.includes(scope) || needed.includes('see');
    expect(mayDo(withScopes([scope]), deed)).toBe(isEnough);
    if (scope !== 'own') expect(mayDo(withScopes([scope], some), deed)).toBe(isEnough && !wholeDeeds.has(deed));
  });

  test('is closed to who has leave for nothing', () => {
    expect(mayDo(withScopes([]), deed)).toBe(false);
  });
});

test('the clock renews and looks after names, and never changes who they belong to or how they are paid', () => {
  expect(deeds.filter((deed) => !mayDo(clockOf('a'), deed)).sort()).toEqual([
    'changeAccount',
    'changeHelpers',
    'changeHolder',
    'changeRecords',
    'changeWaysToPay',
    'closeAccount',
    'giveBack',
    'handOver',
    'letNamesGo',
    'seeAuthCode',
    'seePapers',
    'topUp',
  ]);
});
