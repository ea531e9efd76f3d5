import type { Actor } from '@tienda/core/accounts/actor';
import { isPublic, type OwnHost } from '@tienda/core/dns/delegation';
import type { NameserverFinding, NameserverLook } from '@tienda/core/dns/nameserverLook';
import type { DnsAddress, DnsClient } from '../../gateways/dns/dnsClient';
import type { HeldName, NameStore } from '../held/store';

export interface NameserverLookParts {
  readonly names: Pick<NameStore, 'need'>;
  readonly dns: Pick<DnsClient, 'ask' | 'whereIs'>;
  readonly resolver: DnsAddress;
  /** Where name servers of anyone are asked. */
  readonly port: number;
  /** Addresses that are asked though only this machine reaches them: the made-up internet of the demo. */
  readonly reachable: readonly string[];
}

/** Asks others' nameservers whether they answer for a name, before it is delegated to them. */
export class NameserverLooks {
  constructor(private readonly parts: NameserverLookParts) {}

  /**
   * @param hosts those below the name itself, which nobody else can find yet
   * @throws Problem 404 where the account does not hold the name
   */
  async of(
    actor: Actor,
    name: string,
    nameservers: readonly string[],
    hosts: readonly OwnHost[],
  ): Promise<NameserverLook[]> {
    await this.parts.names.need(actor, name);
    return Promise.all(nameservers.map((host) => this.look(name, host, hosts)));
  }

  /** The first of a name's nameservers that answers for it, and where it was asked. */
  async firstThatAnswers(
    { name, delegation }: Pick<HeldName, 'name' | 'delegation'>,
    nameservers: readonly string[],
  ): Promise<{ readonly host: string; readonly address: string } | undefined> {
    for (const host of nameservers) {
      const { finding, address } = await this.look(name, host, delegation?.hosts ?? []);
      if (finding === 'answers' && address !== undefined) return { host, address };
    }
    return undefined;
  }

  private async look(name: string, host: string, hosts: readonly OwnHost[]): Promise<NameserverLook> {
    const { dns, resolver, port, reachable } = this.parts;
    const own = hosts.find((one) => one.host === host)?.addresses;
    const { addresses, isWhole } = own ? { addresses: own, isWhole: true } : await dns.whereIs(resolver, host);
    if (addresses.length === 0) return { host, finding: isWhole ? 'noAddress' : 'unresolved' };
    const address = addresses.find((one) => isPublic(one) || reachable.includes(one));
    if (address === undefined) return { host, finding: 'hidden' };
    const answer = await dns.ask({ address, port }, name, 'SOA');
    const isFor = answer?.isAuthoritative === true && answer.answers.some(({ type }) => type === 'SOA');
    const finding: NameserverFinding = answer ? (isFor ? 'answers' : 'others') : 'silent';
    return { host, finding, address };
  }
}
