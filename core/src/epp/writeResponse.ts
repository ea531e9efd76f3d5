import {
  contactClosing,
  contactDetails,
  contactElement,
  contactLinks,
  domainElement,
  element,
  feePeriod,
  nameservers,
  hostElement,
} from './elements';
import { hostAddress } from './hosts';
import * as ns from './namespaces';
import type { EppContactInfo, EppDomainCheck, EppDomainInfo, EppHostInfo, EppTransfer, Provenance } from './objects';
import type { EppData, EppResponse, Greeting } from './response';
import { writeDs } from './secDns';
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
  const extensions = data ? writeExtensions(data) : [];
  const resData = data && writeData(data);
  return writeXml([
    'epp',
    { xmlns: ns.epp },
    [
      element('response', [
        ['result', { code: String(code) }, [element('msg', message), extValue]],
        queue && ['msgQ', { count: String(queue.count), id: queue.id }, [element('msg', queue.text)]],
        resData && element('resData', [resData]),
        extensions.length > 0 ? element('extension', extensions) : undefined,
        element('trID', [clTRID === undefined ? undefined : element('clTRID', clTRID), element('svTRID', svTRID)]),
      ]),
    ],
  ]);
}

/** What goes beside the data of an answer: fees (RFC 8748), grace periods (RFC 3915), delegation signers (RFC 5910). */
function writeExtensions(data: EppData): Written[] {
  switch (data.type) {
    case 'domainChecks':
      return data.feesIn === undefined ? [] : [feeChecks(data.checks, data.feesIn)];
    case 'domain':
      return [
        ...(data.domain.graceStatuses ? [gracePeriods('infData', data.domain.graceStatuses)] : []),
        ...(data.domain.ds && data.domain.ds.length > 0 ? [writeDs('infData', data.domain.ds)] : []),
      ];
    case 'domainRestored':
      return [gracePeriods('upData', data.graceStatuses)];
    default:
      return [];
  }
}

function gracePeriods(name: string, statuses: readonly string[]): Written {
  return [`rgp:${name}`, { 'xmlns:rgp': ns.rgp }, statuses.map((s): Written => ['rgp:rgpStatus', { s }])];
}

/** Nothing where an answer is all extension. */
function writeData(data: EppData): Written | undefined {
  switch (data.type) {
    case 'domainChecks':
      return domainElement('chkData', data.checks.map(writeCheck));
    case 'contactChecks':
      return contactElement(
        'chkData',
        data.checks.map(({ id, available }) => element('contact:cd', [['contact:id', { avail: flag(available) }, id]])),
      );
    case 'hostChecks':
      return hostElement(
        'chkData',
        data.checks.map(({ host, available }) => element('host:cd', [['host:name', { avail: flag(available) }, host]])),
      );
    case 'host':
      return writeHost(data.host);
    case 'hostCreated':
      return hostElement('creData', [element('host:name', data.host), element('host:crDate', data.createdAt)]);
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
    case 'domainRenewed':
      return domainElement('renData', [element('domain:name', data.name), element('domain:exDate', data.expiresAt)]);
    case 'pendingResult': {
      const { name, done, transaction, serverTransaction, decidedAt } = data.result;
      return domainElement('panData', [
        ['domain:name', { paResult: flag(done) }, name],
        element('domain:paTRID', [
          transaction === undefined ? undefined : element('clTRID', transaction),
          element('svTRID', serverTransaction),
        ]),
        element('domain:paDate', decidedAt),
      ]);
    }
    case 'domainTransfer':
      return writeTransfer(data.transfer);
    case 'domainRestored':
      return undefined;
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
    element('domain:roid', domain.roid),
    ...domain.statuses.map((status): Written => ['domain:status', { s: status }]),
    element('domain:registrant', domain.registrant),
    ...contactLinks(domain.contacts),
    nameservers(domain.nameservers),
    ...(domain.hosts ?? []).map((host) => element('domain:host', host)),
    ...provenance('domain', domain),
    element('domain:exDate', domain.expiresAt),
    domain.transferredAt === undefined ? undefined : element('domain:trDate', domain.transferredAt),
    domain.authCode === undefined ? undefined : element('domain:authInfo', [element('domain:pw', domain.authCode)]),
  ]);
}

function writeTransfer(transfer: EppTransfer): Written {
  const { name, status, requestedBy, requestedAt, decidedBy, decidedAt, expiresAt } = transfer;
  return domainElement('trnData', [
    element('domain:name', name),
    element('domain:trStatus', status),
    element('domain:reID', requestedBy),
    element('domain:reDate', requestedAt),
    element('domain:acID', decidedBy),
    element('domain:acDate', decidedAt),
    expiresAt === undefined ? undefined : element('domain:exDate', expiresAt),
  ]);
}

function writeContact(contact: EppContactInfo): Written {
  return contactElement('infData', [
    element('contact:id', contact.id),
    element('contact:roid', contact.roid),
    ...contact.statuses.map((status): Written => ['contact:status', { s: status }]),
    ...contactDetails(contact),
    ...provenance('contact', contact),
    ...contactClosing(contact),
  ]);
}

function writeHost(host: EppHostInfo): Written {
  return hostElement('infData', [
    element('host:name', host.host),
    element('host:roid', host.roid),
    ...host.statuses.map((status): Written => ['host:status', { s: status }]),
    ...host.addresses.map(hostAddress),
    ...provenance('host', host),
  ]);
}

function provenance(prefix: string, { sponsor, creator, createdAt, updatedBy, updatedAt }: Provenance) {
  return [
    element(`${prefix}:clID`, sponsor),
    element(`${prefix}:crID`, creator),
    element(`${prefix}:crDate`, createdAt),
    updatedBy === undefined ? undefined : element(`${prefix}:upID`, updatedBy),
    updatedAt === undefined ? undefined : element(`${prefix}:upDate`, updatedAt),
  ];
}

function feeChecks(checks: readonly EppDomainCheck[], currency: string): Written {
  return [
    'fee:chkData',
    { 'xmlns:fee': ns.fee },
    [
      element('fee:currency', currency),
      ...checks.map(({ name, feeClass, fees = [] }): Written => [
        'fee:cd',
        { avail: flag(fees.length > 0) },
        [
          element('fee:objID', name),
          feeClass === undefined ? undefined : element('fee:class', feeClass),
          ...fees.map(({ command, years, amount }): Written => [
            'fee:command',
            { name: command },
            [years === undefined ? undefined : feePeriod(years), element('fee:fee', amount)],
          ]),
        ],
      ]),
    ],
  ];
}

function flag(value: boolean): string {
  return value ? '1' : '0';
}
