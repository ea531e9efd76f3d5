import type { Actor } from '@tienda/core/accounts/actor';
import { randomBytes } from 'node:crypto';
import type { Language } from '@tienda/core/accounts/language';
import type { Clock } from '../../platform/clock/clock';
import { Problem } from '../../platform/http/problem';
import type { Sessions } from '../../platform/http/sessions';
import type { ContactStore, StoredContact } from '../contacts/store';
import type { Account, AccountStore } from './store';

/** What somebody else keeps of accounts: told when it is asked for, in the way of closing, forgotten with the account. */
export interface KeptOfAccounts<Exported extends object = object> {
  /** All of it, by the words that the export has for it; without what nobody may see: digests and secrets. */
  exported(account: Account): Promise<Exported>;
  /** What would be lost if the account were closed now, in a sentence with the remedy. */
  whyNeeded?(account: Account): Promise<Needed | undefined>;
  /** Takes out what is about the person; what the law wants kept stays. */
  forgotten?(account: Account): Promise<void>;
}

/** What an account is still needed for, and what to do about it. */
interface Needed {
  readonly because: string;
  readonly detail: string;
}

export interface DepartureParts {
  readonly accounts: AccountStore;
  readonly sessions: Sessions;
  readonly contacts: ContactStore;
  readonly kept: readonly KeptOfAccounts[];
  readonly clock: Clock;
}

/** What is kept of an account itself. */
export interface PeopleExport {
  /** ISO 8601 instant. */
  readonly exportedAt: string;
  readonly account: {
    readonly email: string;
    readonly autoRenew: boolean;
    readonly marketing: boolean;
    readonly invoiceFiles: boolean;
    readonly language: Language;
    readonly createdAt: Date;
    readonly twoStepSince: Date | null;
  };
  readonly signedIn: readonly { readonly agent: string; readonly createdAt: Date; readonly seenAt: Date | null }[];
  readonly contacts: readonly StoredContact[];
}

/** Taking everything along, and closing an account (GDPR, articles 15, 17 and 20). */
export class Departure {
  constructor(private readonly parts: DepartureParts) {}

  /** All that is kept of the account, by all who keep something. */
  async everything({ account: accountId }: Actor): Promise<PeopleExport> {
    const { accounts, sessions, contacts, kept, clock } = this.parts;
    const account = await accounts.byId(accountId);
    if (!account) throw new Error('The account is gone');
    const { email, autoRenew, marketing, invoiceFiles, language, createdAt, twoStepSince } = account;
    const own: PeopleExport = {
      exportedAt: clock.now().toISOString(),
      account: { email, autoRenew, marketing, invoiceFiles, language, createdAt, twoStepSince },
      signedIn: (await sessions.ofAccount(accountId)).map(({ agent, createdAt, seenAt }) => ({
        agent,
        createdAt,
        seenAt,
      })),
      contacts: await contacts.ofAccount(accountId, true),
    };
    return Object.assign(own, ...(await Promise.all(kept.map((others) => others.exported(account)))));
  }

  /**
   * Closes the account: nobody can get in any more, and the person is taken out of it. Orders and invoices stay,
   * with the addresses printed on them, as long as tax law wants.
   *
   * @throws Problem 409 where names, money or an order under way would be lost
   */
  async close({ account: accountId }: Actor): Promise<void> {
    const { accounts, sessions, contacts, kept, clock } = this.parts;
    const account = await accounts.byId(accountId);
    if (!account) throw new Error('The account is gone');
    for (const others of kept) {
      const why = await others.whyNeeded?.(account);
      if (why) {
        const { because, detail } = why;
        throw new Problem(409, 'account-in-use', 'The account is still needed', detail, [], { because });
      }
    }
    for (const others of kept) await others.forgotten?.(account);
    for (const { id } of await contacts.ofAccount(accountId)) await contacts.forget(accountId, id, clock.now());
    await accounts.change(accountId, {
      email: `closed-${accountId}`,
      passwordHash: `closed ${randomBytes(16).toString('hex')}`,
      marketing: false,
      twoStepSecret: null,
      twoStepSince: null,
      recoveryHashes: [],
      closedAt: clock.now(),
    });
    await sessions.endAll(accountId);
  }
}
