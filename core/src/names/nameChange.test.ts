import { changePreview, takenBack, withChange, type ChangePreview } from './nameChange';
import type { ShownName } from './shownName';

const name = (label: string, facts: Partial<ShownName>) =>
  ({
    name: `${label}.org`,
    autoRenew: false,
    locked: false,
    privacy: true,
    privacyPolicy: 'included',
    stage: 'active',
    ...facts,
  }) as ShownName;
const names = [
  name('off', {}),
  name('on', { autoRenew: true }),
  name('grace', { stage: 'grace', locked: true }),
  name('redemption', { stage: 'redemption' }),
];
const labels = (some: readonly ShownName[]) => some.map((one) => one.name.split('.')[0]);
const cannotOf = ({ cannot }: ChangePreview) =>
  Object.fromEntries([...cannot].map(([why, some]) => [why, labels(some)]));

test.each([
  [{ autoRenew: true }, ['off', 'grace'], ['on']],
  [{ locked: true }, ['off', 'on'], ['grace']],
  [{ autoRenew: true, locked: true }, ['off', 'on', 'grace'], []],
])('of %j it is said which will change, which are so already, and which cannot', (change, will, already) => {
  const preview = changePreview(names, change);
  expect([labels(preview.will), labels(preview.already), cannotOf(preview)]).toEqual([
    will,
    already,
    { over: ['redemption'] },
  ]);
});

test('a group can be changed wherever a name stands in its life', () => {
  const preview = changePreview([...names, name('there', { groupId: 'g1' })], { groupId: 'g1' });
  expect([labels(preview.will), labels(preview.already), cannotOf(preview)]).toEqual([
    ['off', 'on', 'grace', 'redemption'],
    ['there'],
    {},
  ]);
});

test('privacy is switched where it costs nothing, given up where it has its price, and left where there is none', () => {
  const some = [
    name('shown', { privacy: false }),
    name('hidden', {}),
    name('bought', { privacyPolicy: 'priced' }),
    name('unbought', { privacyPolicy: 'priced', privacy: false }),
    name('registry', { privacyPolicy: 'hiddenByRegistry', privacy: false }),
    name('open', { privacyPolicy: 'notAllowed', privacy: false }),
    name('late', { stage: 'redemption', privacy: false }),
  ];
  const on = changePreview(some, { privacy: true });
  expect([labels(on.will), labels(on.already), cannotOf(on)]).toEqual([
    ['shown'],
    ['hidden', 'bought'],
    { priced: ['unbought'], hiddenByRegistry: ['registry'], notAllowed: ['open'], over: ['late'] },
  ]);
  const off = changePreview(some, { privacy: false });
  expect([labels(off.will), labels(off.already), cannotOf(off)]).toEqual([
    ['hidden', 'bought'],
    ['shown', 'unbought', 'registry', 'open'],
    { over: ['late'] },
  ]);
});

test('nameservers are said for each name: below itself one needs its addresses, and what is so already stays', () => {
  const nameservers = ['ns1.away.org', 'ns1.quayhost.example'];
  const hosts = [{ host: 'ns1.away.org', addresses: ['192.0.2.7'] }];
  const elsewhere = { nameservers, hosts: [], ds: [] };
  const some = [
    name('starting', {}),
    name('there', { delegation: elsewhere }),
    name('away', {}),
    name('ready', { name: 'away.org', delegation: { ...elsewhere, nameservers: null, hosts } }),
    name('late', { stage: 'redemption' }),
  ];
  const preview = changePreview(some, { delegation: { nameservers } });
  expect([labels(preview.will), labels(preview.already), cannotOf(preview)]).toEqual([
    ['starting', 'away'],
    ['there'],
    { delegation: ['away'], over: ['late'] },
  ]);
});

test('other nameservers take the signers of those before with them, and taking it back brings them again', () => {
  const signer = { keyTag: 1, algorithm: 13, digestType: 2, digest: 'A'.repeat(64) };
  const signed = { nameservers: ['ns1.quayhost.example', 'ns2.quayhost.example'], hosts: [], ds: [signer] };
  const before = [name('signed', { delegation: signed }), name('starting', {})];
  const change = { delegation: { nameservers: null } };
  const changed = before.map((one) => withChange(one, change));
  expect(changed.map(({ delegation }) => delegation)).toEqual([undefined, undefined]);
  const turned = { delegation: { nameservers: [...signed.nameservers].reverse() } };
  expect(changePreview(before.slice(0, 1), turned).already).toHaveLength(1);
  const back = takenBack(before, change);
  expect(back.map(({ names: some, change: to }) => [some, to.delegation?.ds])).toEqual([
    [['signed.org'], [signer]],
    [['starting.org'], []],
  ]);
  expect(changed.map((one, at) => withChange(one, back[at]?.change ?? {}))).toEqual(before);
});

test('what was changed is taken back: each name is what it was before, in as few steps as there were ways to be', () => {
  const before = [
    name('a', { autoRenew: true, groupId: 'g1' }),
    name('b', { groupId: 'g2' }),
    name('c', { groupId: 'g1' }),
  ];
  expect(takenBack(before, { groupId: null })).toEqual([
    { names: ['a.org', 'c.org'], change: { groupId: 'g1' } },
    { names: ['b.org'], change: { groupId: 'g2' } },
  ]);
  expect(takenBack(before, { autoRenew: false })).toEqual([
    { names: ['a.org'], change: { autoRenew: true } },
    { names: ['b.org', 'c.org'], change: { autoRenew: false } },
  ]);
  const change = { groupId: null, locked: true };
  const changed = before.map((one) => withChange(one, change));
  expect(changed.map(({ groupId, locked }) => [groupId, locked])).toEqual(before.map(() => [undefined, true]));
  const back = new Map(takenBack(before, change).flatMap((step) => step.names.map((label) => [label, step.change])));
  expect(changed.map((one) => withChange(one, back.get(one.name) ?? {}))).toEqual(before);
});
