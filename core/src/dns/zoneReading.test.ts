import { readAnswers, typesToRead, usualNames } from './zoneReading';

const zone = 'saltwhistle.org';
const answer = (name: string, type: string, data: string, ttl = 300) => ({
  name: name === '@' ? zone : `${name}.${zone}`,
  type,
  ttl,
  data,
});
const lines = (answers: ReturnType<typeof answer>[], anyones: ReturnType<typeof answer>[] = []) =>
  readAnswers(zone, answers, anyones).records.map(({ name, type, ttl, data }) => [name, type, ttl, ...data].join(' '));

test('what was answered becomes the records that answer the same here', () => {
  expect(
    lines([
      answer('@', 'A', '192.0.2.7'),
      answer('@', 'NS', 'ns1.harbourgate.example'),
      answer('@', 'MX', '10 mx.lakepost.example', 1_000_000),
      answer('@', 'TXT', 'v=spf1 include:_spf.lakepost.example ~all', 5),
      answer('@', 'CAA', '0 issue letters.example'),
      answer('www', 'CNAME', zone),
      answer('_imaps._tcp', 'SRV', '0 1 993 imap.lakepost.example'),
      answer('_dmarc', 'TXT', 'v=DMARC1; p="none"'),
    ]),
  ).toEqual([
    '@ A 300 192.0.2.7',
    '@ MX 604800 10 mx.lakepost.example',
    '@ TXT 60 v=spf1 include:_spf.lakepost.example ~all',
    '@ CAA 300 0 issue letters.example',
    'www CNAME 300 saltwhistle.org',
    '_imaps._tcp SRV 300 0 1 993 imap.lakepost.example',
    '_dmarc TXT 300 v=DMARC1; p="none"',
  ]);
});

test('what every name below is answered with stands once, for all of them; what is apart from it stays', () => {
  const everywhere = (name: string) => answer(name, 'A', '192.0.2.9');
  expect(
    lines([everywhere('@'), everywhere('www'), answer('mail', 'A', '192.0.2.25')], [everywhere('n0-such')]),
  ).toEqual(['@ A 300 192.0.2.9', 'mail A 300 192.0.2.25', '* A 300 192.0.2.9']);
});

test('a name that has something of its own keeps all that it has, since no asterisk stands for it any more', () => {
  const everywhere = (name: string) => answer(name, 'A', '192.0.2.9');
  expect(
    lines([everywhere('www'), answer('www', 'TXT', 'proof=7'), everywhere('shop')], [everywhere('n0-such')]),
  ).toEqual(['www A 300 192.0.2.9', 'www TXT 300 proof=7', '* A 300 192.0.2.9']);
});

test('what cannot be served here is told as it was answered', () => {
  expect(readAnswers(zone, [answer('@', 'A', 'nonsense'), answer('www', 'MX', '10 192.0.2.1')], [])).toEqual({
    records: [],
    unread: ['saltwhistle.org A nonsense', 'www.saltwhistle.org MX 10 192.0.2.1'],
  });
});

test('services are asked for what they have, hosts for theirs', () => {
  expect(typesToRead('_dmarc')).toContain('TXT');
  expect(typesToRead('s1._domainkey')).not.toContain('A');
  expect(typesToRead('www')).toContain('CNAME');
  expect(new Set(usualNames).size).toBe(usualNames.length);
});
