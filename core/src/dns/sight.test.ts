import { readRecord, type DnsRecord } from './record';
import { mostQuestions, sightOf, sightQuestions } from './sight';

function record(name: string, type: string, data: string, ttl = 600): DnsRecord {
  const read = readRecord('saltwhistle.sail', { name, type, data, ttl });
  if ('code' in read) throw new Error(read.code);
  return read;
}

const minute = 60_000;
const nothing = { at: 0, records: [] };

describe('what is asked', () => {
  test('is what the latest change touched, and what those before it touched until that is seen everywhere', () => {
    const first = { at: minute, records: [record('@', 'A', '192.0.2.7')] };
    const second = { at: 2 * minute, records: [...first.records, record('@', 'MX', '10 mx.lakepost.example')] };
    const asked = (now: number) => sightQuestions([nothing, first, second], now).questions.map(({ type }) => type);
    expect(asked(2 * minute)).toEqual(['A', 'MX']);
    // That there was no A is kept for five minutes.
    expect(asked(6 * minute)).toEqual(['MX']);
    expect(asked(999 * minute)).toEqual(['MX']);
  });

  test('ends when the last old answer has, by the TTL that it had', () => {
    const before = { at: 0, records: [record('@', 'A', '192.0.2.7', 7200)] };
    const after = { at: minute, records: [record('@', 'A', '192.0.2.8', 60)] };
    expect(sightQuestions([before, after], minute).until).toBe(minute + 7_200_000);
  });

  test('of an alias at the top are the addresses that it answers; more than enough is not asked', () => {
    const alias = { at: minute, records: [record('@', 'ALIAS', 'sites.quayhost.example')] };
    expect(sightQuestions([nothing, alias], 0).questions).toEqual([
      { name: '@', type: 'A' },
      { name: '@', type: 'AAAA' },
    ]);
    const many = Array.from({ length: 50 }, (_, index) => record(`stall${index}`, 'A', '192.0.2.7'));
    expect(sightQuestions([nothing, { at: 1, records: many }], 0).questions).toHaveLength(mostQuestions);
    expect(sightQuestions([], 0)).toEqual({ questions: [], until: 0 });
  });
});

describe('what a place sees', () => {
  const found = { status: 'found', absentFor: 0 } as const;
  test('is new where it answers what is served, in whatever order', () => {
    const records = ['b', 'a'].map((data) => ({ data, ttl: 30 }));
    expect(sightOf(1, ['a', 'b'], { ...found, records }, 0)).toEqual({ place: 1, sight: 'new', answers: ['a', 'b'] });
  });

  test('is old until what it keeps is over, be it an answer or that there was none', () => {
    const kept = sightOf(0, ['b'], { ...found, records: [{ data: 'a', ttl: 90 }] }, minute);
    expect(kept).toMatchObject({ sight: 'old', until: new Date(minute + 90_000).toISOString() });
    const absent = sightOf(0, ['b'], { status: 'nothing', records: [], absentFor: 300 }, 0);
    expect(absent).toEqual({ place: 0, sight: 'old', answers: [], until: new Date(300_000).toISOString() });
    expect(sightOf(0, [], { status: 'nothing', records: [], absentFor: 300 }, 0).sight).toBe('new');
  });

  test('can be nothing that is proven, or no answer at all', () => {
    expect(sightOf(0, ['a'], { status: 'failed', records: [], absentFor: 0 }, 0).sight).toBe('unproven');
    expect(sightOf(2, ['a'], undefined, 0)).toEqual({ place: 2, sight: 'silent', answers: [] });
  });
});
