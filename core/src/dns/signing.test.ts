import fc from 'fast-check';
import {
  keysOf,
  nextSigning,
  shownSigning,
  wantedSigners,
  type Signing,
  type SigningEvent,
  type SigningKey,
} from './signing';

const key = (id: number): SigningKey => ({
  id,
  publicKey: `key ${id}`,
  signer: { keyTag: id, algorithm: 13, digestType: 2, digest: 'AB' },
});
const at = '2026-11-27T10:00:00.000Z';
const anHourLater = '2026-11-27T11:00:00.000Z';

function after(...events: readonly SigningEvent[]): Signing | undefined {
  let signing: Signing | undefined;
  for (const event of events) {
    const next = nextSigning(signing, event);
    if (next === null) throw new Error(`${event.type} cannot happen ${signing?.at ?? 'unsigned'}`);
    signing = next;
  }
  return signing;
}

const on: readonly SigningEvent[] = [
  { type: 'switchedOn', key: key(1), until: at },
  { type: 'spread', ttl: 3600 },
  { type: 'vouched', at },
];

test('switched on, a zone is signed before its parent says so', () => {
  expect(after(...on.slice(0, 1))).toMatchObject({ at: 'spreading', until: at });
  expect(wantedSigners(after(...on.slice(0, 2))!)).toEqual([key(1).signer]);
  expect(after(...on)).toEqual({ at: 'on', key: key(1), since: at });
});

test('switched off, its parent forgets it, and so has everyone else before the signatures go', () => {
  const asked = after(...on, { type: 'switchedOff', ttl: 3600 });
  expect(wantedSigners(asked!)).toEqual([]);
  const fading = nextSigning(asked, { type: 'vouched', at });
  expect(fading).toEqual({ at: 'fading', key: null, old: key(1), until: anHourLater });
  expect(keysOf(fading!)).toEqual([key(1)]);
  expect(nextSigning(fading!, { type: 'faded', at })).toBeUndefined();
});

test('switched off before its parent was told, nothing is left of it at once', () => {
  expect(after(...on.slice(0, 1), { type: 'switchedOff', ttl: 1 })).toBeUndefined();
  expect(after(...on.slice(0, 2), { type: 'refused' }, { type: 'switchedOff', ttl: 1 })).toBeUndefined();
});

test('a key is rolled over: both sign until nobody expects the old one', () => {
  const rolling = after(...on, { type: 'rolledOver', key: key(2), until: at });
  expect(shownSigning(rolling!)).toEqual({ at: 'spreading', keyTag: 2, isRollover: true, until: at });
  const told = after(
    ...on,
    { type: 'rolledOver', key: key(2), until: at },
    { type: 'spread', ttl: 60 },
    { type: 'vouched', at },
  );
  expect(keysOf(told)).toEqual([key(2), key(1)]);
  expect(nextSigning(told, { type: 'faded', at })).toEqual({ at: 'on', key: key(2), since: at });
});

test('what the registry refused is asked again', () => {
  const refused = after(...on.slice(0, 2), { type: 'refused' });
  expect(shownSigning(refused!)).toEqual({ at: 'refused', keyTag: 1, isRollover: false });
  expect(nextSigning(refused, { type: 'again', ttl: 5 })).toMatchObject({ at: 'asking', ttl: 5 });
});

/** Whatever happens in whatever order, who believes the parent, or what it said until lately, can prove what is served. */
test('no sequence of events leaves an answer that cannot be proven', () => {
  let keys = 0;
  const event = fc.constantFrom<SigningEvent['type']>(
    ...(['switchedOn', 'rolledOver', 'switchedOff', 'spread', 'again', 'vouched', 'refused', 'faded'] as const),
  );
  fc.assert(
    fc.property(fc.array(event, { maxLength: 40 }), (types) => {
      let signing: Signing | undefined;
      /** What the parent says, and what it said before and is still kept. */
      let says: readonly number[] = [];
      let kept: readonly number[] = [];
      for (const type of types) {
        keys += 1;
        const next = nextSigning(signing, { type, key: key(keys), until: at, ttl: 60, at });
        if (next === null) continue;
        if (type === 'vouched') {
          kept = says;
          says = (signing && wantedSigners(signing))!.map(({ keyTag }) => keyTag);
        }
        if (type === 'faded') kept = [];
        signing = next;
        const signed = keysOf(signing).map(({ id }) => id);
        for (const expected of [says, kept])
          if (expected.length > 0) expect(signed).toEqual(expect.arrayContaining([expected[0]]));
      }
    }),
  );
});
