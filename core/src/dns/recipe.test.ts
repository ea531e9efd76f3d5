import { readRecord, type DnsRecord } from './record';
import { asIn, recipes, withRecipe, type RecipeAnswers, type RecipeId } from './recipe';
import { zoneAdvice, zoneProblems } from './zone';

const zone = 'saltwhistle.sail';

function made(id: RecipeId, answers: RecipeAnswers, before: readonly DnsRecord[] = []): DnsRecord[] {
  const recipe = recipes.find((one) => one.id === id);
  const after = recipe && withRecipe(zone, before, recipe, answers);
  if (!after || 'code' in after) throw new Error(JSON.stringify(after));
  expect(zoneProblems(zone, after)).toEqual([]);
  return after;
}

const shown = (records: readonly DnsRecord[]) =>
  records.map(({ name, type, data }) => `${name} ${type} ${data.join(' ')}`);

test('a web host that gave an address is reached with www and without', () => {
  expect(shown(made('webAddress', { ipv4: ' 192.0.2.7 ' }))).toEqual(['@ A 192.0.2.7', `www CNAME ${zone}`]);
  expect(shown(made('webAddress', { ipv4: '192.0.2.7', ipv6: '2001:db8::7' }))[1]).toBe('@ AAAA 2001:db8::7');
});

test('a web host that gave a name is reached with www and without, and what led elsewhere goes', () => {
  const before = made('mail', { mailHost: 'mx.lakepost.example' }, made('webAddress', { ipv4: '192.0.2.7' }));
  const after = made('webName', { host: 'sites.quayhost.example' }, before);
  expect(shown(after).filter((line) => /ALIAS|CNAME| A /.test(line))).toEqual([
    '@ ALIAS sites.quayhost.example',
    'www CNAME sites.quayhost.example',
  ]);
  expect(after.some(({ type }) => type === 'MX')).toBe(true);
});

test('mail at a host comes with its policies, and nothing is left to be said', () => {
  const answers = {
    mailHost: 'mx.lakepost.example',
    spf: 'lakepost.example',
    selector: 'quay',
    key: 'MIIB',
    reports: 'maren@saltwhistle.example',
  };
  const after = made('mail', answers);
  expect(shown(after)).toEqual([
    '@ MX 10 mx.lakepost.example',
    '@ TXT v=spf1 mx include:lakepost.example ~all',
    'quay._domainkey TXT v=DKIM1; k=rsa; p=MIIB',
    '_dmarc TXT v=DMARC1; p=quarantine; rua=mailto:maren@saltwhistle.example',
  ]);
  expect(zoneAdvice(after)).toEqual([]);
  expect(shown(made('noMail', {}, after))).toEqual([
    'quay._domainkey TXT v=DKIM1; k=rsa; p=MIIB',
    '@ MX 0 .',
    '@ TXT v=spf1 -all',
    '_dmarc TXT v=DMARC1; p=reject',
  ]);
});

test('a proof that it is mine goes beside what is there', () => {
  const [held] = made('webAddress', { ipv4: '192.0.2.7' });
  expect(held).toEqual(readRecord(zone, { name: '@', type: 'A', ttl: 3600, data: '192.0.2.7' }));
  expect(shown(made('proof', { text: 'quay-proof=7f' }))).toEqual(['@ TXT quay-proof=7f']);
  expect(shown(made('proof', { text: 'x', below: '_quay' }))).toEqual(['_quay TXT x']);
});

test('an answer that does not do is named', () => {
  const problem = (id: RecipeId, answers: RecipeAnswers) => {
    const recipe = recipes.find((one) => one.id === id);
    return recipe && withRecipe(zone, [], recipe, answers);
  };
  expect(problem('webAddress', {})).toEqual({ field: 'ipv4', code: 'missing', input: '' });
  expect(problem('webAddress', { ipv4: '192.0.2' })).toEqual({ field: 'ipv4', code: 'ipv4', input: '192.0.2' });
  expect(problem('mail', { mailHost: '192.0.2.7' })).toMatchObject({ field: 'mailHost', code: 'addressForHost' });
  expect(problem('proof', { text: 'x', below: 'a b' })).toMatchObject({ field: 'below', code: 'label' });
});

test('what another name has is taken over, its own hosts as hosts of this one', () => {
  const other = made('mail', { mailHost: 'mail' }, made('webAddress', { ipv4: '192.0.2.7' }));
  expect(shown(asIn(other, zone, 'quayquill.studio'))).toEqual([
    '@ A 192.0.2.7',
    'www CNAME quayquill.studio',
    '@ MX 10 mail.quayquill.studio',
    '@ TXT v=spf1 mx ~all',
    '_dmarc TXT v=DMARC1; p=quarantine',
  ]);
});
