import type { Actor, Holding } from '@tienda/core/accounts/actor';
import { mailForwardOf } from '@tienda/core/dns/mailForward';
import { wholeName, type DnsRecord } from '@tienda/core/dns/record';
import type { ShownDelivery, ShownMail, ShownMailTarget } from '@tienda/core/dns/shownMail';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import type { Transaction } from '../../platform/db/database';
import { notFound } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import { hashOfToken } from '../../platform/secrets/hashOfToken';
import type { Keyring } from '../../platform/secrets/keyring';
import { needZone } from '../held/needZone';
import type { NameStore } from '../held/store';
import type { ZoneStore } from '../zones/store';
import { targetMail } from './mails';
import type { KeptDelivery, KeptTarget, MailForwardStore } from './store';

export interface MailForwardParts {
  readonly store: MailForwardStore;
  readonly names: Pick<NameStore, 'need'>;
  readonly zones: Pick<ZoneStore, 'find' | 'findAll'>;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
  readonly keys: Keyring;
}

/** Who gets the mail of names that is forwarded: asked once whether they want it, before any of it goes there. */
export class MailForwards {
  constructor(private readonly parts: MailForwardParts) {}

  /** A zone was changed: whom its mail goes to from now on is asked, unless they were before. */
  async ask(transaction: Transaction, accountId: string, zone: string, records: readonly DnsRecord[]): Promise<void> {
    const { store, accounts, outbox, clock } = this.parts;
    const addresses = addressesByTarget(zone, records);
    if (addresses.size === 0) return;
    const account = await accounts.byId(accountId, transaction);
    if (!account) throw notFound('account');
    const now = clock.now();
    // The account's own address was confirmed when it was opened.
    const others = [...addresses.keys()].filter((address) => address !== account.email);
    const asked = others.map((address) => ({
      accountId,
      address,
      tokenHash: hashOfToken(this.token(accountId, address)),
      askedAt: now,
    }));
    for (const address of await store.asked(transaction, asked)) {
      const mail = targetMail(address, account.language, this.url(accountId, address), addresses.get(address) ?? []);
      await outbox.put(transaction, 'mail', `mail target ${accountId} ${address}`, mail);
    }
  }

  /** Names come from another account here: whoever agreed to get their mail goes on getting it. */
  async comeAlong(
    transaction: Transaction,
    from: { readonly id: string; readonly email: string },
    to: string,
    names: readonly string[],
  ): Promise<void> {
    const { store, zones, clock } = this.parts;
    const addresses = new Set<string>();
    for (const { name, records } of (await zones.findAll(names)).values())
      for (const address of addressesByTarget(name, records).keys()) addresses.add(address);
    const known = await store.targets(from.id, [...addresses]);
    const agreed = [...addresses].filter(
      (address) => address === from.email || known.some((one) => one.address === address && one.agreedAt),
    );
    const now = clock.now();
    await store.agreed(
      transaction,
      agreed.map((address) => ({
        accountId: to,
        address,
        tokenHash: hashOfToken(this.token(to, address)),
        askedAt: now,
        agreedAt: now,
      })),
    );
  }

  /** @throws Problem 404 where the account does not hold the name */
  async of(actor: Actor, name: string): Promise<ShownMail> {
    const { store } = this.parts;
    const { account: accountId } = actor;
    const { addresses, email } = await this.need(actor, name);
    const targets = [...addresses.keys()];
    const known = new Map((await store.targets(accountId, targets)).map((one) => [one.address, one]));
    return {
      targets: targets.map((address) => ({
        address,
        answer: address === email ? 'agreed' : answerOf(known.get(address)),
      })),
      recent: (await store.recent(name)).map(shownDelivery),
    };
  }

  /** Sends the mail again. @throws Problem 404 where nothing is forwarded there, or they have answered */
  async askAgain(actor: Actor, name: string, typed: string): Promise<void> {
    const { store, outbox, clock } = this.parts;
    const { account: accountId } = actor;
    const address = typed.toLowerCase();
    const { addresses, language } = await this.need(actor, name);
    const [kept] = addresses.has(address) ? await store.targets(accountId, [address]) : [];
    if (!kept || answerOf(kept) !== 'asked') throw notFound('address that was asked');
    const mail = targetMail(address, language, this.url(accountId, address), addresses.get(address) ?? []);
    const minute = Math.floor(clock.now().getTime() / 60_000);
    await outbox.send('mail', `mail target ${accountId} ${address} again ${minute}`, mail);
  }

  /** What was asked. @throws Problem 404 for a token never sent */
  async question(token: string): Promise<ShownMailTarget> {
    const found = await this.parts.store.byToken(hashOfToken(token));
    if (!found) throw notFound('question');
    return { address: found.address, answer: answerOf(found) };
  }

  /** Whoever reads the address agrees, or not any more. @throws Problem 404 for a token never sent */
  async answer(token: string, agrees: boolean): Promise<ShownMailTarget> {
    const found = await this.parts.store.answered(hashOfToken(token), agrees, this.parts.clock.now());
    if (!found) throw notFound('question');
    return { address: found.address, answer: answerOf(found) };
  }

  private async need(holding: Holding, name: string) {
    const { names, zones, accounts } = this.parts;
    const { kept } = await needZone(names, zones, holding, name);
    const account = await accounts.byId(holding.account);
    if (!account) throw new Error(`${name} is held and has no account`);
    const { email, language } = account;
    return { addresses: addressesByTarget(name, kept.records), email, language };
  }

  private token(accountId: string, address: string): string {
    return this.parts.keys.sign(tokenText(accountId, address)).toString('base64url');
  }

  private url(accountId: string, address: string): string {
    return `${this.parts.publicUrl}/mail-target?token=${this.token(accountId, address)}`;
  }
}

const tokenText = (accountId: string, address: string) => `mail target ${accountId} ${address}`;

/** Which addresses of a zone are forwarded to whom. */
function addressesByTarget(zone: string, records: readonly DnsRecord[]): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const record of records) {
    if (record.type !== 'MAIL') continue;
    const { local, to } = mailForwardOf(record);
    found.set(to, [...(found.get(to) ?? []), `${local}@${wholeName(zone, record)}`]);
  }
  return found;
}

function answerOf(target: KeptTarget | undefined): ShownMailTarget['answer'] {
  if (target?.agreedAt) return 'agreed';
  return target?.declinedAt ? 'declined' : 'asked';
}

function shownDelivery(kept: KeptDelivery): ShownDelivery {
  const { id, address, sender, target, acceptedAt, outcome, endedAt, attempts, nextAt, answer } = kept;
  return {
    id,
    address,
    sender,
    target,
    acceptedAt: acceptedAt.toISOString(),
    state: outcome ?? 'waiting',
    ...(endedAt || attempts === 0 ? {} : { nextAt: nextAt.toISOString() }),
    ...(answer === null ? {} : { answer }),
  };
}
