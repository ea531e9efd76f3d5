import fc from 'fast-check';
import { shippedCatalogue } from '../../test/catalogue';
import { exampleWords as words } from '../../test/words';
import { alternatives, protectiveSet } from './alternatives';
import { judge, score } from './score';
import { segment } from './segment';
import { addedWords, blends, inflected, joined, mistypings, shorter, soundAlikes, withSynonyms } from './variants';
import { combined } from './wordbench';

const labels = (variants: readonly { label: string }[]) => variants.map(({ label }) => label);

describe('reading a label as words', () => {
  test.each([
    ['saltwhistle', ['salt', 'whistle']],
    ['boat-yard', ['boat', 'yard']],
    ['quillboat', ['quill', 'boat']],
    ['zzz', ['zzz']],
  ])('%s is %j', (label, parts) => {
    expect(segment(label, words)).toEqual(parts);
  });

  test('the parts put together are the label, whatever it is', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z0-9]{1,20}$/), (label) => {
        expect(segment(label, words).join('')).toBe(label);
      }),
    );
  });
});

describe('variants, each with its reason', () => {
  test('plural and singular', () => {
    expect(inflected(['boat', 'yard'])).toEqual([{ label: 'boatyards', reason: { kind: 'plural' } }]);
    expect(inflected(['boats'])).toEqual([{ label: 'boat', reason: { kind: 'singular' } }]);
    expect(inflected(['42'])).toEqual([]);
  });

  test('a word of the same meaning', () => {
    expect(withSynonyms(['boat', 'yard'], words)).toEqual([
      { label: 'shipyard', reason: { kind: 'synonym', word: 'ship', of: 'boat' } },
    ]);
  });

  test('shorter forms, without hyphens, blends and sound-alikes', () => {
    expect(labels(shorter(['salt', 'whistle']))).toEqual(['whistle', 'salt']);
    expect(labels(joined('salt-whistle'))).toEqual(['saltwhistle']);
    expect(labels(blends(['boat', 'atlas']))).toEqual(['boatlas']);
    expect(labels(blends(['salt', 'whistle']))).toEqual(['saltistle', 'sistle']);
    expect(labels(soundAlikes('sail', ['sail'], words))).toContain('sale');
    expect(labels(soundAlikes('phonic', ['phonic'], words))).toContain('fonic');
  });

  test('a word before or after, but not one that stands there already', () => {
    expect(labels(addedWords('boatyard'))).toContain('theboatyard');
    expect(labels(addedWords('boatyard'))).not.toContain('boatyardyard');
  });

  test('slips of the finger', () => {
    expect(mistypings('boatyard')).toEqual([
      { label: 'boatard', reason: { kind: 'mistyping', how: 'missing' } },
      { label: 'boatyyard', reason: { kind: 'mistyping', how: 'doubled' } },
      { label: 'boatayrd', reason: { kind: 'mistyping', how: 'swapped' } },
      { label: 'boatuard', reason: { kind: 'mistyping', how: 'neighbour' } },
    ]);
    expect(mistypings('båt')).toEqual([]);
  });
});

describe('the score', () => {
  const of = (label: string) => score(judge(label, 'saltwhistle', words));

  test('known words without digits or hyphens beat strange, long or cluttered ones', () => {
    expect(of('saltwhistle')).toBeGreaterThan(of('salt-whistle'));
    expect(of('saltwhistle')).toBeGreaterThan(of('saltwhistle4'));
    expect(of('saltwhistle')).toBeGreaterThan(of('sltwhstl'));
    expect(of('saltyard')).toBeGreaterThan(of('saltwhistleboatyardschool'));
  });

  test('it lies between 0 and 100', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z0-9-]{1,63}$/), (label) => {
        expect(of(label)).toBeGreaterThanOrEqual(0);
        expect(of(label)).toBeLessThanOrEqual(100);
      }),
    );
  });
});

describe('ideas', () => {
  const extension = shippedCatalogue.get('com');
  if (!extension) throw new Error('No .com');
  const ideas = alternatives({ label: 'saltboat', extension }, shippedCatalogue, words);

  test('are ranked, distinct, varied, and never the name asked for', () => {
    expect(new Set(ideas.map(({ name }) => name)).size).toBe(ideas.length);
    expect(ideas.map(({ name }) => name)).not.toContain('saltboat.com');
    expect(new Set(ideas.map(({ reason }) => reason.kind)).size).toBeGreaterThanOrEqual(5);
    const ofAKind = ideas.filter(({ reason }) => reason.kind === 'after').map(({ score: points }) => points);
    expect(ofAKind).toEqual([...ofAKind].sort((a, b) => b - a));
    const likeWhistle = alternatives({ label: 'saltwhistle', extension }, shippedCatalogue, words);
    const kinds = likeWhistle.map(({ reason }) => reason.kind);
    expect(kinds.indexOf('soundsSame')).toBeGreaterThan(kinds.indexOf('after'));
    expect(new Set(kinds.slice(0, 5)).size).toBe(5);
  });

  test('take a long word apart where it is two', () => {
    const common: typeof words = {
      ...words,
      commonness: (word) => (word === 'boatyard' ? 0.9 : words.commonness(word)),
    };
    const found = alternatives({ label: 'boatyard', extension }, shippedCatalogue, common);
    expect(found.map(({ name }) => name)).toContain('shipyard.com');
  });

  test('offer the extension that says what the name is about', () => {
    expect(ideas.find(({ name }) => name === 'saltboat.boats')).toMatchObject({ reason: { kind: 'otherExtension' } });
  });

  test('never offer what is offensive', () => {
    expect(ideas.some(({ label }) => label.includes('rotten'))).toBe(false);
  });

  test('go on from a word that was asked for, whatever others think of it', () => {
    const asked = alternatives({ label: 'rotten-quay', extension }, shippedCatalogue, words);
    expect(asked.map(({ name }) => name)).toEqual(expect.arrayContaining(['rotten-quay.org', 'rottenquay.com']));
  });

  test('to protect a name: main extensions, the plural, likely mistypings', () => {
    const set = protectiveSet({ label: 'saltboat', extension }, shippedCatalogue, words);
    expect(set.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['saltboat.org', 'saltboat.net', 'saltboats.com']),
    );
    expect(set.filter(({ reason }) => reason.kind === 'mistyping').length).toBeGreaterThanOrEqual(3);
    expect(set.map(({ name }) => name)).not.toContain('saltboat.com');
  });
});

describe('the wordbench', () => {
  test('takes a word of each group, the shortest first', () => {
    expect(
      combined(
        [
          ['salt', 'lake'],
          ['whistle', 'yard'],
        ],
        { anyOrder: false, hyphens: false },
      ),
    ).toEqual(['lakeyard', 'saltyard', 'lakewhistle', 'saltwhistle']);
  });

  test('in any order and with hyphens where wanted, none twice, 500 at most', () => {
    expect(combined([['salt'], ['yard'], []], { anyOrder: true, hyphens: true })).toEqual([
      'saltyard',
      'yardsalt',
      'salt-yard',
      'yard-salt',
    ]);
    const many = Array.from({ length: 40 }, (_, i) => `w${i}`);
    expect(combined([many, many], { anyOrder: true, hyphens: false })).toHaveLength(500);
    expect(combined([], { anyOrder: true, hyphens: true })).toEqual([]);
  });
});
