import type { MxRecord } from 'node:dns';
import { LRUCache } from 'lru-cache';
import nodemailer from 'nodemailer';
import { isPublic } from '@tienda/core/dns/delegation';
import type { Resolve } from './checking';

/** What came of trying to bring a mail to its target. */
export interface Carried {
  readonly outcome: 'delivered' | 'refused' | 'later';
  /** What was answered there, or why nobody was asked. */
  readonly answer: string;
}

export interface CarrierParts {
  readonly host: string;
  /** Where mail servers listen. */
  readonly port: number;
  readonly resolve: Resolve;
  /** Addresses that are gone to though not everyone reaches them. */
  readonly reachable: readonly string[];
}

/** How a mail was not taken: with an answer, or without one. */
interface Refused {
  readonly code?: string;
  readonly responseCode?: number;
  readonly response?: string;
}

interface Envelope {
  readonly from: string;
  readonly to: string;
  readonly content: Buffer;
}

/** No target holds up others for long. */
const timeouts = { connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 30_000, dnsTimeout: 5000 };
/** Connections to one mail server at once, each for so many mails. */
const atOnce = { maxConnections: 5, maxMessages: 200 };
/** Mail servers that connections are kept open to, and for how long after the last mail. */
const kept = { max: 200, ttl: 20_000, updateAgeOnGet: true, ttlAutopurge: true };

class NoWay extends Error {
  constructor(
    readonly outcome: 'refused' | 'later',
    text: string,
  ) {
    super(text);
  }
}

/** Brings mail to the servers that its target's host names for it (RFC 5321 section 5). */
export class Carrier {
  /** Servers that were silent just now, and what came of that: nobody waits for them again at once. */
  private readonly silent = new LRUCache<string, Carried>({ max: 1000, ttl: 15_000 });
  private readonly transports = new LRUCache<string, Transport>({
    ...kept,
    dispose: (transport) => transport.close(),
  });

  constructor(private readonly parts: CarrierParts) {}

  async carry(envelope: Envelope): Promise<Carried> {
    try {
      const servers = await this.serversOf(envelope.to.slice(envelope.to.lastIndexOf('@') + 1));
      let last: Carried = { outcome: 'later', answer: '4.4.1 No mail server of it can be reached' };
      for (const server of servers) {
        last = await this.bring(envelope, server);
        if (last.outcome !== 'later') break;
      }
      return last;
    } catch (fault) {
      if (!(fault instanceof NoWay)) throw fault;
      return { outcome: fault.outcome, answer: fault.message };
    }
  }

  private async bring({ from, to, content }: Envelope, server: string): Promise<Carried> {
    const silent = this.silent.get(server);
    if (silent) return silent;
    const addresses = await this.addressesOf(server);
    const reached = addresses.find((address) => isPublic(address) || this.parts.reachable.includes(address));
    if (reached === undefined)
      return { outcome: 'later', answer: `4.4.4 ${server} has no address that everyone reaches` };
    try {
      const { response } = await this.transport(server, reached).sendMail({
        envelope: { from, to: [to] },
        raw: content,
      });
      return { outcome: 'delivered', answer: response };
    } catch (fault) {
      const { code, responseCode, response } = fault as Refused;
      const said = response?.replaceAll(/[\r\n]+/g, ' ');
      // A no for good has a code from 500 on (RFC 5321 section 4.2.1); all else is tried again.
      if (responseCode !== undefined)
        return { outcome: responseCode >= 500 ? 'refused' : 'later', answer: said ?? String(responseCode) };
      // Nobody was asked: such an envelope cannot be written, and never will be.
      if (code === 'EENVELOPE') return { outcome: 'refused', answer: '5.1.7 This address cannot be written to' };
      const away: Carried = { outcome: 'later', answer: `4.4.1 ${server} does not answer` };
      this.silent.set(server, away);
      return away;
    }
  }

  private transport(server: string, address: string): Transport {
    const key = `${server} ${address}`;
    const known = this.transports.get(key);
    if (known) return known;
    const made = opened(this.parts, server, address);
    this.transports.set(key, made);
    return made;
  }

  /** The best first. @throws NoWay */
  private async serversOf(host: string): Promise<readonly string[]> {
    const found = (await this.ask(host, 'MX')) as MxRecord[] | undefined;
    if (found === undefined) throw new NoWay('refused', `5.1.2 There is no ${host}`);
    // Nobody takes mail there, and says so (RFC 7505).
    if (found.length === 1 && found[0]?.exchange.replace('.', '') === '')
      throw new NoWay('refused', `5.1.10 ${host} takes no mail`);
    const servers = found.toSorted((a, b) => a.priority - b.priority).map(({ exchange }) => exchange);
    return servers.length > 0 ? servers : [host];
  }

  private async addressesOf(host: string): Promise<readonly string[]> {
    const found = await Promise.all(['A', 'AAAA'].map(async (type) => (await this.ask(host, type)) ?? []));
    return found.flat() as string[];
  }

  /** @returns empty where there is nothing of that type, undefined where there is no such name. @throws NoWay */
  private async ask(name: string, type: string): Promise<unknown[] | undefined> {
    try {
      return (await this.parts.resolve(name, type)) as unknown[];
    } catch (fault) {
      const { code } = fault as { readonly code?: string };
      if (code === 'ENODATA') return [];
      if (code === 'ENOTFOUND') return undefined;
      throw new NoWay('later', `4.4.3 ${name} cannot be looked up just now`);
    }
  }
}

type Transport = ReturnType<typeof opened>;

function opened({ host, port }: CarrierParts, server: string, address: string) {
  return nodemailer.createTransport({
    host: address,
    port,
    name: host,
    secure: false,
    // Private where the other one can be, whoever it says it is: the alternative is not private at all (RFC 7435).
    tls: { servername: server, rejectUnauthorized: false },
    pool: true,
    ...atOnce,
    ...timeouts,
  });
}
