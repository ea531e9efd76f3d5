import * as ns from './namespaces';
import { feeCommands } from './command';
import {
  transferStatuses,
  type CommandFee,
  type EppDomainCheck,
  type EppDomainInfo,
  type EppTransfer,
  type PendingResult,
  type Provenance,
  type QueuedMessage,
} from './objects';
import { addressesIn } from './hosts';
import { contactsIn } from './readDomain';
import { readContact } from './readContact';
import type { EppData, EppResponse, Greeting } from './response';
import { isResultCode } from './resultCode';
import { dsIn } from './secDns';
import { child, childText, childrenOf, readXml, XmlError, type Element } from './xml';

/** A server said something that is not EPP: nothing may be concluded from it. */
export class EppAnswerError extends Error {}

/** What a server sent: its greeting, or the answer to a command. */
export type EppAnswer =
  | { readonly type: 'greeting'; readonly greeting: Greeting }
  | { readonly type: 'response'; readonly response: EppResponse };

/**
 * Reads a document sent by a server.
 *
 * @throws EppAnswerError where it is not well formed, not EPP, or lacks what RFC 5730 says must be there
 */
export function readAnswer(xml: string): EppAnswer {
  try {
    const root = readXml(xml);
    const greeting = child(root, ns.epp, 'greeting');
    if (greeting)
      return {
        type: 'greeting',
        greeting: { serverId: needed(greeting, ns.epp, 'svID'), date: needed(greeting, ns.epp, 'svDate') },
      };
    const response = child(root, ns.epp, 'response');
    if (!response) throw new EppAnswerError('Neither greeting nor response');
    return { type: 'response', response: readResponse(response) };
  } catch (fault) {
    if (fault instanceof EppAnswerError) throw fault;
    if (fault instanceof XmlError) throw new EppAnswerError(fault.message);
    throw new EppAnswerError(fault instanceof Error ? fault.message : String(fault));
  }
}

function readResponse(response: Element): EppResponse {
  const result = child(response, ns.epp, 'result');
  const code = Number(result?.attributes['code']);
  if (!isResultCode(code)) throw new EppAnswerError(`Result code ${result?.attributes['code'] ?? 'missing'}`);
  const reason = childText(child(result, ns.epp, 'extValue'), ns.epp, 'reason');
  const trID = child(response, ns.epp, 'trID');
  const clTRID = childText(trID, ns.epp, 'clTRID');
  const data = readData(child(response, ns.epp, 'resData')?.children[0], child(response, ns.epp, 'extension'));
  const queued = readQueue(child(response, ns.epp, 'msgQ'));
  return {
    code,
    message: needed(result, ns.epp, 'msg'),
    ...(reason === undefined ? {} : { reason }),
    ...(data ? { data } : {}),
    ...(queued ? { queue: queued } : {}),
    ...(clTRID === undefined ? {} : { clTRID }),
    svTRID: needed(trID, ns.epp, 'svTRID'),
  };
}

function readQueue(queue: Element | undefined): QueuedMessage | undefined {
  if (!queue) return undefined;
  const { id = '', count = '' } = queue.attributes;
  return { id, count: Number(count), text: childText(queue, ns.epp, 'msg') ?? '' };
}

function readData(data: Element | undefined, extension: Element | undefined): EppData | undefined {
  if (data?.namespace === ns.domain) {
    if (data.name === 'chkData') return readChecks(data, child(extension, ns.fee, 'chkData'));
    if (data.name === 'infData') return { type: 'domain', domain: readDomain(data, extension) };
    if (data.name === 'trnData') return { type: 'domainTransfer', transfer: readTransfer(data) };
    if (data.name === 'panData') return { type: 'pendingResult', result: readPending(data) };
    if (data.name === 'renData')
      return {
        type: 'domainRenewed',
        name: needed(data, ns.domain, 'name'),
        expiresAt: needed(data, ns.domain, 'exDate'),
      };
    if (data.name === 'creData')
      return {
        type: 'domainCreated',
        name: needed(data, ns.domain, 'name'),
        createdAt: needed(data, ns.domain, 'crDate'),
        expiresAt: needed(data, ns.domain, 'exDate'),
      };
  }
  if (data?.namespace === ns.host) return readHostData(data);
  if (data?.namespace === ns.contact) {
    if (data.name === 'chkData')
      return {
        type: 'contactChecks',
        checks: childrenOf(data, ns.contact, 'cd').map((cd) => ({
          id: needed(cd, ns.contact, 'id'),
          available: flagOf(child(cd, ns.contact, 'id')),
        })),
      };
    const id = needed(data, ns.contact, 'id');
    if (data.name === 'infData')
      return {
        type: 'contact',
        contact: {
          ...readContact(id, data),
          roid: needed(data, ns.contact, 'roid'),
          statuses: statusesOf(data),
          ...readProvenance(data),
        },
      };
    if (data.name === 'creData') return { type: 'contactCreated', id, createdAt: needed(data, ns.contact, 'crDate') };
  }
  const restored = gracePeriodsIn(child(extension, ns.rgp, 'upData'));
  return restored && { type: 'domainRestored', graceStatuses: restored };
}

function readHostData(data: Element): EppData | undefined {
  if (data.name === 'chkData')
    return {
      type: 'hostChecks',
      checks: childrenOf(data, ns.host, 'cd').map((cd) => ({
        host: needed(cd, ns.host, 'name'),
        available: flagOf(child(cd, ns.host, 'name')),
      })),
    };
  const host = needed(data, ns.host, 'name');
  if (data.name === 'creData') return { type: 'hostCreated', host, createdAt: needed(data, ns.host, 'crDate') };
  if (data.name !== 'infData') return undefined;
  const roid = needed(data, ns.host, 'roid');
  const told = { host, roid, statuses: statusesOf(data), addresses: addressesIn(data), ...readProvenance(data) };
  return { type: 'host', host: told };
}

function gracePeriodsIn(data: Element | undefined): string[] | undefined {
  return data && childrenOf(data, ns.rgp, 'rgpStatus').map(({ attributes }) => attributes['s'] ?? '');
}

function readTransfer(data: Element): EppTransfer {
  const said = needed(data, ns.domain, 'trStatus');
  const status = transferStatuses.find((known) => known === said);
  if (!status) throw new EppAnswerError(`trStatus ${said}`);
  const expiresAt = childText(data, ns.domain, 'exDate');
  return {
    name: needed(data, ns.domain, 'name'),
    status,
    requestedBy: needed(data, ns.domain, 'reID'),
    requestedAt: needed(data, ns.domain, 'reDate'),
    decidedBy: needed(data, ns.domain, 'acID'),
    decidedAt: needed(data, ns.domain, 'acDate'),
    ...(expiresAt === undefined ? {} : { expiresAt }),
  };
}

function readChecks(data: Element, fees: Element | undefined): EppData {
  const feesIn = childText(fees, ns.fee, 'currency');
  const feesByName = new Map(childrenOf(fees, ns.fee, 'cd').map((cd) => [childText(cd, ns.fee, 'objID') ?? '', cd]));
  const checks = childrenOf(data, ns.domain, 'cd').map((cd): EppDomainCheck => {
    const name = needed(cd, ns.domain, 'name');
    const reason = childText(cd, ns.domain, 'reason');
    const fee = feesByName.get(name);
    const feeClass = childText(fee, ns.fee, 'class');
    const fees = feesIn === undefined ? [] : readFees(fee, feesIn);
    return {
      name,
      available: flagOf(child(cd, ns.domain, 'name')),
      ...(reason === undefined ? {} : { reason }),
      ...(feeClass === undefined ? {} : { feeClass }),
      ...(fees.length > 0 ? { fees } : {}),
    };
  });
  return { type: 'domainChecks', checks, ...(feesIn === undefined ? {} : { feesIn }) };
}

function readFees(cd: Element | undefined, currency: string): CommandFee[] {
  return childrenOf(cd, ns.fee, 'command').flatMap((answer): CommandFee[] => {
    const command = feeCommands.find((known) => known === answer.attributes['name']);
    const amount = childText(answer, ns.fee, 'fee');
    const years = childText(answer, ns.fee, 'period');
    if (!command || amount === undefined) return [];
    return [{ command, currency, amount, ...(years === undefined ? {} : { years: Number(years) }) }];
  });
}

function readDomain(data: Element, extension: Element | undefined): EppDomainInfo {
  const graceStatuses = gracePeriodsIn(child(extension, ns.rgp, 'infData'));
  const signed = child(extension, ns.secDns, 'infData');
  const hosts = childrenOf(data, ns.domain, 'host').map(({ text }) => text);
  const transferredAt = childText(data, ns.domain, 'trDate');
  const authCode = childText(child(data, ns.domain, 'authInfo'), ns.domain, 'pw');
  return {
    name: needed(data, ns.domain, 'name'),
    roid: needed(data, ns.domain, 'roid'),
    statuses: statusesOf(data),
    registrant: needed(data, ns.domain, 'registrant'),
    contacts: contactsIn(data),
    nameservers: childrenOf(child(data, ns.domain, 'ns'), ns.domain, 'hostObj').map(({ text }) => text),
    ...(hosts.length > 0 ? { hosts } : {}),
    ...(signed ? { ds: dsIn(signed) } : {}),
    ...readProvenance(data),
    expiresAt: needed(data, ns.domain, 'exDate'),
    ...(transferredAt === undefined ? {} : { transferredAt }),
    ...(graceStatuses ? { graceStatuses } : {}),
    ...(authCode === undefined ? {} : { authCode }),
  };
}

function statusesOf(data: Element): string[] {
  return childrenOf(data, data.namespace, 'status').map(({ attributes }) => attributes['s'] ?? '');
}

function readProvenance(data: Element): Provenance {
  const updatedBy = childText(data, data.namespace, 'upID');
  const updatedAt = childText(data, data.namespace, 'upDate');
  return {
    sponsor: needed(data, data.namespace, 'clID'),
    creator: needed(data, data.namespace, 'crID'),
    createdAt: needed(data, data.namespace, 'crDate'),
    ...(updatedBy === undefined ? {} : { updatedBy }),
    ...(updatedAt === undefined ? {} : { updatedAt }),
  };
}

function readPending(data: Element): PendingResult {
  const ids = child(data, ns.domain, 'paTRID');
  const transaction = childText(ids, ns.epp, 'clTRID');
  return {
    name: needed(data, ns.domain, 'name'),
    done: ['1', 'true'].includes(child(data, ns.domain, 'name')?.attributes['paResult'] ?? ''),
    ...(transaction === undefined ? {} : { transaction }),
    serverTransaction: needed(ids, ns.epp, 'svTRID'),
    decidedAt: needed(data, ns.domain, 'paDate'),
  };
}

function flagOf(element: Element | undefined): boolean {
  return ['1', 'true'].includes(element?.attributes['avail'] ?? '');
}

function needed(element: Element | undefined, namespace: string, name: string): string {
  const text = childText(element, namespace, name);
  if (!text) throw new EppAnswerError(`${name} is missing`);
  return text;
}
