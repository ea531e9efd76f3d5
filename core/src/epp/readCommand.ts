import {
  EppRefusal,
  feeCommands,
  transferSteps,
  type CheckDomains,
  type DomainParts,
  type EppCommand,
  type FeeQuestion,
  type InfoDomain,
  type RenewDomain,
  type RestoreDomain,
  type TransferDomain,
  type UpdateDomain,
} from './command';
import { holding } from './content';
import * as ns from './namespaces';
import type { ContactLink, EppDomainCreate, Money } from './objects';
import { authCodeIn, missing, nameIn, optional, the, value } from './parts';
import { onContact } from './readContact';
import { domainStatus, inForm, valueOf } from './values';
import { child, childrenOf, childText, readXml, XmlError, type Element } from './xml';

/** A command as a server receives it. */
export interface ReceivedCommand {
  readonly command: EppCommand;
  readonly clTRID?: string;
}

/** The commands of RFC 5730. */
const verbs = ['login', 'logout', 'check', 'info', 'create', 'delete', 'renew', 'transfer', 'update', 'poll'];

/**
 * Reads a document sent by a client.
 *
 * @throws EppRefusal with the code of RFC 5730 section 3: 2001 not well formed or not EPP, 2000 unknown
 * command, 2003 something missing, 2005 a value of the wrong form, 2004 one out of range, 2100 another version,
 * 2101 not implemented, 2102 an option that is not offered, 2103 unknown extension, 2306 a value that is not
 * taken here, 2307 unknown object
 */
export function readCommand(xml: string): ReceivedCommand {
  const root = readRoot(xml);
  const [first, second] = root.children;
  if (first?.namespace !== ns.epp || !['hello', 'command'].includes(first.name))
    throw new EppRefusal(2000, 'Neither hello nor command');
  const clTRID = childText(first, ns.epp, 'clTRID');
  try {
    if (second) throw new EppRefusal(2001, 'A frame holds one command');
    if (first.name === 'hello') return { command: { type: 'hello' } };
    if (child(first, ns.epp, 'clTRID')) inForm('clTRID', clTRID, 'transaction');
    return { command: readBody(first), ...(clTRID === undefined ? {} : { clTRID }) };
  } catch (fault) {
    if (!(fault instanceof EppRefusal)) throw fault;
    const isEchoed = clTRID !== undefined && clTRID.length >= 3 && clTRID.length <= 64;
    throw new EppRefusal(fault.code, fault.message, isEchoed ? clTRID : undefined);
  }
}

function readRoot(xml: string): Element {
  try {
    const root = readXml(xml);
    if (root.namespace === ns.epp && root.name === 'epp') return root;
  } catch (fault) {
    if (!(fault instanceof XmlError)) throw fault;
    throw new EppRefusal(2001, fault.message);
  }
  throw new EppRefusal(2001, `The root element is not epp of ${ns.epp}`);
}

function readBody(command: Element): EppCommand {
  const verb = command.children[0];
  if (!verb || verb.namespace !== ns.epp || !verbs.includes(verb.name))
    throw new EppRefusal(2000, `Unknown command ${verb?.name ?? ''}`.trim());
  holding(command, `${verb.name} extension? clTRID?`);
  const extensions = child(command, ns.epp, 'extension')?.children ?? [];
  const unknown = extensions.find(({ namespace }) => !ns.extensions.includes(namespace));
  if (unknown) throw new EppRefusal(2103, `Extension ${unknown.namespace} is not offered`);
  const [extension, another] = extensions;
  if (another) throw new EppRefusal(2001, 'A command is extended once by each extension');
  if (verb.name === 'login') return withoutExtension(readLogin(verb), extension);
  if (verb.name === 'logout') return withoutExtension(readLogout(verb), extension);
  if (verb.name === 'poll') return withoutExtension(readPoll(verb), extension);
  const [object, second] = verb.children;
  if (!object) throw new EppRefusal(2003, `${verb.name} has no object`);
  if (second) throw new EppRefusal(2001, `${verb.name} has two objects`);
  if (!ns.objects.includes(object.namespace)) throw new EppRefusal(2307, `Object ${object.namespace} is not offered`);
  if (object.name !== verb.name) throw new EppRefusal(2001, `${object.name} inside ${verb.name}`);
  return object.namespace === ns.domain
    ? onDomain(verb, object, extension)
    : withoutExtension(onContact(verb.name, object), extension);
}

/**
 * What an extension asks for is carried out or refused, never passed over (RFC 8748 extends check, create, renew and
 * transfer, RFC 3915 update).
 */
function withoutExtension<Command extends EppCommand>(command: Command, extension: Element | undefined): Command {
  if (extension) throw new EppRefusal(2103, `${command.type} is not extended by ${extension.name}`);
  return command;
}

function readLogin(login: Element): EppCommand {
  holding(login, 'clID pw newPW? options svcs');
  const options = holding(the(login, 'options'), 'version lang');
  if (childText(options, ns.epp, 'version') !== '1.0') throw new EppRefusal(2100, 'Only version 1.0 is spoken');
  if (childText(options, ns.epp, 'lang') !== 'en') throw new EppRefusal(2102, 'Only en is spoken');
  if (child(login, ns.epp, 'newPW')) throw new EppRefusal(2102, 'The password is not changed at login');
  const services = holding(the(login, 'svcs'), 'objURI+ svcExtension?');
  const extension = child(services, ns.epp, 'svcExtension');
  if (extension) holding(extension, 'extURI+');
  const asked = [
    ...childrenOf(services, ns.epp, 'objURI').map(({ text }) => [text, ns.objects] as const),
    ...childrenOf(extension, ns.epp, 'extURI').map(({ text }) => [text, ns.extensions] as const),
  ];
  const strange = asked.find(([uri, known]) => !known.includes(uri));
  if (strange) throw new EppRefusal(2307, `${strange[0] || 'Nothing'} is not offered`);
  return { type: 'login', clientId: value(login, 'clID', 'clientId'), password: value(login, 'pw', 'password') };
}

function readLogout(logout: Element): EppCommand {
  holding(logout, '');
  return { type: 'logout' };
}

function readPoll(poll: Element): EppCommand {
  const { op, msgID } = holding(poll, '', ['op', 'msgID']).attributes;
  if (op === 'req') return { type: 'poll' };
  if (op !== 'ack') throw new EppRefusal(2005, 'op is req or ack');
  if (!msgID) throw new EppRefusal(2003, 'msgID is missing');
  return { type: 'pollAck', id: msgID };
}

function onDomain({ name: verb, attributes }: Element, object: Element, extension: Element | undefined): EppCommand {
  const fees = verb !== 'update';
  if (extension && (extension.namespace === ns.fee) !== fees)
    throw new EppRefusal(2103, `${verb} is not extended by ${extension.namespace}`);
  if (verb === 'transfer') return transferDomain(attributes['op'], object, extension);
  if (verb === 'update' && extension) return restoreDomain(object, extension);
  if (verb === 'check') return checkDomains(object, extension);
  if (verb === 'create') return { type: 'createDomain', domain: readDomain(object, extension) };
  if (verb === 'renew') return renewDomain(object, extension);
  if (verb === 'delete')
    return withoutExtension({ type: 'deleteDomain', name: nameIn(the(holding(object, 'name'), 'name')) }, extension);
  return withoutExtension(verb === 'info' ? infoDomain(object) : updateDomain(object), extension);
}

function renewDomain(object: Element, fee: Element | undefined): RenewDomain {
  holding(object, 'name curExpDate period?');
  if (fee && fee.name !== 'renew') throw new EppRefusal(2001, `${fee.name} beside renew`);
  const period = child(object, ns.domain, 'period');
  return {
    type: 'renewDomain',
    name: nameIn(the(object, 'name')),
    expiresOn: value(object, 'curExpDate', 'day').slice(0, 'YYYY-MM-DD'.length),
    years: period ? yearsIn(period) : 1,
    ...(fee ? { fee: readFee(fee) } : {}),
  };
}

/** A restore is an update with nothing to change (RFC 3915 section 4.2.5). */
function restoreDomain(object: Element, extension: Element): RestoreDomain {
  const chg = the(holding(object, 'name chg'), 'chg');
  if (chg.children.length > 0) throw new EppRefusal(2001, 'A restore changes nothing else');
  if (extension.name !== 'update') throw new EppRefusal(2001, `${extension.name} beside update`);
  const restore = the(holding(extension, 'restore'), 'restore', ['op']);
  const name = nameIn(the(object, 'name'));
  const { op } = restore.attributes;
  if (op !== 'request' && op !== 'report') throw new EppRefusal(2005, 'op is request or report');
  if (op === 'request') {
    holding(restore, '', ['op']);
    return { type: 'restoreDomain', name };
  }
  const report = holding(
    the(holding(restore, 'report', ['op']), 'report'),
    'preData postData delTime resTime resReason statement+ other?',
  );
  const [first, second, third] = childrenOf(report, ns.rgp, 'statement').map((said) => valueOf(said, 'words'));
  if (first === undefined || second === undefined) throw new EppRefusal(2003, 'statement is missing');
  if (third !== undefined) throw new EppRefusal(2001, 'There are two statements');
  return {
    type: 'restoreDomain',
    name,
    report: {
      preData: value(report, 'preData', 'words'),
      postData: value(report, 'postData', 'words'),
      deletedAt: value(report, 'delTime', 'instant'),
      restoredAt: value(report, 'resTime', 'instant'),
      reason: value(report, 'resReason', 'words'),
      statements: [first, second],
    },
  };
}

function transferDomain(op: string | undefined, object: Element, fee: Element | undefined): TransferDomain {
  holding(object, 'name period? authInfo?');
  const step = transferSteps.find((known) => known === op);
  if (!step) throw new EppRefusal(2005, `op is ${transferSteps.join(', ')}`);
  if (fee && fee.name !== 'transfer') throw new EppRefusal(2001, `${fee.name} beside transfer`);
  const period = child(object, ns.domain, 'period');
  if ((period ?? fee) && step !== 'request') throw new EppRefusal(2001, 'Years and fees go with a request');
  const authCode = authCodeIn(object);
  if (step === 'request' && authCode === undefined) throw new EppRefusal(2003, 'authInfo is missing');
  return {
    type: 'transferDomain',
    step,
    name: nameIn(the(object, 'name')),
    ...(period ? { years: yearsIn(period) } : {}),
    ...(authCode === undefined ? {} : { authCode }),
    ...(fee ? { fee: readFee(fee) } : {}),
  };
}

function checkDomains(object: Element, fees: Element | undefined): CheckDomains {
  holding(object, 'name+');
  const names = childrenOf(object, ns.domain, 'name').map(nameIn);
  if (!fees) return { type: 'checkDomains', names };
  if (fees.name !== 'check') throw new EppRefusal(2001, `${fees.name} beside check`);
  holding(fees, 'currency? command+');
  const currency = optional(fees, 'currency', 'currency');
  const of = childrenOf(fees, ns.fee, 'command').map(feeQuestion);
  return { type: 'checkDomains', names, fees: { ...(currency === undefined ? {} : { currency }), of } };
}

function feeQuestion(element: Element): FeeQuestion {
  const { name } = holding(element, 'period?', ['name', 'phase', 'subphase']).attributes;
  const command = feeCommands.find((known) => known === name);
  if (!command) throw new EppRefusal(2306, `Fees are told of ${feeCommands.join(', ')}`);
  if (element.attributes['phase'] ?? element.attributes['subphase'])
    throw new EppRefusal(2102, 'There are no phases here');
  const period = child(element, ns.fee, 'period');
  if (period && command === 'restore') throw new EppRefusal(2306, 'A restore has no period');
  return { command, ...(period ? { years: yearsIn(period) } : {}) };
}

function infoDomain(object: Element): InfoDomain {
  holding(object, 'name authInfo?');
  const name = nameIn(the(object, 'name', ['hosts']));
  const asked = child(object, ns.domain, 'name')?.attributes['hosts'] ?? 'all';
  const hosts = (['all', 'del', 'sub', 'none'] as const).find((known) => known === asked);
  if (!hosts) throw new EppRefusal(2005, 'hosts is all, del, sub or none');
  const authCode = authCodeIn(object);
  return {
    type: 'infoDomain',
    name,
    ...(hosts === 'all' ? {} : { hosts }),
    ...(authCode === undefined ? {} : { authCode }),
  };
}

function updateDomain(object: Element): UpdateDomain {
  holding(object, 'name add? rem? chg?');
  const [add, remove] = ['add', 'rem'].map((tag) => partsIn(child(object, ns.domain, tag)));
  const chg = child(object, ns.domain, 'chg');
  if (chg) holding(chg, 'registrant? authInfo?');
  const registrant = chg && optional(chg, 'registrant', 'clientId');
  const authCode = chg && authCodeIn(chg);
  const change = { ...(registrant ? { registrant } : {}), ...(authCode ? { authCode } : {}) };
  if (!add && !remove && Object.keys(change).length === 0) throw new EppRefusal(2003, 'Nothing is to be changed');
  return {
    type: 'updateDomain',
    name: nameIn(the(object, 'name')),
    ...(add ? { add } : {}),
    ...(remove ? { remove } : {}),
    ...(Object.keys(change).length > 0 ? { change } : {}),
  };
}

function partsIn(element: Element | undefined): DomainParts | undefined {
  if (!element) return undefined;
  holding(element, 'ns? contact* status*');
  const nameservers = nameserversIn(element);
  const contacts = contactsIn(element);
  const statuses = childrenOf(element, ns.domain, 'status').map(({ attributes }) => domainStatus(attributes['s']));
  if (!nameservers && contacts.length + statuses.length === 0)
    throw new EppRefusal(2003, `${element.name} holds nothing`);
  return {
    ...(nameservers ? { nameservers } : {}),
    ...(contacts.length > 0 ? { contacts } : {}),
    ...(statuses.length > 0 ? { statuses } : {}),
  };
}

function readDomain(object: Element, fee: Element | undefined): EppDomainCreate {
  holding(object, 'name period? ns? registrant? contact* authInfo');
  if (fee && fee.name !== 'create') throw new EppRefusal(2001, `${fee.name} beside create`);
  const period = child(object, ns.domain, 'period');
  const nameservers = nameserversIn(object);
  return {
    name: nameIn(the(object, 'name')),
    years: period ? yearsIn(period) : 1,
    registrant: value(object, 'registrant', 'clientId'),
    contacts: contactsIn(object),
    ...(nameservers ? { nameservers } : {}),
    authCode: authCodeIn(object) ?? missing('authInfo'),
    ...(fee ? { fee: readFee(fee) } : {}),
  };
}

function nameserversIn(element: Element): readonly string[] | undefined {
  const hosts = child(element, ns.domain, 'ns');
  if (!hosts) return undefined;
  if (child(hosts, ns.domain, 'hostAttr')) throw new EppRefusal(2102, 'Hosts are objects here');
  return holding(hosts, 'hostObj+').children.map(nameIn);
}

/** The contacts of a name, in commands and in info answers. */
export function contactsIn(element: Element): ContactLink[] {
  return childrenOf(element, ns.domain, 'contact').map((contact) => ({
    type: contactType(holding(contact, '', ['type']).attributes['type']),
    id: valueOf(contact, 'clientId'),
  }));
}

function contactType(type: string | undefined): ContactLink['type'] {
  if (type === 'admin' || type === 'tech' || type === 'billing') return type;
  throw new EppRefusal(2005, 'contact type is admin, tech or billing');
}

function readFee(fee: Element): Money {
  holding(fee, 'currency? fee+ credit*');
  const [first, second] = childrenOf(fee, ns.fee, 'fee');
  if (!first || second || child(fee, ns.fee, 'credit')) throw new EppRefusal(2306, 'One fee is agreed to');
  return { currency: value(fee, 'currency', 'currency'), amount: valueOf(first, 'amount') };
}

function yearsIn(period: Element): number {
  const { unit } = holding(period, '', ['unit']).attributes;
  if (unit !== 'y' && unit !== 'm') throw new EppRefusal(2005, 'unit is y or m');
  if (unit === 'm') throw new EppRefusal(2306, 'Terms are whole years');
  if (/^0+$/.test(period.text)) throw new EppRefusal(2004, 'period is 1 year at least');
  return Number(valueOf(period, 'years'));
}
