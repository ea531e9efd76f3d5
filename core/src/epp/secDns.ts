import { dsProblem, type DelegationSigner } from '../dns/delegationSigner';
import { EppRefusal, type DsChange } from './command';
import { holding } from './content';
import { element } from './elements';
import * as ns from './namespaces';
import { the, value } from './parts';
import { child, childrenOf, childText, type Element, type Written } from './xml';

/** Delegation signers beside a name that is registered, or told (RFC 5910 sections 5.1.2 and 5.2.1). */
export function writeDs(name: 'create' | 'infData', ds: readonly DelegationSigner[]): Written {
  return [`secDNS:${name}`, { 'xmlns:secDNS': ns.secDns }, ds.map(dsData)];
}

/** Delegation signers that change (section 5.2.5). */
export function writeDsChange({ add = [], remove = [] }: DsChange): Written {
  const off = remove === 'all' ? [element('secDNS:all', 'true')] : remove.map(dsData);
  return [
    'secDNS:update',
    { 'xmlns:secDNS': ns.secDns },
    [
      off.length > 0 ? element('secDNS:rem', off) : undefined,
      add.length > 0 ? element('secDNS:add', add.map(dsData)) : undefined,
    ],
  ];
}

function dsData({ keyTag, algorithm, digestType, digest }: DelegationSigner): Written {
  return element('secDNS:dsData', [
    element('secDNS:keyTag', String(keyTag)),
    element('secDNS:alg', String(algorithm)),
    element('secDNS:digestType', String(digestType)),
    element('secDNS:digest', digest),
  ]);
}

/** Those in an answer. */
export function dsIn(data: Element): DelegationSigner[] {
  return childrenOf(data, ns.secDns, 'dsData').map((ds) => {
    const text = (name: string) => childText(ds, ns.secDns, name) ?? '';
    const [keyTag = NaN, algorithm = NaN, digestType = NaN] = ['keyTag', 'alg', 'digestType'].map((name) =>
      Number(text(name)),
    );
    return { keyTag, algorithm, digestType, digest: text('digest').toUpperCase() };
  });
}

/**
 * Those that a name is registered with.
 *
 * @throws EppRefusal 2102 for options that are not offered, 2306 for keys in place of their digests and for what is out of use
 */
export function readDsCreate(create: Element): DelegationSigner[] {
  if (create.name !== 'create') throw new EppRefusal(2001, `${create.name} beside create`);
  return readAdded(create);
}

/** @throws EppRefusal as `readDsCreate` */
export function readDsChange(update: Element): DsChange {
  if (update.name !== 'update') throw new EppRefusal(2001, `${update.name} beside update`);
  holding(update, 'rem? add? chg?', ['urgent']);
  if (['1', 'true'].includes(update.attributes['urgent'] ?? '')) throw new EppRefusal(2102, 'No change is urgent here');
  if (child(update, ns.secDns, 'chg')) throw new EppRefusal(2102, 'Signatures last as long as the registry says');
  const [rem, add] = ['rem', 'add'].map((name) => child(update, ns.secDns, name));
  if (!rem && !add) throw new EppRefusal(2003, 'Nothing is to be changed');
  return { ...(rem ? { remove: readRemoved(rem) } : {}), ...(add ? { add: readAdded(add) } : {}) };
}

function readRemoved(rem: Element): DelegationSigner[] | 'all' {
  if (!child(rem, ns.secDns, 'all')) return readAdded(rem);
  if (!['1', 'true'].includes(the(holding(rem, 'all'), 'all').text)) throw new EppRefusal(2306, 'all is true');
  return 'all';
}

function readAdded(holder: Element): DelegationSigner[] {
  if (child(holder, ns.secDns, 'maxSigLife'))
    throw new EppRefusal(2102, 'Signatures last as long as the registry says');
  if (child(holder, ns.secDns, 'keyData')) throw new EppRefusal(2306, 'Keys are told by their digests here');
  return holding(holder, 'dsData+').children.map((ds) => {
    holding(ds, 'keyTag alg digestType digest keyData?');
    if (child(ds, ns.secDns, 'keyData')) throw new EppRefusal(2306, 'Keys are told by their digests here');
    const read = {
      keyTag: Number(value(ds, 'keyTag', 'number')),
      algorithm: Number(value(ds, 'alg', 'number')),
      digestType: Number(value(ds, 'digestType', 'number')),
      digest: value(ds, 'digest', 'hexadecimal').toUpperCase(),
    };
    const problem = dsProblem(read);
    if (problem) throw new EppRefusal(2306, `The ${problem} of a DS is not one that is taken`);
    return read;
  });
}
