import type {
  CheckDomains,
  DomainParts,
  EppCommand,
  RenewDomain,
  RestoreDomain,
  RestoreReport,
  TransferDomain,
  UpdateDomain,
} from './command';
import {
  contactClosing,
  contactDetails,
  contactElement,
  contactLinks,
  domainElement,
  element,
  feePeriod,
  nameservers,
} from './elements';
import { isHostCommand, writeHostCommand } from './hosts';
import * as ns from './namespaces';
import type { EppContact, EppDomainCreate, Money } from './objects';
import { writeDs, writeDsChange } from './secDns';
import { writeXml, type Written } from './xml';

/** A command and what it is extended by. */
interface Parts {
  readonly command: Written;
  readonly extensions?: readonly Written[];
}

/**
 * The command as a document (RFC 5730 section 2.5).
 *
 * @param clTRID chosen by the client, 3 to 64 characters; the server echoes it
 */
export function writeCommand(command: EppCommand, clTRID: string): string {
  if (command.type === 'hello') return writeXml(['epp', { xmlns: ns.epp }, [['hello', {}]]]);
  const { command: verb, extensions = [] } = parts(command);
  const extension = extensions.length > 0 ? element('extension', extensions) : undefined;
  const content = [verb, extension, element('clTRID', clTRID)];
  return writeXml(['epp', { xmlns: ns.epp }, [['command', {}, content]]]);
}

function parts(command: Exclude<EppCommand, { type: 'hello' }>): Parts {
  if (isHostCommand(command)) return { command: writeHostCommand(command) };
  switch (command.type) {
    case 'login':
      return { command: login(command.clientId, command.password) };
    case 'logout':
      return { command: element('logout', []) };
    case 'checkDomains':
      return {
        command: onDomain(
          'check',
          command.names.map((name) => element('domain:name', name)),
        ),
        ...(command.fees ? { extensions: [feeCheck(command.fees)] } : {}),
      };
    case 'checkContacts':
      return {
        command: onContact(
          'check',
          command.ids.map((id) => element('contact:id', id)),
        ),
      };
    case 'infoDomain':
      return {
        command: onDomain('info', [
          ['domain:name', { hosts: command.hosts ?? 'all' }, command.name],
          command.authCode === undefined ? undefined : domainAuthCode(command.authCode),
        ]),
      };
    case 'infoContact':
      return {
        command: onContact('info', [
          element('contact:id', command.id),
          command.authCode === undefined
            ? undefined
            : element('contact:authInfo', [element('contact:pw', command.authCode)]),
        ]),
      };
    case 'createDomain':
      return createDomain(command.domain);
    case 'createContact':
      return { command: createContact(command.contact) };
    case 'updateDomain':
      return { command: updateDomain(command), extensions: command.ds ? [writeDsChange(command.ds)] : [] };
    case 'renewDomain':
      return renewDomain(command);
    case 'deleteDomain':
      return { command: onDomain('delete', [element('domain:name', command.name)]) };
    case 'restoreDomain':
      return restoreDomain(command);
    case 'transferDomain':
      return transferDomain(command);
    case 'poll':
      return { command: ['poll', { op: 'req' }] };
    case 'pollAck':
      return { command: ['poll', { op: 'ack', msgID: command.id }] };
  }
}

function login(clientId: string, password: string): Written {
  return element('login', [
    element('clID', clientId),
    element('pw', password),
    element('options', [element('version', '1.0'), element('lang', 'en')]),
    element('svcs', [
      ...ns.objects.map((uri) => element('objURI', uri)),
      element(
        'svcExtension',
        ns.extensions.map((uri) => element('extURI', uri)),
      ),
    ]),
  ]);
}

function createDomain(domain: EppDomainCreate): Parts {
  const command = onDomain('create', [
    element('domain:name', domain.name),
    ['domain:period', { unit: 'y' }, String(domain.years)],
    nameservers(domain.nameservers),
    element('domain:registrant', domain.registrant),
    ...contactLinks(domain.contacts),
    domainAuthCode(domain.authCode),
  ]);
  return {
    command,
    extensions: [...agreedTo('create', domain.fee), ...(domain.ds ? [writeDs('create', domain.ds)] : [])],
  };
}

function renewDomain({ name, expiresOn, years, fee }: RenewDomain): Parts {
  const command = onDomain('renew', [
    element('domain:name', name),
    element('domain:curExpDate', expiresOn),
    ['domain:period', { unit: 'y' }, String(years)],
  ]);
  return { command, extensions: agreedTo('renew', fee) };
}

/** An update that changes nothing by itself, and what it is extended by. */
function restoreDomain({ name, report }: RestoreDomain): Parts {
  const restore: Written = [
    'rgp:restore',
    { op: report ? 'report' : 'request' },
    report ? [restoreReport(report)] : [],
  ];
  return {
    command: onDomain('update', [element('domain:name', name), element('domain:chg', [])]),
    extensions: [['rgp:update', { 'xmlns:rgp': ns.rgp }, [restore]]],
  };
}

function restoreReport({ preData, postData, deletedAt, restoredAt, reason, statements }: RestoreReport): Written {
  return element('rgp:report', [
    element('rgp:preData', preData),
    element('rgp:postData', postData),
    element('rgp:delTime', deletedAt),
    element('rgp:resTime', restoredAt),
    element('rgp:resReason', reason),
    ...statements.map((statement) => element('rgp:statement', statement)),
  ]);
}

function transferDomain({ step, name, years, authCode, fee }: TransferDomain): Parts {
  const object = domainElement('transfer', [
    element('domain:name', name),
    years === undefined ? undefined : ['domain:period', { unit: 'y' }, String(years)],
    authCode === undefined ? undefined : domainAuthCode(authCode),
  ]);
  return { command: ['transfer', { op: step }, [object]], extensions: agreedTo('transfer', fee) };
}

/** The fee agreed to, beside the command that it is for (RFC 8748 section 5.2). */
function agreedTo(verb: string, fee: Money | undefined): Written[] {
  if (!fee) return [];
  const agreed = [element('fee:currency', fee.currency), element('fee:fee', fee.amount)];
  return [[`fee:${verb}`, { 'xmlns:fee': ns.fee }, agreed]];
}

function createContact(contact: EppContact): Written {
  return onContact('create', [
    element('contact:id', contact.id),
    ...contactDetails(contact),
    ...contactClosing(contact),
  ]);
}

function updateDomain({ name, add, remove, change }: UpdateDomain): Written {
  return onDomain('update', [
    element('domain:name', name),
    add && element('domain:add', domainParts(add)),
    remove && element('domain:rem', domainParts(remove)),
    change &&
      element('domain:chg', [
        change.registrant === undefined ? undefined : element('domain:registrant', change.registrant),
        change.authCode === undefined ? undefined : domainAuthCode(change.authCode),
      ]),
  ]);
}

function domainParts({ nameservers: hosts, contacts = [], statuses = [] }: DomainParts): (Written | undefined)[] {
  return [
    nameservers(hosts),
    ...contactLinks(contacts),
    ...statuses.map((status): Written => ['domain:status', { s: status }]),
  ];
}

function feeCheck({ currency, of }: NonNullable<CheckDomains['fees']>): Written {
  return [
    'fee:check',
    { 'xmlns:fee': ns.fee },
    [
      currency === undefined ? undefined : element('fee:currency', currency),
      ...of.map(({ command, years }): Written => [
        'fee:command',
        { name: command },
        years === undefined ? [] : [feePeriod(years)],
      ]),
    ],
  ];
}

function onDomain(verb: string, content: readonly (Written | undefined)[]): Written {
  return element(verb, [domainElement(verb, content)]);
}

function onContact(verb: string, content: readonly (Written | undefined)[]): Written {
  return element(verb, [contactElement(verb, content)]);
}

function domainAuthCode(code: string): Written {
  return element('domain:authInfo', [element('domain:pw', code)]);
}
