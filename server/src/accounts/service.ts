import { createHash, randomInt, timingSafeEqual } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { codeLength } from '@tienda/core/accounts/credentials';
import type { Clock } from '../clock/clock';
import type { MailGateway } from '../gateways/mail/mailGateway';
import { badField, Problem } from '../http/problem';
import type { Account, AccountStore } from './store';

const codeForMs = 15 * 60 * 1000;
const mostAttempts = 5;

/** OWASP's first choice for argon2id: 19 MiB, two passes, one lane. Argon2id is the library's default algorithm. */
const hashing = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** What a password is compared with where there is no account, so that the answer takes as long. */
const nobody = hash('no account has this password', hashing);

export class AccountService {
  constructor(
    private readonly store: AccountStore,
    private readonly mail: MailGateway,
    private readonly clock: Clock,
  ) {}

  /** Sends a code to the address. Whether an account exists already is told only in that mail. */
  async signUp(typedEmail: string, password: string): Promise<void> {
    const email = typedEmail.toLowerCase();
    const passwordHash = await hash(password, hashing);
    const existing = await this.store.byEmail(email);
    if (existing) {
      await this.mail.send({
        to: email,
        subject: 'You already have an account at Tienda',
        text: 'Someone, perhaps you, asked for a new account with this address. It has one already: sign in with your password. Nothing was changed.\n',
      });
      return;
    }
    const code = String(randomInt(10 ** codeLength)).padStart(codeLength, '0');
    const expiresAt = new Date(this.clock.now().getTime() + codeForMs);
    await this.store.keepSignUp({ email, passwordHash, codeHash: digest(email, code), expiresAt });
    await this.mail.send({
      to: email,
      subject: `${code} is your code for Tienda`,
      text: `Type this code to confirm your mail address:\n\n    ${code}\n\nIt is good for 15 minutes. If you did not ask for it, do nothing.\n`,
    });
  }

  /** Opens the account asked for, where the code is the one that was sent. */
  async confirm(typedEmail: string, code: string): Promise<Account> {
    const email = typedEmail.toLowerCase();
    const asked = await this.store.attemptSignUp(email);
    const now = this.clock.now();
    if (!asked || asked.attempts > mostAttempts || asked.expiresAt <= now)
      throw badField('/code', 'codeExpired', 'This code is no longer good: ask for a new one.');
    if (!timingSafeEqual(Buffer.from(asked.codeHash), Buffer.from(digest(email, code))))
      throw badField('/code', 'wrongCode', 'This is not the code that was sent: compare it with the mail.');
    const account = await this.store.create(email, asked.passwordHash, now);
    await this.store.forgetSignUp(email);
    return account;
  }

  async signIn(typedEmail: string, password: string): Promise<Account> {
    const account = await this.store.byEmail(typedEmail.toLowerCase());
    const matches = await verify(account?.passwordHash ?? (await nobody), password);
    if (account && matches) return account;
    throw new Problem(401, 'sign-in-refused', 'Not signed in', 'Address and password do not go together: check both.');
  }
}

function digest(email: string, code: string): string {
  return createHash('sha256').update(`${email} ${code}`).digest('hex');
}
