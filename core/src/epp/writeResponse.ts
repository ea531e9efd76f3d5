import { contactClosing, contactDetails, contactElement, domainElement, element } from './elements';
import * as ns from './namespaces';
import type { EppContact, EppDomainCheck, EppDomainInfo, Money } from './objects';
import type { EppData, EppResponse, Greeting } from './response';
import { writeXml, type Written } from './xml';

/** The greeting as a document, with the data collection policy RFC 5730 section 2.4 asks for. */
export function writeGreeting({ serverId, date }: Greeting): string {
  const statement = element('statement', [
    element('purpose', [element('admin', []), element('prov', [])]),
    element('recipient', [element('ours', [])]),
    element('retention', [element('stated', [])]),
  ]);
  return writeXml([
    'epp',
    { xmlns: ns.epp },
    [
      element('greeting', [
        element('svID', serverId),
        element('svDate', date),
        element('svcMenu', [
          element('version', '1.0'),
          element('lang', 'en'),
          ...ns.objects.map((uri) => element('objURI', uri)),
          element(
            'svcExtension',
            ns.extensions.map((uri) => element('extURI', uri)),
          ),
        ]),
        element('dcp', [element('access', [element('all', [])]), statement]),
      ]),
    ],
  ]);
}

/** The answer to a command as a document (RFC 5730 section 2.6). */
export function writeResponse(response: EppResponse): string {
  const { code, message, reason, data, queue, clTRID, svTRID } = response;
  const extValue =
    reason === undefined
      ? undefined
      : element('extValue', [element('value', [['undef', {}]]), element('reason', reason)]);
  const fees =
    data?.type === 'domainChecks' && data.feesIn !== undefined ? feeChecks(data.checks, data.feesIn) : undefined;
  return writeXml([
    'epp',
    { xmlns: ns.epp },
    [
      element('response', [
        ['result', { code: String(code) }, [element('msg', message), extValue]],
        queue && ['msgQ', { count: String(queue.count), id: queue.id }, [element('msg', queue.text)]],
        data && element('resData', [writeData(data)]),
        fees && element('extension', [fees]),
        element('trID', [clTRID === undefined ? undefined : element('clTRID', clTRID), element('svTRID', svTRID)]),
      ]),
    ],
  ]);
}

function writeData(data: EppData): Written {
  switch (data.type) {
    case 'domainChecks':
      return domainElement('chkData', data.checks.map(writeCheck));
    case 'contactChecks':
      return contactElement(
        'chkData',
        data.checks.map(({ id, available }) => element('contact:cd', [['contact:id', { avail: flag(available) }, id]])),
      );
    case 'domain':
      return writeDomain(data.domain);
    case 'contact':
      return writeContact(data.contact);
    case 'domainCreated':
      return domainElement('creData', [
        element('domain:name', data.name),
        element('domain:crDate', data.createdAt),
        element('domain:exDate', data.expiresAt),
      ]);
    case 'pendingResult': {
      const { name, done, transaction } = data.result;
      return domainElement('panData', [
        ['domain:name', { paResult: flag(done) }, name],
        element('domain:paTRID', [
          transaction === undefined ? undefined : element('clTRID', transaction),
          element('svTRID', name),
        ]),
      ]);
    }
    case 'contactCreated':
      return contactElement('creData', [element('contact:id', data.id), element('contact:crDate', data.createdAt)]);
  }
}

function writeCheck({ name, available, reason }: EppDomainCheck): Written {
  return element('domain:cd', [
    ['domain:name', { avail: flag(available) }, name],
    reason === undefined ? undefined : element('domain:reason', reason),
  ]);
}

function writeDomain(domain: EppDomainInfo): Written {
  return domainElement('infData', [
    element('domain:name', domain.name),
    element('domain:roid', roid(domain.name)),
    ...domain.statuses.map((status): Written => ['domain:status', { s: status }]),
    element('domain:registrant', domain.registrant),
    element('domain:clID', domain.sponsor),
    element('domain:crDate', domain.createdAt),
    element('domain:exDate', domain.expiresAt),
    domain.authCode === undefined ? undefined : element('domain:authInfo', [element('domain:pw', domain.authCode)]),
  ]);
}

function writeContact(contact: EppContact): Written {
  return contactElement('infData', [
    element('contact:id', contact.id),
    element('contact:roid', roid(contact.id)),
    ['contact:status', { s: 'ok' }],
    ...contactDetails(contact),
    ...contactClosing(contact),
  ]);
}

function feeChecks(checks: readonly EppDomainCheck[], currency: string): Written {
  const command = (name: string, price: Money): Written => [
    'fee:command',
    { name },
    [['fee:period', { unit: 'y' }, '1'], element('fee:fee', price.amount)],
  ];
  return [
    'fee:chkData',
    { 'xmlns:fee': ns.fee },
    [
      element('fee:currency', currency),
      ...checks.map(({ name, available, feeClass, create, renew }): Written => [
        'fee:cd',
        { avail: flag(available && create !== undefined) },
        [
          element('fee:objID', name),
          feeClass === undefined ? undefined : element('fee:class', feeClass),
          create && command('create', create),
          renew && command('renew', renew),
        ],
      ]),
    ],
  ];
}

/** Repository object identifier (RFC 5730 section 2.8): up to 80 word characters, a hyphen, the repository. */
function roid(id: string): string {
  return `${id
    .toUpperCase()
    .replace(/[^A-Z0-9_]/g, '_')
    .slice(0, 60)}-TIENDA`;
}

function flag(value: boolean): string {
  return value ? '1' : '0';
}
