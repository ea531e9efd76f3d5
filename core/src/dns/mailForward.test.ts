import fc from 'fast-check';
import { mostMailTargets, readLocalPart, readMailAddress } from './mailForward';
import { asIn, withAdvice, withMailHere } from './recipe';
import { readRecord, type DnsRecord } from './record';
import { servedRows } from './servedZone';
import { sightQuestions } from './sight';
import { pointedAt, seenAfterSeconds, zoneAdvice, zoneProblems } from './zone';

const zone = 'saltwhistle.sail';

function record(name: string, type: string, data: string): DnsRecord {
  const read = readRecord(zone, { name, type, ttl: 3600, data });
  if ('code' in read) throw new Error(`${data}: ${read.code}`);
  return read;
}

const mail = (data: string, name = '@') => record(name, 'MAIL', data);
const here = record('@', 'MX', '10 mx.tienda.example');
const codes = (...records: DnsRecord[]) => zoneProblems(zone, records).map(({ code }) => code);
const advice = (...records: DnsRecord[]) => zoneAdvice(records).map(({ code }) => code);

test.each([
  [' Orders ', 'orders'],
  ['pia.hull', 'pia.hull'],
  ['*', '*'],
  ['pia+hull', undefined],
  ['pia..hull', undefined],
  ['a@b', undefined],
  ['', undefined],
  ['x'.repeat(65), undefined],
])('%j before the @ is %j', (typed, read) => {
  expect(readLocalPart(typed)).toBe(read);
});

test.each([
  ['Pia@InkAndTide.example', 'pia@inkandtide.example'],
  ['pia+hull@inkandtide.example', 'pia+hull@inkandtide.example'],
  ['pia@tintaymarea.niño', 'pia@tintaymarea.xn--nio-8ma'],
  ['pia@inkandtide', undefined],
  ['pia@192.0.2.7', undefined],
  ['"pia"@inkandtide.example', undefined],
  ['pia@inkandtide.example, maren@saltwhistle.example', undefined],
  ['pia\r\nBcc: maren@saltwhistle.example', undefined],
  ['@inkandtide.example', undefined],
])('%j is the mail address %j', (typed, read) => {
  expect(readMailAddress(typed)).toBe(read);
});

test('whatever is typed, an address that is read is read again as it is, and fits into one line', () => {
  const typed = fc
    .tuple(fc.string({ maxLength: 20 }), fc.constantFrom('@', ''), fc.domain())
    .map((all) => all.join(''));
  fc.assert(
    fc.property(typed, (text) => {
      const read = readMailAddress(text);
      if (read === undefined) return;
      expect(readMailAddress(read)).toBe(read);
      expect(read).toMatch(/^[\x21-\x7e]+$/);
    }),
  );
});

test('one record each for an address and a target; what is wrong of one is said of its part', () => {
  expect(mail('Orders Pia@inkandtide.example').data).toEqual(['orders', 'pia@inkandtide.example']);
  const read = (data: string) => readRecord(zone, { name: '@', type: 'MAIL', ttl: 3600, data });
  expect(read('or+ders pia@inkandtide.example')).toMatchObject({ code: 'localPart', input: 'or+ders' });
  expect(read('orders pia')).toMatchObject({ code: 'mailAddress', input: 'pia' });
  expect(read('orders')).toMatchObject({ code: 'missing' });
  expect(read('orders a@b.example c@d.example')).toMatchObject({ code: 'tooMuch' });
});

test('an address has no more targets than can be looked after', () => {
  const targets = (count: number) => Array.from({ length: count }, (_, at) => mail(`orders p${at}@inkandtide.example`));
  expect(codes(...targets(mostMailTargets))).toEqual([]);
  expect(codes(...targets(mostMailTargets + 1))).toEqual(['tooManyTargets']);
  expect(codes(...targets(mostMailTargets), mail('crew pia@inkandtide.example'))).toEqual([]);
});

test('mail that would come back within a zone is told before it is saved', () => {
  expect(codes(mail(`orders crew@${zone}`), mail('crew pia@inkandtide.example'))).toEqual([]);
  expect(codes(mail(`orders crew@${zone}`), mail(`crew orders@${zone}`))).toEqual(['mailLoop', 'mailLoop']);
  expect(codes(mail(`* all@${zone}`))).toEqual(['mailLoop']);
  expect(codes(mail(`* all@shop.${zone}`), mail(`all any@${zone}`, 'shop'))).toEqual(['mailLoop', 'mailLoop']);
  expect(codes(mail(`* all@${zone}`), mail('all pia@inkandtide.example'))).toEqual([]);
});

test('an address whose mail goes elsewhere is told, and one tap brings it here', () => {
  const elsewhere = record('@', 'MX', '10 mx.lakepost.example');
  const spf = record('@', 'TXT', 'v=spf1 include:lakepost.example -all');
  const before = [elsewhere, spf, mail('orders pia@inkandtide.example')];
  const [first] = zoneAdvice(before);
  expect(first).toMatchObject({ code: 'mailNotHere' });
  const after = first ? (withAdvice(before, first) ?? []) : [];
  expect(after.filter(({ type }) => type === 'MX')).toEqual([here]);
  expect(after.filter(({ type }) => type === 'TXT').map(({ data }) => data)).toEqual([
    ['v=spf1 include:_spf.tienda.example include:lakepost.example -all'],
  ]);
  expect(withMailHere(after, '@')).toEqual(after);
  expect(zoneAdvice(after).map(({ code }) => code)).toEqual(['mailWithoutDmarc']);
  expect(pointedAt(after).forwarded).toEqual(['orders']);
  expect(pointedAt(before).forwarded).toBeUndefined();
});

test('mail that comes in here for nobody is told; below the name it is set up alike', () => {
  expect(advice(...withMailHere([], '@'))).toContain('mailRefused');
  const below = withMailHere([mail('orders pia@inkandtide.example', 'shop')], 'shop');
  expect(below.map(({ name, type, data }) => [name, type, ...data])).toEqual([
    ['shop', 'MAIL', 'orders', 'pia@inkandtide.example'],
    ['shop', 'MX', '10', 'mx.tienda.example'],
    ['shop', 'TXT', 'v=spf1 include:_spf.tienda.example ~all'],
  ]);
  expect(zoneAdvice(below)).toEqual([]);
});

test('which address is forwarded where is nobody’s to ask, and changes at once', () => {
  const before = [here];
  const after = [here, mail('orders pia@inkandtide.example', 'shop')];
  expect(servedRows(zone, after, 1)).toEqual(servedRows(zone, before, 1));
  expect(seenAfterSeconds(before, after)).toBe(0);
  const states = [
    { at: 0, records: before },
    { at: 1, records: after },
  ];
  expect(sightQuestions(states, 2)).toEqual({ questions: [], until: 1 });
});

test('what is taken over from another name is forwarded to addresses of this one, where it was to those of the other', () => {
  const [own, other] = asIn(
    [mail(`orders crew@${zone}`), mail('crew pia@inkandtide.example')],
    zone,
    'quayquill.studio',
  );
  expect([own?.data, other?.data]).toEqual([
    ['orders', 'crew@quayquill.studio'],
    ['crew', 'pia@inkandtide.example'],
  ]);
});
