import type { Actor } from '@tienda/core/accounts/actor';
import { addDays, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { canRegister } from '@tienda/core/names/availability';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { domainName, type DomainName } from '@tienda/core/names/domainName';
import type { ShownWatch } from '@tienda/core/names/shownWatch';
import { registrationData } from '@tienda/core/rdap/registrationData';
import type { AccountStore } from '../../people/accounts/store';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import { RdapSilent, type RdapGateway } from '../../gateways/rdap/rdapClient';
import { badField } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { SearchService } from '../search/service';
import { freeMail } from './mails';
import type { Watch, WatchStore } from './store';

/** A name is looked at this often while it cannot be free yet, and every day once it may be. */
const quietDays = 7;
const mostWatches = 200;
/** Names looked at side by side. */
const atOnce = 5;
/** When a name is looked at again after silence. */
const silentMs = 3600_000;

export class WatchService {
  constructor(
    private readonly store: WatchStore,
    private readonly catalogue: CatalogueReader,
    private readonly rdap: RdapGateway,
    private readonly search: SearchService,
    private readonly accounts: AccountStore,
    private readonly outbox: Outbox,
    private readonly clock: Clock,
  ) {}

  async list({ account: accountId }: Actor): Promise<ShownWatch[]> {
    return (await this.store.ofAccount(accountId)).map((kept) => this.shown(kept));
  }

  /** Begins to watch a taken name. @throws Problem 422 where it is not a name, or is free already */
  async begin({ account: accountId }: Actor, typed: string): Promise<ShownWatch> {
    const read = domainName(typed, this.catalogue.current());
    if (read.kind === 'problem') throw badField('/name', read.code, read.detail, read.facts);
    const known = await this.store.ofAccount(accountId);
    if (known.length >= mostWatches && !known.some(({ name }) => name === read.name))
      throw badField('/name', 'tooMany', `At most ${mostWatches} names can be watched: leave some first.`, {
        limit: mostWatches,
      });
    const dates = await this.dates(read);
    if (!dates)
      throw badField('/name', 'notTaken', `${read.unicode} is not registered: there is nothing to wait for.`, {
        name: read.unicode,
      });
    const now = this.clock.now();
    const watch = { accountId, name: read.name, createdAt: now, freeAt: null, ...dates };
    const kept = { ...watch, nextLookAt: this.nextLook(dates.freeFrom) };
    await this.store.keep(kept);
    return this.shown(kept);
  }

  end({ account: accountId }: Actor, name: string): Promise<void> {
    return this.store.remove(accountId, name);
  }

  /** Looks at every name whose turn it is, some side by side; mails where one is free. */
  async lookAround(): Promise<void> {
    const due = [...(await this.store.due(this.clock.now()))];
    const lookOn = async () => {
      for (let watch = due.shift(); watch; watch = due.shift()) await this.look(watch);
    };
    await Promise.all(Array.from({ length: atOnce }, lookOn));
  }

  /** Where registration data or the registry is silent, the name is looked at later; others are not held up. */
  private async look(watch: Watch): Promise<void> {
    const read = domainName(watch.name, this.catalogue.current());
    if (read.kind === 'problem') return this.store.remove(watch.accountId, watch.name);
    try {
      const dates = await this.dates(read);
      const nextLookAt = this.nextLook(dates?.freeFrom ?? null);
      if (dates) return await this.store.moveOn({ ...watch, ...dates, nextLookAt });
      const answer = (await this.search.answers([watch.name], 0)).get(watch.name);
      if (!answer || answer.status === 'unknown')
        return await this.store.moveOn({ ...watch, nextLookAt: this.later() });
      if (!canRegister(answer.status)) return await this.store.moveOn({ ...watch, nextLookAt });
      const account = await this.accounts.byId(watch.accountId);
      if (!account) return;
      const key = `watch ${watch.accountId} ${watch.name} ${watch.createdAt.toISOString()}`;
      await this.store.becameFree(watch, this.clock.now(), (transaction) =>
        this.outbox.put(transaction, 'mail', key, freeMail(account, read.unicode, answer)),
      );
      this.outbox.soon();
    } catch (fault) {
      if (!(fault instanceof RdapSilent)) throw fault;
      await this.store.moveOn({ ...watch, nextLookAt: this.later() });
    }
  }

  private later(): Date {
    return new Date(this.clock.now().getTime() + silentMs);
  }

  /** What registration data says of when the name runs out and when it can be free; undefined where it is not registered. */
  private async dates({
    name,
    extension,
  }: DomainName<WholeExtension>): Promise<Pick<Watch, 'expiresOn' | 'freeFrom'> | undefined> {
    const found = await this.rdap.domain(name);
    if (!found) return undefined;
    const { expiresOn } = registrationData(found);
    return expiresOn === undefined
      ? { expiresOn: null, freeFrom: null }
      : { expiresOn, freeFrom: afterExpiry(expiresOn, extension.lifecycle).freeFrom };
  }

  private nextLook(freeFrom: IsoDate | null): Date {
    const today = isoDate(this.clock.now());
    const soon = addDays(today, 1);
    const quiet = addDays(today, quietDays);
    const day = freeFrom === null || freeFrom <= today ? soon : freeFrom < quiet ? freeFrom : quiet;
    return new Date(`${day}T00:00:00Z`);
  }

  private shown({ name, expiresOn, freeFrom, freeAt }: Watch): ShownWatch {
    const read = domainName(name, this.catalogue.current());
    return {
      name,
      unicode: read.kind === 'name' ? read.unicode : name,
      ...(expiresOn === null ? {} : { expiresOn }),
      ...(freeFrom === null ? {} : { freeFrom }),
      free: freeAt !== null,
    };
  }
}
