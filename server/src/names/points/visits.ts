import type { Actor } from '@tienda/core/accounts/actor';
import { isPublic } from '@tienda/core/dns/delegation';
import { isMetHere, mayBeFramed, metOf, type Met } from '@tienda/core/dns/forward';
import { wholeName } from '@tienda/core/dns/record';
import { mostHops, nextAddress, type Hop, type Visit, type VisitOutcome } from '@tienda/core/dns/visit';
import type { DnsAddress, DnsClient } from '../../gateways/dns/dnsClient';
import { NotPrivate, SiteSilent, type SiteAnswer, type SiteVisitor } from '../../gateways/web/visitor';
import { notFound } from '../../platform/http/problem';
import type { Pointing } from './service';

export interface VisitParts {
  readonly pointing: Pick<Pointing, 'of'>;
  readonly dns: Pick<DnsClient, 'whereIs'>;
  readonly sites: Pick<SiteVisitor, 'look'>;
  /** The one that visitors are taken to ask. */
  readonly resolver: DnsAddress;
  /** Addresses that are looked at though only this machine reaches them: the made-up internet of the demo. */
  readonly reachable: readonly string[];
  readonly forwarders: readonly string[];
}

/** Whoever tries a name waits no longer, however slowly each step is answered. */
const patienceMs = 20_000;

/** A hop with the head of its answer. */
interface Seen {
  readonly hop: Hop;
  readonly answer?: SiteAnswer;
}

/** Visits a name as a browser would: resolver, connection, each answer on the way. */
export class Visits {
  constructor(private readonly parts: VisitParts) {}

  /**
   * Over HTTP as most come, and over HTTPS where there is a certificate.
   *
   * @param below which of its names: `@`, `www`
   * @throws Problem 404 where the account does not hold the name, or that one sends nobody on
   */
  async of(actor: Actor, name: string, below: string): Promise<Visit[]> {
    const { records, certificates = [] } = await this.parts.pointing.of(actor, name);
    const record = records.find((one) => isMetHere(one) && one.name === below);
    if (!record) throw notFound('forward of that name');
    // An asterisk stands for any name: one of them is looked at.
    const host = wholeName(name, record).replace(/^\*/, 'any');
    const isSecured = certificates.some((one) => one.host === host && one.goodUntil !== undefined);
    const schemes = isSecured ? ['http', 'https'] : ['http'];
    return Promise.all(schemes.map((scheme) => this.visit(`${scheme}://${host}/`, metOf(record))));
  }

  private async visit(start: string, forward: Met): Promise<Visit> {
    const hops: Hop[] = [];
    const ended = (outcome: VisitOutcome): Visit => ({ hops, outcome });
    const asked = new Set<string>();
    const end = performance.now() + patienceMs;
    for (let url = start; hops.length < mostHops;) {
      if (asked.has(url)) return ended('round');
      if (performance.now() > end) return ended('silent');
      asked.add(url);
      const isFirst = hops.length === 0;
      const { hop, answer }: Seen = await this.hop(url, isFirst);
      hops.push(hop);
      if (isFirst && hop.problem === 'noAddress') return ended('notYet');
      if (isFirst && hop.address !== undefined && !this.isOurs(hop.address)) return ended('notHere');
      if (hop.problem !== undefined || !answer) return ended(hop.problem ?? 'silent');
      if (answer.status >= 400) return ended('failed');
      const isMask = isFirst && forward.kind === 'masked' && answer.status === 200;
      const next: string | undefined = isMask ? forward.to : nextAddress(url, answer.status, answer.location);
      if (next === undefined) {
        const isFramed = forward.kind === 'masked' && !mayBeFramed(answer.headers);
        // What is not private is not shown within what is.
        const isMixed = forward.kind === 'masked' && start.startsWith('https:') && url.startsWith('http:');
        return ended(isFramed ? 'cannotBeFramed' : isMixed ? 'mixed' : 'works');
      }
      url = next;
    }
    return ended('tooLong');
  }

  /** True for an address at which visitors of forwarded names come in. */
  private isOurs(address: string): boolean {
    return this.parts.forwarders.includes(address);
  }

  /** @param isFirst then it is to be here: anywhere else nobody is asked */
  private async hop(url: string, isFirst: boolean): Promise<Seen> {
    const from = performance.now();
    const { hostname, port } = new URL(url);
    const literal = /^[\d.]+$|:/.test(hostname) ? hostname.replace(/^\[|\]$/g, '') : undefined;
    const { addresses, isWhole } = literal
      ? { addresses: [literal], isWhole: true }
      : await this.parts.dns.whereIs(this.parts.resolver, hostname);
    const [address] = addresses;
    const hop = (more: Pick<Hop, 'status' | 'problem'>): Hop => ({
      url,
      ms: Math.round(performance.now() - from),
      ...(address === undefined ? {} : { address }),
      ...more,
    });
    if (address === undefined) return { hop: hop({ problem: isWhole ? 'noAddress' : 'unresolved' }) };
    if (isFirst && !this.isOurs(address)) return { hop: hop({}) };
    // A name of the demo may lead to this machine, where the web is; whoever writes out an address or a port means more.
    const isOfDemo = literal === undefined && port === '' && this.parts.reachable.includes(address);
    const mayBeReached = isPublic(address) || isOfDemo;
    if (!mayBeReached) return { hop: hop({ problem: 'private' }) };
    try {
      const answer = await this.parts.sites.look(url, address);
      return { hop: hop({ status: answer.status }), answer };
    } catch (fault) {
      if (fault instanceof NotPrivate) return { hop: hop({ problem: 'certificate' }) };
      if (fault instanceof SiteSilent) return { hop: hop({ problem: 'silent' }) };
      throw fault;
    }
  }
}
