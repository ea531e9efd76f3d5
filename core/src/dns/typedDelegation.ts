import {
  delegationProblems,
  isBelow,
  pointsTo,
  readAddress,
  readHost,
  type Delegation,
  type DelegationProblem,
  type OwnHost,
  type PointsTo,
} from './delegation';
import { dsText, readDs, type DelegationSigner } from './delegationSigner';

/** A delegation as people type it: lists a line each, a host with its addresses behind it where it is below the name. */
export interface TypedDelegation {
  readonly at: PointsTo;
  readonly nameservers: string;
  /** Hosts below the name that it is not delegated to itself. */
  readonly hosts: string;
  readonly ds: string;
}

/** What was typed, as far as it can be read, and each thing that is wrong with it, with its line counted from one. */
export interface ReadDelegation {
  readonly delegation: Delegation;
  readonly problems: readonly (Omit<DelegationProblem, 'index'> & { readonly line?: number })[];
}

/** What is in the fields before anything is typed. */
export function typedDelegation({ nameservers, hosts, ds }: Delegation): TypedDelegation {
  const line = ({ host, addresses }: OwnHost) => [host, ...addresses].join(' ');
  const ownOf = (host: string) => hosts.find((own) => own.host === host);
  return {
    at: pointsTo({ nameservers }),
    nameservers: (nameservers ?? []).map((host) => line(ownOf(host) ?? { host, addresses: [] })).join('\n'),
    hosts: hosts
      .filter(({ host }) => !nameservers?.includes(host))
      .map(line)
      .join('\n'),
    ds: ds.map(dsText).join('\n'),
  };
}

/** Reads what was typed for a name; what another choice has no use for is not read. */
export function readTypedDelegation(name: string, typed: TypedDelegation): ReadDelegation {
  const isElsewhere = typed.at === 'elsewhere';
  const problems: ReadDelegation['problems'][number][] = [];
  const hostLines = (['nameservers', 'hosts'] as const).flatMap((at) =>
    at === 'hosts' || isElsewhere
      ? linesOf(typed[at]).map((line) => ({ at, ...readHostLine(line.text), ...line }))
      : [],
  );
  const hosts = new Map<string, string[]>();
  for (const { at, host, addresses } of hostLines)
    if (at === 'hosts' || (addresses.length > 0 && isBelow(host, name)))
      hosts.set(host, [...(hosts.get(host) ?? []), ...addresses]);
  for (const { at, host, addresses, line } of hostLines)
    if (at === 'nameservers' && addresses.length > 0 && !isBelow(host, name))
      problems.push({ at, line, code: 'notBelow', input: host });
  const signers: { readonly signer: DelegationSigner; readonly line: number }[] = [];
  for (const { text, line } of isElsewhere ? linesOf(typed.ds) : []) {
    const signer = readDs(text);
    if (typeof signer === 'string') problems.push({ at: 'ds', line, code: `ds:${signer}`, input: text });
    else signers.push({ signer, line });
  }
  const nameserverLines = hostLines.filter(({ at }) => at === 'nameservers');
  const elsewhere = nameserverLines.map(({ host }) => host);
  const delegation = {
    nameservers: typed.at === 'tienda' ? null : elsewhere,
    hosts: [...hosts].map(([host, addresses]) => ({ host, addresses })),
    ds: signers.map(({ signer }) => signer),
  };
  if (isElsewhere && elsewhere.length === 0) problems.push({ at: 'nameservers', code: 'tooFew' });
  for (const { index, ...problem } of delegationProblems(name, delegation)) {
    const its = index === undefined ? undefined : lineOf(problem.at, index);
    problems.push({ ...problem, ...its });
  }
  return { delegation, problems: problems.sort((one, other) => (one.line ?? 0) - (other.line ?? 0)) };

  /** Where the entry of a list was typed; a host may have been typed as a nameserver. */
  function lineOf(at: DelegationProblem['at'], index: number): Pick<ReadDelegation['problems'][number], 'at' | 'line'> {
    if (at === 'ds') return { at, line: signers[index]?.line ?? index + 1 };
    const found = at === 'nameservers' ? nameserverLines[index] : typedHost([...hosts.keys()][index]);
    return found ? { at: found.at, line: found.line } : { at };
  }

  function typedHost(host: string | undefined) {
    return hostLines.find((line) => line.host === host);
  }
}

function linesOf(text: string): { readonly text: string; readonly line: number }[] {
  return text
    .split(/\r?\n/)
    .map((line, index) => ({ text: line.trim(), line: index + 1 }))
    .filter((line) => line.text !== '');
}

/** A host and its addresses, set apart by spaces or commas; what is neither stays as it was typed. */
function readHostLine(text: string): { readonly host: string; readonly addresses: string[] } {
  const [typed = '', ...addresses] = text.split(/[\s,;]+/).filter(Boolean);
  return { host: readHost(typed) ?? typed, addresses: addresses.map((address) => readAddress(address) ?? address) };
}
