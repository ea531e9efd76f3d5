import { hash, verify } from '@node-rs/argon2';
import type { Language } from '@tienda/core/accounts/language';
import { passwordRules } from '@tienda/core/accounts/passwordRules';
import type { Clock } from '../clock/clock';
import type { MailGateway } from '../gateways/mail/mailGateway';
import { badField, Problem } from '../http/problem';
import { expectCode, freshCode } from './codes';
import { addressChangedMail, codeMail, hasAccountMail, passwordChangedMail } from './mails';
import type { Account, AccountStore } from './store';

/** OWASP's first choice for argon2id: 19 MiB, two passes, one lane. Argon2id is the library's default algorithm. */
const hashing = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** What a password is compared with where there is no account, so that the answer takes as long. */
const nobody = hash('no account has this password', hashing);

/** Making accounts, getting in, and changing what one gets in with. */
export class AccountService {
  constructor(
    private readonly store: AccountStore,
    private readonly mail: MailGateway,
    private readonly clock: Clock,
  ) {}

  /** Sends a code to the address. Whether an account exists already is told only in that mail. */
  async signUp(typedEmail: string, password: string, language: Language): Promise<void> {
    const email = typedEmail.toLowerCase();
    const passwordHash = await hash(password, hashing);
    const known = await this.store.byEmail(email);
    if (known) return this.mail.send(hasAccountMail(known));
    const { code, ...kept } = freshCode(email, this.clock.now());
    await this.store.keepSignUp({ email, passwordHash, language, ...kept });
    await this.mail.send(codeMail({ email, language }, code, 'confirm'));
  }

  /** Opens the account asked for, where the code is the one that was sent. */
  async confirm(typedEmail: string, code: string): Promise<Account> {
    const email = typedEmail.toLowerCase();
    const now = this.clock.now();
    const asked = expectCode(await this.store.attemptSignUp(email), email, code, now);
    const account = await this.store.create(asked, now);
    await this.store.forgetSignUp(email);
    return account;
  }

  async signIn(typedEmail: string, password: string): Promise<Account> {
    const account = await this.store.byEmail(typedEmail.toLowerCase());
    const matches = await verify(account?.passwordHash ?? (await nobody), password);
    if (account && matches) return account;
    throw new Problem(401, 'sign-in-refused', 'Not signed in', 'Address and password do not go together: check both.');
  }

  /** Sends a code to set a new password with, where the address has an account; nobody is told whether it has. */
  async askReset(typedEmail: string): Promise<void> {
    const email = typedEmail.toLowerCase();
    const account = await this.store.byEmail(email);
    if (!account) return;
    const { code, ...kept } = freshCode(email, this.clock.now());
    await this.store.keepCode({ purpose: 'reset', email, accountId: account.id, wanted: null, ...kept });
    await this.mail.send(codeMail(account, code, 'reset'));
  }

  /** @throws Problem 422 where the code is not the one that was sent */
  async reset(typedEmail: string, code: string, password: string): Promise<Account> {
    const email = typedEmail.toLowerCase();
    const { accountId } = expectCode(await this.store.attemptCode('reset', email), email, code, this.clock.now());
    await this.store.forgetCode('reset', email);
    return this.setPassword(accountId, password);
  }

  /** @throws Problem 422 where the current password is not right, or the new one breaks a rule */
  async changePassword(accountId: string, current: string, password: string): Promise<Account> {
    const account = await this.prove(accountId, current, '/current');
    if (passwordRules(password, account.email).some(({ met }) => !met))
      throw badField('/password', 'passwordRules', 'The new password breaks one of the rules.');
    return this.setPassword(accountId, password);
  }

  private async setPassword(accountId: string, password: string): Promise<Account> {
    const account = await this.store.change(accountId, { passwordHash: await hash(password, hashing) });
    await this.mail.send(passwordChangedMail(account));
    return account;
  }

  /** @throws Problem 422 unless it is the account's password */
  async prove(accountId: string, password: string, pointer = '/password'): Promise<Account> {
    const account = await this.store.byId(accountId);
    if (account && (await verify(account.passwordHash, password))) return account;
    throw badField(pointer, 'wrongPassword', 'This is not your password: type it again.');
  }

  /** Sends a code to the address there is and one to the address wanted; both are needed. */
  async askMailChange(accountId: string, typedEmail: string, password: string): Promise<void> {
    const account = await this.prove(accountId, password);
    const wanted = typedEmail.toLowerCase();
    if (wanted === account.email) throw badField('/email', 'sameMail', 'This is the address the account has already.');
    const now = this.clock.now();
    const toOld = freshCode(account.email, now);
    const toNew = freshCode(wanted, now);
    const { code: oldCode, ...keptOld } = toOld;
    const { code: newCode, ...keptNew } = toNew;
    await this.store.keepCode({ purpose: 'oldMail', email: account.email, accountId, wanted, ...keptOld });
    await this.store.keepCode({ purpose: 'newMail', email: wanted, accountId, wanted, ...keptNew });
    await this.mail.send(codeMail(account, oldCode, { wanted }));
    const other = await this.store.byEmail(wanted);
    const reader = { email: wanted, language: account.language };
    await this.mail.send(other ? hasAccountMail(other) : codeMail(reader, newCode, 'confirm'));
  }

  /** @throws Problem 422 where one of the codes is not right */
  async changeMail(accountId: string, oldCode: string, newCode: string): Promise<Account> {
    const account = await this.store.byId(accountId);
    const wanted = await this.store.wantedMail(accountId);
    if (!account || !wanted)
      throw badField('/oldCode', 'codeExpired', 'This code is no longer good: ask for a new one.');
    const now = this.clock.now();
    expectCode(await this.store.attemptCode('oldMail', account.email), account.email, oldCode, now, '/oldCode');
    const confirmed = expectCode(await this.store.attemptCode('newMail', wanted), wanted, newCode, now, '/newCode');
    if (confirmed.accountId !== accountId || (await this.store.byEmail(wanted)))
      throw badField('/newCode', 'codeExpired', 'This code is no longer good: ask for a new one.');
    const changed = await this.store.change(accountId, { email: wanted });
    await this.store.forgetCode('oldMail', account.email);
    await this.store.forgetCode('newMail', wanted);
    await this.mail.send(addressChangedMail(account, wanted));
    return changed;
  }
}
