import { createCipheriv, createDecipheriv, createHash, createHmac, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { DemoClock } from '../clock/clock';
import { badField, Problem } from '../http/problem';
import type { Account, AccountStore } from './store';

const period = 30;
const recoveryCodes = 10;
/** Without letters and digits that are mistaken for each other. */
const alphabet = 'abcdefghjkmnpqrstuvwxyz23456789';

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
    private readonly store: AccountStore,
    /** Authenticator apps live in the world's time. */
    private readonly clock: DemoClock,
    private readonly secret: string,
  ) {}

  /** Makes a secret; it is in use once a code of it was typed. @throws Problem 409 where it is in use already */
  async begin(accountId: string): Promise<TwoStepSetup> {
    const account = await this.account(accountId);
    if (account.twoStepSince) throw alreadyOn();
    const secret = new Secret({ size: 20 });
    await this.store.change(accountId, { twoStepSecret: this.seal(secret.base32) });
    const totp = this.totp(account.email, secret);
    return { secret: secret.base32, uri: totp.toString() };
  }

  /**
   * Takes the second step into use.
   *
   * @returns recovery codes, shown this once
   * @throws Problem 422 where the code is not right
   */
  async confirm(accountId: string, code: string): Promise<readonly string[]> {
    const account = await this.account(accountId);
    if (account.twoStepSince) throw alreadyOn();
    const step = this.stepOf(account, code);
    if (step === undefined || !(await this.store.useStep(accountId, step))) throw wrongCode();
    const codes = Array.from({ length: recoveryCodes }, recoveryCode);
    await this.store.change(accountId, {
      twoStepSince: this.clock.now(),
      recoveryHashes: codes.map((one) => this.digest(one)),
    });
    return codes;
  }

  /** @throws Problem 422 where the code is not right, or was used before */
  async pass(accountId: string, code: string): Promise<Account> {
    const account = await this.account(accountId);
    const step = this.stepOf(account, code);
    const isPassed =
      step === undefined
        ? await this.store.useRecovery(accountId, this.digest(code))
        : await this.store.useStep(accountId, step);
    if (!isPassed) throw wrongCode();
    return this.account(accountId);
  }

  async end(accountId: string): Promise<void> {
    const off = { twoStepSecret: null, twoStepSince: null, twoStepLast: null, recoveryHashes: [] };
    await this.store.change(accountId, off);
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
    const totp = this.totp(email, Secret.fromBase32(this.open(twoStepSecret)));
    const delta = totp.validate({ token: code, timestamp, window: 1 });
    return delta === null ? undefined : Math.floor(timestamp / 1000 / period) + delta;
  }

  /** AES-256-GCM: nonce, tag, text. A stolen database does not give the secrets away. */
  private seal(text: string): string {
    const nonce = randomBytes(12);
    const cipher = createCipheriv('aes-256-gcm', this.key(), nonce);
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64');
  }

  private open(sealed: string): string {
    const bytes = Buffer.from(sealed, 'base64');
    const decipher = createDecipheriv('aes-256-gcm', this.key(), bytes.subarray(0, 12));
    decipher.setAuthTag(bytes.subarray(12, 28));
    return decipher.update(bytes.subarray(28), undefined, 'utf8') + decipher.final('utf8');
  }

  private key(): Buffer {
    return createHash('sha256').update(`two-step ${this.secret}`).digest();
  }

  private digest(code: string): string {
    return createHmac('sha256', this.secret)
      .update(`recovery ${code.replace('-', '')}`)
      .digest('hex');
  }
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
