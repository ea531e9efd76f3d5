import type { Actor } from '@tienda/core/accounts/actor';
import { randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Language } from '@tienda/core/accounts/language';
import { passwordRules } from '@tienda/core/accounts/passwordRules';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { badField, Problem } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import { codeExpired, expectCode, freshCode, type CodeFor } from './codes';
import type { KnownDevices } from './devices';
import { addressChangedMail, codeMail, hasAccountMail, passwordChangedMail } from './mails';
import type { Session, Sessions } from '../../platform/http/sessions';
import type { Account, AccountStore } from './store';

/** OWASP's first choice for argon2id: 19 MiB, two passes, one lane. Argon2id is the library's default algorithm. */
const hashing = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** What a password is compared with where there is no account, so that the answer takes as long. */
const nobody = hash('no account has this password', hashing);

export interface AccountServiceParts {
  readonly database: Database;
  readonly store: AccountStore;
  readonly sessions: Sessions;
  readonly devices: KnownDevices;
  readonly outbox: Outbox;
  readonly clock: Clock;
}

/**
 * Making accounts, getting in, and changing what one gets in with. Whether an address has an account is told in mails
 * to it alone: what is answered, and how long that takes, is the same.
 */
export class AccountService {
  constructor(private readonly parts: AccountServiceParts) {}

  /** Sends a code to the address, good in the session that asked for it. */
  async signUp(whom: CodeFor, password: string, language: Language): Promise<void> {
    const { store, outbox, clock } = this.parts;
    const passwordHash = await hash(password, hashing);
    const known = await store.byEmail(whom.email);
    const { code, ...kept } = freshCode(whom, clock.now());
    await store.keepSignUp({ ...whom, passwordHash, language, ...kept });
    const mail = known ? hasAccountMail(known) : codeMail({ email: whom.email, language }, code, 'confirm');
    await outbox.send('mail', mailKey('sign-up'), mail);
  }

  /** Opens the account asked for, where the code is the one that was sent. */
  async confirm(whom: CodeFor, code: string): Promise<Account> {
    const { store, clock } = this.parts;
    const now = clock.now();
    const wanted = expectCode(await store.attemptSignUp(whom), code, now);
    const account = await store.create(wanted, now);
    if (!account) throw codeExpired();
    await store.forgetSignUps(whom.email);
    return account;
  }

  async signIn(email: string, password: string): Promise<Account> {
    const account = await this.parts.store.byEmail(email);
    const matches = await verify(account?.passwordHash ?? (await nobody), password);
    if (account && matches) return account;
    throw new Problem(401, 'sign-in-refused', 'Not signed in', 'Address and password do not go together: check both.');
  }

  /** Sends a code to set a new password with, where the address has an account. */
  async askReset(whom: CodeFor, language: Language): Promise<void> {
    const { store, outbox, clock } = this.parts;
    const account = await store.byEmail(whom.email);
    const { code, ...kept } = freshCode(whom, clock.now());
    await store.keepCode({ purpose: 'reset', ...whom, accountId: account?.id ?? null, wanted: null, ...kept });
    const mail = codeMail(account ?? { email: whom.email, language }, code, 'reset');
    await (account ? outbox.send('mail', mailKey('reset'), mail) : outbox.pretend('mail', mailKey('reset'), mail));
  }

  /** Sets the password and signs out everywhere. @throws Problem 422 where the code is not the one that was sent */
  async reset(whom: CodeFor, code: string, password: string): Promise<Account> {
    const { store, clock } = this.parts;
    const { accountId } = expectCode(await store.attemptCode('reset', whom), code, clock.now());
    if (accountId === null) throw codeExpired();
    return this.setPassword(accountId, password, undefined, (transaction) =>
      store.forgetCodes('reset', whom.email, transaction),
    );
  }

  /** @throws Problem 422 where the current password is not right, or the new one breaks a rule */
  async changePassword(actor: Actor, current: string, password: string, here?: Session): Promise<Account> {
    const { account: accountId } = actor;
    const account = await this.prove(actor, current, '/current');
    if (passwordRules(password, account.email).some(({ met }) => !met))
      throw badField('/password', 'passwordRules', 'The new password breaks one of the rules.');
    return this.setPassword(accountId, password, here);
  }

  /** The password, the end of all sessions but one, and the mail that tells of it: all or nothing. */
  private async setPassword(
    accountId: string,
    password: string,
    here?: Session,
    alongside: (transaction: Transaction) => Promise<void> = () => Promise.resolve(),
  ): Promise<Account> {
    const { database, store, sessions, devices, outbox } = this.parts;
    const passwordHash = await hash(password, hashing);
    const account = await database.transaction(async (transaction) => {
      await alongside(transaction);
      const changed = await store.change(accountId, { passwordHash }, transaction);
      await sessions.endAll(accountId, here, transaction);
      await devices.forget(accountId, transaction);
      await outbox.put(transaction, 'mail', mailKey('password'), passwordChangedMail(changed));
      return changed;
    });
    outbox.soon();
    return account;
  }

  /** @throws Problem 422 unless it is the account's password */
  async prove({ account: accountId }: Actor, password: string, pointer = '/password'): Promise<Account> {
    const account = await this.parts.store.byId(accountId);
    if (account && (await verify(account.passwordHash, password))) return account;
    throw badField(pointer, 'wrongPassword', 'This is not your password: type it again.');
  }

  /** Sends a code to the address there is and one to the address wanted; both are needed. */
  async askMailChange(actor: Actor, wanted: string, password: string, sessionId: string): Promise<void> {
    const { store, outbox, clock } = this.parts;
    const { account: accountId } = actor;
    const account = await this.prove(actor, password);
    if (wanted === account.email) throw badField('/email', 'sameMail', 'This is the address the account has already.');
    const now = clock.now();
    const [old, fresh] = [
      { email: account.email, sessionId },
      { email: wanted, sessionId },
    ];
    const { code: oldCode, ...keptOld } = freshCode(old, now);
    const { code: newCode, ...keptNew } = freshCode(fresh, now);
    await store.keepCode({ purpose: 'oldMail', ...old, accountId, wanted, ...keptOld });
    await store.keepCode({ purpose: 'newMail', ...fresh, accountId, wanted, ...keptNew });
    await outbox.send('mail', mailKey('old address'), codeMail(account, oldCode, { wanted }));
    const other = await store.byEmail(wanted);
    const reader = { email: wanted, language: account.language };
    await outbox.send(
      'mail',
      mailKey('new address'),
      other ? hasAccountMail(other) : codeMail(reader, newCode, 'confirm'),
    );
  }

  /** @throws Problem 422 where one of the codes is not right */
  async changeMail(
    { account: accountId }: Actor,
    oldCode: string,
    newCode: string,
    sessionId: string,
  ): Promise<Account> {
    const { database, store, outbox, clock } = this.parts;
    const account = await store.byId(accountId);
    const wanted = await store.wantedMail(accountId, sessionId);
    if (!account || !wanted) throw codeExpired('/oldCode');
    const now = clock.now();
    expectCode(await store.attemptCode('oldMail', { email: account.email, sessionId }), oldCode, now, '/oldCode');
    expectCode(await store.attemptCode('newMail', { email: wanted, sessionId }), newCode, now, '/newCode');
    if (await store.byEmail(wanted)) throw codeExpired('/newCode');
    const changed = await database.transaction(async (transaction) => {
      await store.forgetCodes('oldMail', account.email, transaction);
      await store.forgetCodes('newMail', wanted, transaction);
      await outbox.put(transaction, 'mail', mailKey('address'), addressChangedMail(account, wanted));
      return store.change(accountId, { email: wanted }, transaction);
    });
    outbox.soon();
    return changed;
  }
}

/** Each of these is a mail of its own. */
function mailKey(what: string): string {
  return `account ${what} ${randomUUID()}`;
}
