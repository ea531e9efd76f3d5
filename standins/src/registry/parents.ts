import { createECDH, createHash, createPrivateKey, createPublicKey } from 'node:crypto';
import Router from '@koa/router';
import { dsText } from '@tienda/core/dns/delegationSigner';
import { privateKeyText, keyFlags, signerOf } from '@tienda/core/dns/dnsKey';
import { addressOf, mailRecords, rootServer, serversOf } from './internet';
import type { RegistryKeeper } from './keeper';

/** A record as PowerDNS reads it. */
interface ServedRecord {
  readonly qname: string;
  readonly qtype: string;
  readonly content: string;
  readonly ttl: number;
  /** 0 for what somebody else answers for: delegations and glue. */
  readonly auth: 0 | 1;
}

interface ParentsSettings {
  /** The number of the key that root and extensions are signed with, base 64. */
  readonly secret: string;
  /** What Tienda seals forwarded mail with, PKCS #8, base 64. */
  readonly mailKey: string;
  /** How long what is said of a name may be kept, seconds. */
  readonly ttl: number;
}

const labelsOf = (name: string) => name.split('.').filter((label) => label !== '');
const textOf = (value: unknown) => (typeof value === 'string' ? value : '');
const isGiven = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/**
 * The root and the extensions' zones, record by record, from what registries keep this moment: who is delegated where,
 * with glue and what vouches for keys. The name server that answers for them asks here (PowerDNS, remote backend).
 */
export class ParentZones {
  private readonly keeperOf: ReadonlyMap<string, RegistryKeeper>;
  /** The root first; an index is a zone's id. */
  private readonly zones: readonly string[];
  private readonly publicKey: Uint8Array;
  /** Base 64. */
  private readonly mailKey: string;

  constructor(
    keepers: readonly RegistryKeeper[],
    private readonly settings: ParentsSettings,
    private readonly now: () => Date,
  ) {
    this.keeperOf = new Map(keepers.flatMap((keeper) => keeper.registry.zones.map((zone) => [zone, keeper])));
    this.zones = ['', 'example', ...this.keeperOf.keys()];
    const pair = createECDH('prime256v1');
    pair.setPrivateKey(settings.secret, 'base64');
    const mailKey = createPublicKey(
      createPrivateKey({ key: Buffer.from(settings.mailKey, 'base64'), format: 'der', type: 'pkcs8' }),
    );
    this.mailKey = mailKey.export({ type: 'spki', format: 'der' }).toString('base64');
    // What comes first says that both numbers are there.
    this.publicKey = pair.getPublicKey().subarray(1);
  }

  /** What PowerDNS asks for, a method each; `false` where there is nothing. */
  async answer(method: string, parameters: Readonly<Record<string, unknown>>): Promise<unknown> {
    const text = (name: string) => textOf(parameters[name]).toLowerCase();
    switch (method) {
      case 'initialize':
        return true;
      case 'lookup':
        return this.lookup(bare(text('qname')), Number(parameters['zone-id'] ?? -1), text('qtype').toUpperCase());
      case 'getAllDomains':
        return this.zones.map((zone, id) => ({ id, zone: whole(zone), kind: 'native', serial: this.serial() }));
      case 'getDomainInfo': {
        const id = this.zones.indexOf(bare(text('name')));
        return id >= 0 && { id, zone: whole(bare(text('name'))), kind: 'native', serial: this.serial() };
      }
      case 'getAllDomainMetadata':
        return metadata;
      case 'getDomainMetadata':
        return metadata[text('kind').toUpperCase()] ?? [];
      case 'getDomainKeys':
        return [
          { id: 1, flags: keyFlags, active: true, published: true, content: privateKeyText(this.settings.secret) },
        ];
      default:
        return false;
    }
  }

  private async lookup(name: string, id: number, type: string): Promise<readonly object[] | false> {
    const zone = id >= 0 ? this.zones[id] : this.zones.find((known) => known === name);
    if (zone === undefined) return false;
    const found = name === zone ? this.apex(zone) : await this.below(name, zone);
    const asked = found.filter(({ qtype }) => type === 'ANY' || qtype === type);
    return asked.length > 0 && asked.map((record) => ({ ...record, domain_id: this.zones.indexOf(zone) }));
  }

  private apex(zone: string): ServedRecord[] {
    const servers = this.serversOf(zone);
    const soa = `${servers[0]}. hostmaster.${rootServer}. ${this.serial()} 3600 600 1209600 ${this.settings.ttl}`;
    return [this.record(zone, 'SOA', soa), ...servers.map((host) => this.record(zone, 'NS', `${host}.`))];
  }

  private async below(name: string, zone: string): Promise<ServedRecord[]> {
    if (zone === 'example' || (zone === '' && addressOf.has(name))) return this.addresses(name, zone);
    if (this.zones.includes(name)) return this.handedOn(name);
    // `com.ar`, where there is no `ar`, is below a name with nothing at it.
    if (this.zones.some((other) => other.endsWith(`.${name}`))) return [this.record(name, 'ENT', '')];
    const keeper = this.keeperOf.get(zone);
    const held = labelsOf(name)
      .slice(-labelsOf(zone).length - 1)
      .join('.');
    const delegation = await keeper?.zones.delegationOf(held);
    if (!keeper || !delegation) return [];
    const { nameservers, ds } = delegation;
    const glue = (await keeper.hosts.addressesOf(name)).map((address) => this.address(name, address, 0));
    if (name !== held) return glue;
    return [
      ...nameservers.map((host) => this.record(name, 'NS', `${host}.`, 0)),
      ...ds.map((signer) => this.record(name, 'DS', dsText(signer))),
      ...glue,
    ];
  }

  /** A zone below another, with what vouches for its key. */
  private handedOn(zone: string): ServedRecord[] {
    const signer = signerOf(zone, this.publicKey, (octets) => createHash('sha256').update(octets).digest());
    return [
      ...this.serversOf(zone).map((host) => this.record(zone, 'NS', `${host}.`, 0)),
      this.record(zone, 'DS', dsText(signer)),
    ];
  }

  private addresses(name: string, zone: string): ServedRecord[] {
    const address = addressOf.get(name);
    const said = zone === '' ? [] : mailRecords(name, this.mailKey);
    const found = [
      ...(address === undefined ? [] : [this.address(name, address, zone === '' ? 0 : 1)]),
      ...said.map(([type, content]) => this.record(name, type, content)),
    ];
    if (found.length > 0) return found;
    const hasSome = [...addressOf.keys()].some((host) => host.endsWith(`.${name}`));
    return hasSome ? [this.record(name, 'ENT', '')] : [];
  }

  private address(name: string, address: string, auth: 0 | 1): ServedRecord {
    return this.record(name, address.includes(':') ? 'AAAA' : 'A', address, auth);
  }

  private record(name: string, qtype: string, content: string, auth: 0 | 1 = 1): ServedRecord {
    return { qname: whole(name), qtype, content, ttl: this.settings.ttl, auth };
  }

  private serversOf(zone: string): readonly string[] {
    const keeper = this.keeperOf.get(zone);
    return keeper ? serversOf(keeper.registry.id) : [rootServer];
  }

  private serial(): number {
    return Math.floor(this.now().getTime() / 1000);
  }
}

const whole = (name: string) => `${name}.`;
const bare = (name: string) => name.replace(/\.$/, '');

/** What is not there is denied by records made for the question (RFC 5155 appendix B, RFC 7129): nobody can list a zone. */
const metadata: Readonly<Record<string, readonly string[]>> = { NSEC3PARAM: ['1 0 0 -'], NSEC3NARROW: ['1'] };

/** @returns what is served where PowerDNS asks, as JSON in the body of a `POST /dns` */
export function parentsRouter(parents: ParentZones): Router {
  const router = new Router();
  router.post('/dns', async (ctx) => {
    const { method, parameters } = isGiven(ctx.request.body) ? ctx.request.body : {};
    ctx.body = { result: await parents.answer(textOf(method), isGiven(parameters) ? parameters : {}) };
  });
  return router;
}
