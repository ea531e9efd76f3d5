import { EppRefusal } from './command';
import * as ns from './namespaces';
import { readCommand } from './readCommand';

const command = (inside: string) =>
  `<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command>${inside}<clTRID>TI-9</clTRID></command></epp>`;
const domainNs = 'xmlns:domain="urn:ietf:params:xml:ns:domain-1.0"';

const object = (verb: string, prefix: string, inside: string, extension = '') =>
  command(
    `<${verb}><${prefix}:${verb} xmlns:${prefix}="urn:ietf:params:xml:ns:${prefix}-1.0">${inside}</${prefix}:${verb}></${verb}>${extension}`,
  );
const create = ({ name = 'a.org', period = '', registrant = 'TI-1' }) =>
  object(
    'create',
    'domain',
    `<domain:name>${name}</domain:name>${period}<domain:registrant>${registrant}</domain:registrant><domain:authInfo><domain:pw>secret-1</domain:pw></domain:authInfo>`,
  );
const update = (change: string, extension = '') =>
  object('update', 'domain', `<domain:name>a.org</domain:name>${change}`, extension);
const check = (extension: string) => object('check', 'domain', '<domain:name>a.org</domain:name>', extension);
const fee = (verb: string, inside = '') =>
  `<extension><fee:${verb} xmlns:fee="urn:ietf:params:xml:ns:epp:fee-1.0">${inside}</fee:${verb}></extension>`;
const restore = (op: string, inside = '') =>
  `<extension><rgp:update xmlns:rgp="urn:ietf:params:xml:ns:rgp-1.0"><rgp:restore ${op}>${inside}</rgp:restore></rgp:update></extension>`;
const reported = (statements: number, at = '2026-11-24T10:00:00Z') =>
  `<rgp:report><rgp:preData>before</rgp:preData><rgp:postData>after</rgp:postData><rgp:delTime>${at}</rgp:delTime><rgp:resTime>${at}</rgp:resTime><rgp:resReason>wanted</rgp:resReason>${'<rgp:statement>true</rgp:statement>'.repeat(statements)}</rgp:report>`;
const transfer = (op: string, inside = '') =>
  command(
    `<transfer${op && ` op="${op}"`}><domain:transfer ${domainNs}><domain:name>a.org</domain:name>${inside}</domain:transfer></transfer>`,
  );
const contact = ({ city = 'Ullvik', street = '', cc = 'IE', voice = '+353.209150123', fax = '', disclose = '' }) =>
  object(
    'create',
    'contact',
    `<contact:id>TI-1</contact:id><contact:postalInfo type="int"><contact:name>Maren Solvik</contact:name><contact:addr>${street}<contact:city>${city}</contact:city><contact:cc>${cc}</contact:cc></contact:addr></contact:postalInfo><contact:voice>${voice}</contact:voice>${fax}<contact:email>maren@saltwhistle.example</contact:email><contact:authInfo><contact:pw>secret-1</contact:pw></contact:authInfo>${disclose}`,
  );
const host = (verb: string, inside: string) => object(verb, 'host', `<host:name>ns1.a.org</host:name>${inside}`);
const signed = (inside: string, attributes = '') =>
  `<extension><secDNS:update xmlns:secDNS="urn:ietf:params:xml:ns:secDNS-1.1"${attributes}>${inside}</secDNS:update></extension>`;
const dsData = ({ tag = '60485', alg = '13', type = '2', digest = 'd4'.repeat(32), key = '' }) =>
  `<secDNS:dsData><secDNS:keyTag>${tag}</secDNS:keyTag><secDNS:alg>${alg}</secDNS:alg><secDNS:digestType>${type}</secDNS:digestType><secDNS:digest>${digest}</secDNS:digest>${key}</secDNS:dsData>`;
const addDs = (inside: string) => update('', signed(`<secDNS:add>${inside}</secDNS:add>`));
const login = ({ pw = 'secret-1', version = '1.0', lang = 'en', newPW = '', objURI = ns.domain, extURI = ns.fee }) =>
  command(
    `<login><clID>tienda</clID><pw>${pw}</pw>${newPW && `<newPW>${newPW}</newPW>`}<options><version>${version}</version><lang>${lang}</lang></options><svcs><objURI>${objURI}</objURI><svcExtension><extURI>${extURI}</extURI></svcExtension></svcs></login>`,
  );

test('what is refused below is taken where it is written as it should be', () => {
  for (const xml of [
    create({}),
    contact({}),
    login({}),
    check(fee('check', '<fee:command name="create"/>')),
    transfer('query'),
    host('create', '<host:addr ip="v6">2001:DB8:0::7</host:addr><host:addr>192.0.2.7</host:addr>'),
    addDs(dsData({})),
    update('', signed('<secDNS:rem><secDNS:all>1</secDNS:all></secDNS:rem>')),
    update('<domain:chg/>', restore('op="report"', reported(2))),
  ])
    expect(readCommand(xml).clTRID).toBe('TI-9');
});

test.each([
  ['not XML', 2001, 'GET / HTTP/1.1'],
  ['not closed', 2001, '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command>'],
  ['another root', 2001, '<command/>'],
  ['a document type', 2001, '<!DOCTYPE epp [<!ENTITY a "b">]><epp xmlns="urn:ietf:params:xml:ns:epp-1.0"/>'],
  ['an undeclared prefix', 2001, command('<check><domain:check/></check>')],
  ['no command', 2000, '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"/>'],
  ['an unknown command', 2000, command('<sing/>')],
  ['a command not implemented', 2101, object('transfer', 'contact', '<contact:id>TI-1</contact:id>')],
  ['a transfer of nothing', 2003, command('<transfer op="query"/>')],
  ['a transfer without a step', 2005, transfer('')],
  ['a transfer by an unknown step', 2005, transfer('steal')],
  ['a request without the auth code', 2003, transfer('request')],
  ['an answer to a transfer with years', 2001, transfer('approve', '<domain:period unit="y">1</domain:period>')],
  [
    'a restore that changes something',
    2001,
    update('<domain:chg><domain:registrant>TI-2</domain:registrant></domain:chg>', restore('op="request"')),
  ],
  ['a restore that neither asks nor reports', 2005, update('<domain:chg/>', restore('op="undo"'))],
  ['a report of nothing', 2003, update('<domain:chg/>', restore('op="report"'))],
  ['a report without its statements', 2003, update('<domain:chg/>', restore('op="report"', reported(0)))],
  ['a report with three statements', 2001, update('<domain:chg/>', restore('op="report"', reported(3)))],
  ['a report at noon', 2005, update('<domain:chg/>', restore('op="report"', reported(2, 'noon')))],
  ['a restore beside a check', 2103, check(restore('op="request"'))],
  ['a poll that neither asks nor takes', 2005, command('<poll op="peek"/>')],
  ['two commands in a frame', 2001, command('<logout/><logout/>')],
  [
    'a second command beside the first',
    2001,
    command('<logout/>').replace('</epp>', '<command><logout/></command></epp>'),
  ],
  ['hello beside a command', 2001, command('<logout/>').replace('</epp>', '<hello/></epp>')],
  ['something inside logout', 2001, command('<logout>now<a/></logout>')],
  ['a client transaction of two characters', 2005, command('<logout/>').replace('TI-9', 'TI')],
  ['an unoffered version', 2100, login({ version: '2.0' })],
  ['an unoffered language', 2102, login({ lang: 'fr' })],
  ['a new password', 2102, login({ newPW: 'guess-again' })],
  ['an object that is not offered', 2307, login({ objURI: 'urn:x:weather-1.0' })],
  ['an extension that is not offered', 2307, login({ extURI: 'urn:x:weather-1.0' })],
  ['a login without options', 2003, command('<login><clID>tienda</clID><pw>secret-1</pw></login>')],
  ['a poll that takes nothing', 2003, command('<poll op="ack"/>')],
  ['an unknown object', 2307, command('<check><h:check xmlns:h="urn:x"/></check>')],
  ['a check of nothing', 2003, command(`<check><domain:check ${domainNs}/></check>`)],
  [
    'an unknown extension',
    2103,
    command(
      `<check><domain:check ${domainNs}><domain:name>a.org</domain:name></domain:check></check><extension><x:y xmlns:x="urn:x"/></extension>`,
    ),
  ],
  ['a period of no years', 2004, create({ period: '<domain:period unit="y">0</domain:period>' })],
  ['a period of half years', 2005, create({ period: '<domain:period unit="y">1.5</domain:period>' })],
  ['a period of months', 2306, create({ period: '<domain:period unit="m">12</domain:period>' })],
  ['a period of days', 2005, create({ period: '<domain:period unit="d">12</domain:period>' })],
  ['two periods', 2001, create({ period: '<domain:period unit="y">1</domain:period>'.repeat(2) })],
  ['an underscore in a name', 2005, create({ name: 'salt_whistle.org' })],
  ['a label of 64 letters', 2005, create({ name: `${'a'.repeat(64)}.org` })],
  ['a contact id of two characters', 2005, create({ registrant: 'TI' })],
  ['a password of five characters', 2005, login({ pw: 'short' })],
  ['what no command of ours holds', 2001, create({ period: '<domain:colour>blue</domain:colour>' })],
  ['a host with its addresses', 2102, create({ period: '<domain:ns><domain:hostAttr/></domain:ns>' })],
  ['a change of nothing', 2003, update('')],
  ['an empty addition', 2003, update('<domain:add/>')],
  ['a status that is none', 2005, update('<domain:add><domain:status s="clientSulking"/></domain:add>')],
  [
    'an auth code of another kind',
    2102,
    update('<domain:chg><domain:authInfo><domain:ext/></domain:authInfo></domain:chg>'),
  ],
  ['a fee beside a change', 2103, update('<domain:rem><domain:status s="clientHold"/></domain:rem>', fee('create'))],
  ['the fee of a deletion', 2306, check(fee('check', '<fee:command name="delete"/>'))],
  ['the fee of a phase', 2102, check(fee('check', '<fee:command name="create" phase="sunrise"/>'))],
  ['no fee at all', 2003, check(fee('check', '<fee:currency>USD</fee:currency>'))],
  ['a phone number written by hand', 2005, contact({ voice: '020 915 0123' })],
  ['a country in small letters', 2005, contact({ cc: 'ie' })],
  ['Irish in the international form', 2005, contact({ city: 'Dún Laoghaire' })],
  ['four lines of street', 2001, contact({ street: '<contact:street>4 Slip Lane</contact:street>'.repeat(4) })],
  ['a contact with a fax number', 2306, contact({ fax: '<contact:fax>+353.1</contact:fax>' })],
  [
    'one detail to be hidden',
    2306,
    contact({ disclose: '<contact:disclose flag="0"><contact:voice/></contact:disclose>' }),
  ],
  ['a host that changes its name', 2102, host('update', '<host:chg><host:name>ns2.a.org</host:name></host:chg>')],
  ['a host that changes nothing', 2003, host('update', '')],
  ['an address that is none', 2005, host('create', '<host:addr ip="v4">192.0.2.700</host:addr>')],
  ['an address of the other version', 2005, host('create', '<host:addr ip="v6">192.0.2.7</host:addr>')],
  ['an address of a version that there is not', 2005, host('create', '<host:addr ip="v5">192.0.2.7</host:addr>')],
  ['a status that no host has', 2005, host('update', '<host:add><host:status s="clientHold"/></host:add>')],
  ['a host that is renewed', 2101, host('renew', '')],
  ['an urgent change', 2102, update('', signed(`<secDNS:add>${dsData({})}</secDNS:add>`, ' urgent="true"'))],
  ['signatures that last as wanted', 2102, addDs('<secDNS:maxSigLife>9</secDNS:maxSigLife>')],
  ['a key for its digest', 2306, addDs('<secDNS:keyData/>')],
  ['a key beside its digest', 2306, addDs(dsData({ key: '<secDNS:keyData/>' }))],
  ['a key of an algorithm out of use', 2306, addDs(dsData({ alg: '5' }))],
  ['a digest out of use', 2306, addDs(dsData({ type: '1', digest: 'd4'.repeat(20) }))],
  ['a digest that is too short', 2306, addDs(dsData({ digest: 'd4'.repeat(20) }))],
  ['a digest that is no number', 2005, addDs(dsData({ digest: 'salt' }))],
  ['a tag beyond 16 bits', 2306, addDs(dsData({ tag: '70000' }))],
  ['not all signers', 2306, update('', signed('<secDNS:rem><secDNS:all>false</secDNS:all></secDNS:rem>'))],
  ['signers that change nothing', 2003, update('', signed(''))],
  ['signers beside an info', 2103, object('info', 'domain', '<domain:name>a.org</domain:name>', signed(''))],
])('%s is refused with %i', (_, code, xml) => {
  expect.assertions(1);
  try {
    readCommand(xml);
  } catch (fault) {
    expect(fault instanceof EppRefusal && fault.code).toBe(code);
  }
});

test('a refused command is answered under the client’s own transaction', () => {
  expect(() => readCommand(command('<delete/>'))).toThrow(expect.objectContaining({ clTRID: 'TI-9' }));
});
