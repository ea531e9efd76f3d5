import { EppRefusal, type EppCommand } from './command';
import { holding } from './content';
import { onHosts } from './hosts';
import * as ns from './namespaces';
import { the, value } from './parts';
import { onContact } from './readContact';
import { onDomain } from './readDomain';
import { inForm } from './values';
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
  if (new Set(extensions.map(({ namespace }) => namespace)).size < extensions.length)
    throw new EppRefusal(2001, 'A command is extended once by each extension');
  if (verb.name === 'login') return withoutExtension(readLogin(verb), extensions);
  if (verb.name === 'logout') return withoutExtension(readLogout(verb), extensions);
  if (verb.name === 'poll') return withoutExtension(readPoll(verb), extensions);
  const [object, second] = verb.children;
  if (!object) throw new EppRefusal(2003, `${verb.name} has no object`);
  if (second) throw new EppRefusal(2001, `${verb.name} has two objects`);
  if (!ns.objects.includes(object.namespace)) throw new EppRefusal(2307, `Object ${object.namespace} is not offered`);
  if (object.name !== verb.name) throw new EppRefusal(2001, `${object.name} inside ${verb.name}`);
  if (object.namespace === ns.domain) return onDomain(verb, object, extensions);
  const onObject = object.namespace === ns.host ? onHosts : onContact;
  return withoutExtension(onObject(verb.name, object), extensions);
}

/** What an extension asks for is carried out or refused, never passed over. */
function withoutExtension<Command extends EppCommand>(command: Command, [extension]: readonly Element[]): Command {
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
