import fc from 'fast-check';
import {
  agreeBy,
  isAnotherHolder,
  movableFrom,
  nextHolderChange,
  overAskedBefore,
  staysUntil,
  type HolderChangeEvent,
  type HolderChangeState,
} from './holderChange';

const asked = { at: 'asked', old: false, new: false } as const;
const maren = { name: 'Maren Solvik', organisation: '', email: 'maren@saltwhistle.example' };

function after(...events: HolderChangeEvent[]): HolderChangeState {
  return events.reduce<HolderChangeState>((state, event) => nextHolderChange(state, event) ?? state, asked);
}

test('both have to agree, in whatever order, and each may say so twice', () => {
  const [old, other] = [
    { type: 'agreed', by: 'old' },
    { type: 'agreed', by: 'new' },
  ] as const;
  expect(after(other, other)).toEqual({ at: 'asked', old: false, new: true });
  expect(after(other, old)).toEqual({ at: 'agreed' });
  expect(after(old, old, other, { type: 'done' })).toEqual({ at: 'done' });
});

test('one who refuses ends it, and so does time, or whoever asked', () => {
  expect(after({ type: 'agreed', by: 'old' }, { type: 'refused', by: 'new' })).toEqual({ at: 'refused', by: 'new' });
  expect(after({ type: 'expired' }, { type: 'agreed', by: 'old' })).toEqual({ at: 'expired' });
  expect(after({ type: 'withdrawn' }, { type: 'refused', by: 'old' })).toEqual({ at: 'withdrawn' });
});

test('whatever happens in whatever order: nothing is changed that not both have agreed to, and an end is an end', () => {
  const event = fc.constantFrom<HolderChangeEvent>(
    ...(['old', 'new'] as const).flatMap((by) => [{ type: 'agreed', by } as const, { type: 'refused', by } as const]),
    { type: 'expired' },
    { type: 'withdrawn' },
    { type: 'done' },
  );
  fc.assert(
    fc.property(fc.array(event, { maxLength: 8 }), (events) => {
      let state: HolderChangeState = asked;
      const said = new Set<string>();
      for (const one of events) {
        const then = nextHolderChange(state, one);
        if (!then) continue;
        if ('by' in one) said.add(`${one.type} ${one.by}`);
        if (then.at === 'agreed') expect([...said].sort()).toEqual(['agreed new', 'agreed old']);
        if (then.at === 'done') expect(state.at).toBe('agreed');
        expect(['asked', 'agreed']).toContain(state.at);
        state = then;
      }
    }),
  );
});

test.each([
  ['another street', { street: '5 Slip Lane' }, false],
  ['the same, written otherwise', { name: ' maren  SOLVIK', email: 'Maren@Saltwhistle.example' }, false],
  ['a name', { name: 'Ilse Quay' }, true],
  ['an organisation', { organisation: 'Saltwhistle Boatworks' }, true],
  ['a mail address', { email: 'boats@saltwhistle.example' }, true],
])('%s: is it another holder?', (_, change, isAnother) => {
  expect(isAnotherHolder(maren, { ...maren, ...change })).toBe(isAnother);
});

test('seven days to agree, sixty to stay', () => {
  expect([agreeBy('2026-11-27'), movableFrom('2026-11-27')]).toEqual(['2026-12-04', '2027-01-26']);
  expect(agreeBy(overAskedBefore('2026-12-04'))).toBe('2026-12-04');
  expect(staysUntil('2027-01-26', '2027-01-25')).toBe('2027-01-26');
  expect([staysUntil('2027-01-26', '2027-01-26'), staysUntil(null, '2027-01-25')]).toEqual([undefined, undefined]);
});
