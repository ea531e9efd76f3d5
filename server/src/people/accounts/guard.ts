import type { Actor } from '@tienda/core/accounts/actor';
import type { Context } from 'koa';
import type { Logger } from 'pino';
import type { Limits } from '../../platform/http/limits';
import { networkOf } from '../../platform/http/network';
import { Problem } from '../../platform/http/problem';
import { sessionOf } from '../../platform/http/route';
import type { KnownDevices } from './devices';

/** Proves by the password once more that it is the account's holder who asks. @throws Problem 422, 429 */
export type ProvenByPassword = (ctx: Context, actor: Actor, password: string, what: string) => Promise<void>;

export interface GuardParts {
  readonly devices: KnownDevices;
  readonly limits: Limits;
  readonly log: Logger;
}

/** How often somebody may try to get in, or to prove who they are; and what is written down of that. */
export class Guard {
  constructor(private readonly parts: GuardParts) {}

  /**
   * Somebody tries to get in to an account, or asks for a mail with a code. Refusals are counted against where they
   * are, and written to the log for whoever looks after security.
   *
   * @param whose the address typed, or the account whose second step or password is asked for
   * @throws Problem 429
   */
  async attempt<Result>(
    ctx: Context,
    kind: 'guess' | 'mail',
    whose: { readonly email: string } | { readonly accountId: string },
    what: string,
    action: () => Promise<Result>,
  ): Promise<Result> {
    const { limits, devices } = this.parts;
    const subject = 'email' in whose ? whose.email : whose.accountId;
    const device = await devices.find(ctx, whose);
    try {
      return await limits.attempt(ctx, kind, subject, device, action);
    } catch (refusal) {
      if (refusal instanceof Problem) this.note(ctx, `${what} refused`, { reason: refusal.type });
      throw refusal;
    }
  }

  /** Writes a line for whoever looks after security. No passwords, codes or addresses of mail. */
  note(ctx: Context, security: string, more: Readonly<Record<string, unknown>> = {}): void {
    const { accountId, awaiting } = sessionOf(ctx) ?? {};
    const account = accountId ?? awaiting ?? undefined;
    this.parts.log.info({ security, request: ctx.state['request'], network: networkOf(ctx.ip), account, ...more });
  }

  /** The password or a code once more: wrong ones of every kind share one budget. @throws Problem 422, 429 */
  async proven<Result>(ctx: Context, { account }: Actor, what: string, prove: () => Promise<Result>): Promise<Result> {
    const result = await this.attempt(ctx, 'guess', { accountId: account }, what, prove);
    this.note(ctx, what);
    return result;
  }
}
