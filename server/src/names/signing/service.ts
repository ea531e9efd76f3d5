import { createECDH, createHash } from 'node:crypto';
import type { Actor, Who } from '@tienda/core/accounts/actor';
import { pointsTo, startingDelegation } from '@tienda/core/dns/delegation';
import { isSameDs } from '@tienda/core/dns/delegationSigner';
import { signerOf } from '@tienda/core/dns/dnsKey';
import { longestTtl, usualTtl, type DnsRecord } from '@tienda/core/dns/record';
import { nextSigning, wantedSigners, type Signing, type SigningEvent, type SigningKey } from '@tienda/core/dns/signing';
import type { DnsAddress, DnsClient } from '../../gateways/dns/dnsClient';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { Problem } from '../../platform/http/problem';
import { needZone } from '../held/needZone';
import type { HeldName, HeldNow, NameStore } from '../held/store';
import type { Asked, Asking } from '../operations/asking';
import type { ZoneStore } from '../zones/store';
import type { SigningStore } from './store';

export interface SigningParts {
  readonly database: Database;
  readonly store: SigningStore;
  readonly zones: Pick<ZoneStore, 'find'>;
  readonly names: Pick<NameStore, 'need' | 'holding'>;
  readonly asking: Pick<Asking, 'ofMany' | 'wakeLanesOf'>;
  readonly dns: Pick<DnsClient, 'ask'>;
  readonly nameServers: readonly DnsAddress[];
  readonly resolver: DnsAddress;
  /** Of all name servers; those of the demo have one of their own. */
  readonly dnsPort: number;
  readonly clock: Clock;
}

/** What the holder of a name wants of its signatures. */
export const signingWishes = ['on', 'off', 'newKey', 'again'] as const;
export type SigningWish = (typeof signingWishes)[number];

/** Where the parent does not say how long it is kept. */
const usualParentTtl = 86_400;

/** Signs what Tienda serves, and has registries vouch for it (RFC 4033, RFC 5910): one step after the other. */
export class Signings {
  constructor(private readonly parts: SigningParts) {}

  /** @throws Problem 409 where it cannot be done now */
  async wish(actor: Actor, name: string, wish: SigningWish): Promise<void> {
    const { names, zones } = this.parts;
    const { held, kept } = await needZone(names, zones, actor, name);
    if (pointsTo(held.delegation ?? startingDelegation) !== 'tienda') throw cannotSign('elsewhere');
    const { signing, records } = kept;
    if (wish === 'on' || wish === 'newKey') await this.begin(name, signing, wish, records);
    else {
      const event = { type: wish === 'off' ? 'switchedOff' : 'again', ttl: await this.parentTtl(name) } as const;
      if (!(await this.move(held, signing, event, actor.who))) throw cannotSign('underWay');
    }
  }

  /** Goes on with what has come to its time, or was answered. */
  async lookAround(): Promise<void> {
    const { store, names, clock } = this.parts;
    for (const { name, signing } of await store.due(clock.now())) {
      const held = await names.holding(name);
      if (held) await this.step(held, signing);
    }
  }

  /** Where another process goes on with it, this one leaves it alone. */
  private async step(held: HeldNow, signing: Signing): Promise<unknown> {
    const { name } = held;
    const at = this.parts.clock.now().toISOString();
    const delegation = held.delegation ?? startingDelegation;
    const go = (event: SigningEvent) => this.move(held, signing, event, { type: 'clock' });
    if (pointsTo(delegation) !== 'tienda') return go({ type: 'left' });
    if (signing.at === 'spreading') {
      if (await this.isSignedEverywhere(name, signing.key))
        return go({ type: 'spread', ttl: await this.parentTtl(name) });
    } else if (signing.at === 'fading') return go({ type: 'faded', at });
    else if (signing.at === 'asking') {
      const wanted = wantedSigners(signing) ?? [];
      const isSo =
        wanted.length === delegation.ds.length && wanted.every((one) => delegation.ds.some((ds) => isSameDs(ds, one)));
      if (isSo) return go({ type: 'vouched', at });
      if (!held.isChanging) return go({ type: 'refused' });
    }
    return undefined;
  }

  /** A new key signs beside what there is. */
  private async begin(
    name: string,
    before: Signing | null,
    wish: 'on' | 'newKey',
    records: readonly DnsRecord[],
  ): Promise<void> {
    const { database, store, clock } = this.parts;
    const { secret, publicKey } = newKey();
    // Answers without signatures, or without this key's, are kept until then.
    const keptFor = Math.min(longestTtl, Math.max(usualTtl, ...records.map(({ ttl }) => ttl)));
    const until = new Date(clock.now().getTime() + 1000 * keptFor).toISOString();
    await database.transaction(async (transaction) => {
      const id = await store.addKey(transaction, name, secret);
      const signer = signerOf(name, publicKey, (octets) => createHash('sha256').update(octets).digest());
      const key: SigningKey = { id, publicKey: Buffer.from(publicKey).toString('base64'), signer };
      const type = wish === 'on' ? 'switchedOn' : 'rolledOver';
      const after = nextSigning(before ?? undefined, { type, key, until });
      if (after === null || !(await store.move(transaction, name, before, after))) throw cannotSign('underWay');
    });
  }

  /** @returns false where that cannot happen to it now, or somebody else was at it meanwhile */
  private async move(held: HeldName, before: Signing | null, event: SigningEvent, who: Who): Promise<boolean> {
    const { database, store, asking } = this.parts;
    const after = nextSigning(before ?? undefined, event);
    if (after === null) return false;
    const moved = await database.transaction(async (transaction) => {
      const isOurs = await store.move(transaction, held.name, before, after);
      if (isOurs && after?.at === 'asking') await this.ask(transaction, held, after, who);
      return isOurs;
    });
    if (moved && after?.at === 'asking') asking.wakeLanesOf([held.name]);
    return moved;
  }

  private async ask(transaction: Transaction, held: HeldName, signing: Signing, who: Who): Promise<void> {
    const delegation = { ...(held.delegation ?? startingDelegation), ds: wantedSigners(signing) ?? [] };
    const asked: Asked = { kind: 'update', request: { delegation } };
    await this.parts.asking.ofMany(new Map([[held, asked]]), who, transaction);
  }

  private async isSignedEverywhere(name: string, { publicKey }: SigningKey): Promise<boolean> {
    const answers = await Promise.all(
      this.parts.nameServers.map((server) => this.parts.dns.ask(server, name, 'DNSKEY')),
    );
    return answers.every((answer) => answer?.answers.some(({ data }) => data.endsWith(` ${publicKey}`)));
  }

  /** How long what a parent says of its names is kept, as its own servers say: seconds. */
  private async parentTtl(name: string): Promise<number> {
    const { resolver, dnsPort } = this.parts;
    const parent = name.slice(name.indexOf('.') + 1);
    const servers =
      (await this.parts.dns.ask(resolver, parent, 'NS', true))?.answers.filter(({ type }) => type === 'NS') ?? [];
    for (const { data: host } of servers) {
      const found = (await this.parts.dns.ask(resolver, host, 'A', true))?.answers.find(({ type }) => type === 'A');
      const told = found && (await this.parts.dns.ask({ address: found.data, port: dnsPort }, name, 'DS'));
      const ttls = told?.answers.filter(({ type }) => type === 'DS').map(({ ttl }) => ttl) ?? [];
      if (ttls.length > 0) return Math.max(...ttls);
    }
    return usualParentTtl;
  }
}

/** @returns `secret` in base 64, `publicKey` as x and y: 64 octets */
function newKey(): { readonly secret: string; readonly publicKey: Uint8Array } {
  const pair = createECDH('prime256v1');
  const publicKey = pair.generateKeys().subarray(1);
  const secret = Buffer.alloc(32);
  const number = pair.getPrivateKey();
  number.copy(secret, secret.length - number.length);
  return { secret: secret.toString('base64'), publicKey };
}

const whyNot = {
  elsewhere: ['Others answer for it', 'This name uses other nameservers: they sign it, or not.'],
  underWay: ['It is under way', 'Its signatures are being changed: wait until that is done.'],
} as const;

function cannotSign(why: keyof typeof whyNot): Problem {
  const [title, detail] = whyNot[why];
  return new Problem(409, `signing-${why.toLowerCase()}`, title, detail);
}
