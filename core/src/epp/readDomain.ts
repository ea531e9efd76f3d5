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
import { readDsChange, readDsCreate } from './secDns';
import { domainStatus, valueOf } from './values';
import { child, childrenOf, type Element } from './xml';

/** What commands on names are extended by: RFC 8748 extends some by fees, RFC 3915 and RFC 5910 others. */
const extendedBy: Readonly<Record<string, readonly string[]>> = {
  check: [ns.fee],
  create: [ns.fee, ns.secDns],
  renew: [ns.fee],
  transfer: [ns.fee],
  update: [ns.rgp, ns.secDns],
};

/** What a client does about names (RFC 5731 section 3). @throws EppRefusal as `readCommand` */
export function onDomain(
  { name: verb, attributes }: Element,
  object: Element,
  extensions: readonly Element[],
): EppCommand {
  const strange = extensions.find(({ namespace }) => !extendedBy[verb]?.includes(namespace));
  if (strange) throw new EppRefusal(2103, `${verb} is not extended by ${strange.namespace}`);
  const by = (namespace: string) => extensions.find((extension) => extension.namespace === namespace);
  const fee = by(ns.fee);
  if (verb === 'transfer') return transferDomain(attributes['op'], object, fee);
  if (verb === 'check') return checkDomains(object, fee);
  if (verb === 'create') return { type: 'createDomain', domain: readDomain(object, fee, by(ns.secDns)) };
  if (verb === 'renew') return renewDomain(object, fee);
  if (verb === 'delete') return { type: 'deleteDomain', name: nameIn(the(holding(object, 'name'), 'name')) };
  if (verb === 'info') return infoDomain(object);
  const restore = by(ns.rgp);
  if (!restore) return updateDomain(object, by(ns.secDns));
  if (by(ns.secDns)) throw new EppRefusal(2001, 'A restore changes nothing else');
  return restoreDomain(object, restore);
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

function updateDomain(object: Element, signed: Element | undefined): UpdateDomain {
  holding(object, 'name add? rem? chg?');
  const [add, remove] = ['add', 'rem'].map((tag) => partsIn(child(object, ns.domain, tag)));
  const chg = child(object, ns.domain, 'chg');
  if (chg) holding(chg, 'registrant? authInfo?');
  const registrant = chg && optional(chg, 'registrant', 'clientId');
  const authCode = chg && authCodeIn(chg);
  const change = { ...(registrant ? { registrant } : {}), ...(authCode ? { authCode } : {}) };
  if (!add && !remove && !signed && Object.keys(change).length === 0)
    throw new EppRefusal(2003, 'Nothing is to be changed');
  return {
    type: 'updateDomain',
    name: nameIn(the(object, 'name')),
    ...(add ? { add } : {}),
    ...(remove ? { remove } : {}),
    ...(Object.keys(change).length > 0 ? { change } : {}),
    ...(signed ? { ds: readDsChange(signed) } : {}),
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

function readDomain(object: Element, fee: Element | undefined, signed: Element | undefined): EppDomainCreate {
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
    ...(signed ? { ds: readDsCreate(signed) } : {}),
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
