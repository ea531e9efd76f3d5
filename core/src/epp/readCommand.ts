import { EppRefusal, type EppCommand, type FeeCommand } from './command';
import * as ns from './namespaces';
import type { EppContact, EppDomainCreate, Money } from './objects';
import type { ResultCode } from './resultCode';
import { child, childText, childrenOf, readXml, XmlError, type Element } from './xml';

/** A command as a server receives it. */
export interface ReceivedCommand {
  readonly command: EppCommand;
  readonly clTRID?: string;
}

const verbs = ['login', 'logout', 'check', 'info', 'create', 'delete', 'renew', 'transfer', 'update', 'poll'];

/**
 * Reads a document sent by a client.
 *
 * @throws EppRefusal with the code of RFC 5730 section 3: 2001 not well formed or not EPP, 2000 unknown
 * command, 2003 something missing, 2005 a value of the wrong form, 2101 not implemented, 2102 unknown
 * option, 2103 unknown extension, 2307 unknown object
 */
export function readCommand(xml: string): ReceivedCommand {
  const root = readRoot(xml);
  if (child(root, ns.epp, 'hello')) return { command: { type: 'hello' } };
  const command = child(root, ns.epp, 'command');
  if (!command) throw new EppRefusal(2000, 'Neither hello nor command');
  const clTRID = childText(command, ns.epp, 'clTRID');
  if (clTRID !== undefined && (clTRID.length < 3 || clTRID.length > 64))
    throw new EppRefusal(2005, 'clTRID has 3 to 64 characters');
  try {
    return { command: readBody(command), ...(clTRID === undefined ? {} : { clTRID }) };
  } catch (fault) {
    if (fault instanceof EppRefusal) throw new EppRefusal(fault.code, fault.message, clTRID);
    throw fault;
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
  const extension = child(command, ns.epp, 'extension');
  const unknown = extension?.children.find(({ namespace }) => !ns.extensions.includes(namespace));
  if (unknown) throw new EppRefusal(2103, `Extension ${unknown.namespace} is not offered`);

  if (verb.name === 'login') return readLogin(verb);
  if (verb.name === 'logout') return { type: 'logout' };
  if (verb.name === 'poll') return readPoll(verb);
  if (!['check', 'info', 'create', 'update'].includes(verb.name))
    throw new EppRefusal(2101, `${verb.name} is not implemented`);
  const object = verb.children[0];
  if (!object) throw new EppRefusal(2003, `${verb.name} has no object`);
  if (!ns.objects.includes(object.namespace)) throw new EppRefusal(2307, `Object ${object.namespace} is not offered`);
  if (object.name !== verb.name) throw new EppRefusal(2001, `${object.name} inside ${verb.name}`);
  return object.namespace === ns.domain ? onDomain(verb.name, object, extension) : onContact(verb.name, object);
}

function readLogin(login: Element): EppCommand {
  const options = child(login, ns.epp, 'options');
  if (childText(options, ns.epp, 'version') !== '1.0') throw new EppRefusal(2102, 'Only version 1.0 is spoken');
  const services = childrenOf(child(login, ns.epp, 'svcs'), ns.epp, 'objURI').map(({ text }) => text);
  const strange = services.find((uri) => !ns.objects.includes(uri));
  if (strange) throw new EppRefusal(2307, `Object ${strange} is not offered`);
  return { type: 'login', clientId: needed(login, ns.epp, 'clID'), password: needed(login, ns.epp, 'pw') };
}

function readPoll({ attributes: { op, msgID } }: Element): EppCommand {
  if (op === 'req') return { type: 'poll' };
  if (op !== 'ack') throw new EppRefusal(2005, 'op is req or ack');
  if (!msgID) throw new EppRefusal(2003, 'msgID is missing');
  return { type: 'pollAck', id: msgID };
}

function onDomain(verb: string, object: Element, extension: Element | undefined): EppCommand {
  if (verb === 'check') {
    const names = childrenOf(object, ns.domain, 'name').map(({ text }) => text.toLowerCase());
    if (names.length === 0) throw new EppRefusal(2003, 'check has no domain:name');
    const fees = child(extension, ns.fee, 'check');
    const feesIn = childText(fees, ns.fee, 'currency');
    if (feesIn === undefined) return { type: 'checkDomains', names };
    return { type: 'checkDomains', names, feesIn, feesOf: childrenOf(fees, ns.fee, 'command').map(feeCommand) };
  }
  const name = needed(object, ns.domain, 'name').toLowerCase();
  if (verb === 'info') {
    const authCode = childText(child(object, ns.domain, 'authInfo'), ns.domain, 'pw');
    return { type: 'infoDomain', name, ...(authCode === undefined ? {} : { authCode }) };
  }
  if (verb === 'update') {
    const statuses = (tag: string) =>
      childrenOf(child(object, ns.domain, tag), ns.domain, 'status').map(({ attributes }) => attributes['s'] ?? '');
    return { type: 'updateDomain', name, add: statuses('add'), remove: statuses('rem') };
  }
  return { type: 'createDomain', domain: readDomain(name, object, child(extension, ns.fee, 'create')) };
}

function feeCommand({ attributes: { name } }: Element): FeeCommand {
  if (name === 'create' || name === 'renew') return name;
  throw new EppRefusal(2306, 'Fees are told of create and renew');
}

function readDomain(name: string, object: Element, fee: Element | undefined): EppDomainCreate {
  const period = child(object, ns.domain, 'period');
  const years = Number(period?.text ?? '1');
  if (!Number.isInteger(years) || (period && period.attributes['unit'] !== 'y'))
    throw new EppRefusal(2005, 'period is a whole number of years');
  if (years < 1 || years > 99) throw new EppRefusal(2004, 'period is 1 to 99 years');
  return {
    name,
    years,
    registrant: needed(object, ns.domain, 'registrant'),
    contacts: childrenOf(object, ns.domain, 'contact').map(({ attributes, text }) => ({
      type: contactType(attributes['type']),
      id: text,
    })),
    authCode: needed(child(object, ns.domain, 'authInfo'), ns.domain, 'pw'),
    ...(fee ? { fee: readFee(fee) } : {}),
  };
}

function readFee(fee: Element): Money {
  const amount = needed(fee, ns.fee, 'fee');
  if (!/^\d+(\.\d+)?$/.test(amount)) throw new EppRefusal(2005, 'fee is a decimal amount');
  return { currency: needed(fee, ns.fee, 'currency'), amount };
}

function contactType(type: string | undefined): EppDomainCreate['contacts'][number]['type'] {
  if (type === 'admin' || type === 'tech' || type === 'billing') return type;
  throw new EppRefusal(2005, 'contact type is admin, tech or billing');
}

function onContact(verb: string, object: Element): EppCommand {
  if (verb === 'check') {
    const ids = childrenOf(object, ns.contact, 'id').map(({ text }) => text);
    if (ids.length === 0) throw new EppRefusal(2003, 'check has no contact:id');
    return { type: 'checkContacts', ids };
  }
  const id = needed(object, ns.contact, 'id');
  if (verb === 'info') return { type: 'infoContact', id };
  if (verb === 'update') throw new EppRefusal(2101, 'Contacts cannot be changed');
  return { type: 'createContact', contact: readContact(id, object) };
}

/** Reads the parts of a contact that create commands and info answers share. */
export function readContact(id: string, object: Element): EppContact {
  const postal = child(object, ns.contact, 'postalInfo');
  const address = child(postal, ns.contact, 'addr');
  const organisation = childText(postal, ns.contact, 'org');
  const region = childText(address, ns.contact, 'sp');
  const postalCode = childText(address, ns.contact, 'pc');
  return {
    id,
    postal: postal?.attributes['type'] === 'loc' ? 'loc' : 'int',
    name: needed(postal, ns.contact, 'name'),
    ...(organisation === undefined ? {} : { organisation }),
    street: childrenOf(address, ns.contact, 'street').map(({ text }) => text),
    city: needed(address, ns.contact, 'city'),
    ...(region === undefined ? {} : { region }),
    ...(postalCode === undefined ? {} : { postalCode }),
    country: needed(address, ns.contact, 'cc'),
    voice: needed(object, ns.contact, 'voice'),
    email: needed(object, ns.contact, 'email'),
    disclose: child(object, ns.contact, 'disclose')?.attributes['flag'] !== '0',
    authCode: needed(child(object, ns.contact, 'authInfo'), ns.contact, 'pw'),
  };
}

function needed(element: Element | undefined, namespace: string, name: string, code: ResultCode = 2003): string {
  const text = childText(element, namespace, name);
  if (!text) throw new EppRefusal(code, `${name} is missing`);
  return text;
}
