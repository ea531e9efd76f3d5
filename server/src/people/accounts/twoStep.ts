import type { Actor } from '@tienda/core/accounts/actor';
import { randomBytes, randomUUID } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { DemoClock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import { badField, Problem } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Keyring } from '../../platform/secrets/keyring';
import { twoStepMail } from './mails';
import type { Account, AccountStore } from './store';

const period = 30;
const recoveryCodes = 10;
/** Without letters and digits that are mistaken for each other. */
const alphabet = 'abcdefghjkmnpqrstuvwxyz23456789';
const sealedAs = 'two-step';

/** What an authenticator app needs to know. */
export interface TwoStepSetup {
  /** Base32, to be typed where the picture cannot be read. */
  readonly secret: string;
  /** `otpauth://`, to be shown as a QR code. */
  readonly uri: string;
}

/** The second step of signing in: time-based codes (RFC 6238) and recovery codes. */
export class TwoStep {
  constructor(
    private readonly database: Database,
    private readonly store: AccountStore,
    private readonly outbox: Outbox,
    /** Authenticator apps live in the world's time. */
    private readonly clock: DemoClock,
    private readonly keys: Keyring,
  ) {}

  /** Makes a secret; it is in use once a code of it was typed. @throws Problem 409 where it is in use already */
  async begin({ account: accountId }: Actor): Promise<TwoStepSetup> {
    const account = await this.account(accountId);
    if (account.twoStepSince) throw alreadyOn();
    const secret = new Secret({ size: 20 });
    await this.store.change(accountId, { twoStepSecret: this.keys.seal(sealedAs, secret.base32) });
    const totp = this.totp(account.email, secret);
    return { secret: secret.base32, uri: totp.toString() };
  }

  /**
   * Takes the second step into use.
   *
   * @returns recovery codes, shown this once
   * @throws Problem 422 where the code is not right
   */
  async confirm({ account: accountId }: Actor, code: string): Promise<readonly string[]> {
    const account = await this.account(accountId);
    if (account.twoStepSince) throw alreadyOn();
    const step = this.stepOf(account, code);
    if (step === undefined || !(await this.store.useStep(accountId, step))) throw wrongCode();
    const codes = Array.from({ length: recoveryCodes }, recoveryCode);
    const recoveryHashes = codes.map((one) => this.keys.sign(recoveryText(one)).toString('hex'));
    await this.switch(accountId, { twoStepSince: this.clock.now(), recoveryHashes }, true);
    return codes;
  }

  /** @throws Problem 422 where the code is not right, or was used before */
  async pass(accountId: string, code: string): Promise<Account> {
    const account = await this.account(accountId);
    const step = this.stepOf(account, code);
    const hashes = this.keys.signatures(recoveryText(code)).map((one) => one.toString('hex'));
    const isPassed =
      step === undefined ? await this.store.useRecovery(accountId, hashes) : await this.store.useStep(accountId, step);
    if (!isPassed) throw wrongCode();
    return this.account(accountId);
  }

  /** Gives the second step up, which takes a last code of it. @throws Problem 422 where the code is not right */
  async end({ account: accountId }: Actor, code: string): Promise<void> {
    await this.pass(accountId, code);
    const off = { twoStepSecret: null, twoStepSince: null, twoStepLast: null, recoveryHashes: [] };
    await this.switch(accountId, off, false);
  }

  /** Its holder is told by mail, together with the change. */
  private async switch(accountId: string, changes: Partial<Account>, isOn: boolean): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const account = await this.store.change(accountId, changes, transaction);
      await this.outbox.put(transaction, 'mail', `account two-step ${randomUUID()}`, twoStepMail(account, isOn));
    });
    this.outbox.soon();
  }

  private async account(accountId: string): Promise<Account> {
    const account = await this.store.byId(accountId);
    if (!account) throw new Error('The account is gone');
    return account;
  }

  private totp(label: string, secret: Secret): TOTP {
    return new TOTP({ issuer: 'Tienda', label, secret, algorithm: 'SHA1', digits: 6, period });
  }

  /** The time step that a code belongs to, one before or after now included; undefined where it is none. */
  private stepOf({ twoStepSecret, email }: Account, code: string): number | undefined {
    if (!twoStepSecret || !/^\d{6}$/.test(code)) return undefined;
    const timestamp = this.clock.world().getTime();
    const totp = this.totp(email, Secret.fromBase32(this.keys.open(sealedAs, twoStepSecret)));
    const delta = totp.validate({ token: code, timestamp, window: 1 });
    return delta === null ? undefined : Math.floor(timestamp / 1000 / period) + delta;
  }
}

function recoveryText(code: string): string {
  return `recovery ${code.replace('-', '')}`;
}

function recoveryCode(): string {
  const letters = [...randomBytes(40)].filter((byte) => byte < alphabet.length * 8).slice(0, 10);
  if (letters.length < 10) return recoveryCode();
  const text = letters.map((byte) => alphabet[byte % alphabet.length]).join('');
  return `${text.slice(0, 5)}-${text.slice(5)}`;
}

function wrongCode(): Problem {
  return badField('/code', 'wrongStepCode', 'This code is not right, or was used before: wait for the next one.');
}

function alreadyOn(): Problem {
  return new Problem(409, 'two-step-on', 'Already on', 'The second step is on already: switch it off first.');
}
