import { inLanes } from '@tienda/core/work/inLanes';
import { NotIssued, type Authority, type AuthorityAccount } from '../../gateways/authority/acmeAuthority';
import type { Attention } from '../../platform/attention/attention';
import { certificateKeys } from '../../platform/db/schema';
import type { Keyring } from '../../platform/secrets/keyring';
import type { CertificateStore, KeptCertificate } from './store';

export interface CertificateParts {
  readonly store: Omit<CertificateStore, 'database' | 'of'>;
  readonly authority: Authority;
  readonly keys: Keyring;
  readonly attention: Attention;
}

/** The key of the account with an authority is sealed for this. */
const accountKeys = 'authority account';

/** So many are asked for in a round, and so many at a time. */
const mostAtOnce = 24;
const lanes = 4;
/** Asked for again after a minute, then after twice as long each time, up to six hours; its holder sees it meanwhile. */
const firstRetryMs = 60_000;
const longestRetryMs = 6 * 3600_000;
/** What an authority says that has forgotten who asks. */
const unknownAccount = /account.*(not found|not exist|unknown|unable to find)|(not found|unable to find).*account/i;

/**
 * Gets certificates for hosts whose visitors are sent on, and new ones once two thirds of their time are over. They are
 * facts of the world: its clock counts, not one that is moved.
 */
export class Certificates {
  constructor(private readonly parts: CertificateParts) {}

  async lookAround(): Promise<void> {
    const { store, authority } = this.parts;
    const due = await store.due(new Date(), authority.id, mostAtOnce);
    if (due.length === 0) return;
    const account = await this.account().catch(async (fault: unknown) => {
      if (fault instanceof NotIssued)
        await this.parts.attention.raise(`authority ${authority.id}`, `It opens no account: ${fault.message}`);
      throw fault;
    });
    await inLanes(due, lanes, (one) => this.renew(one, account));
  }

  private async renew({ host, attempts }: KeptCertificate, account: AuthorityAccount): Promise<void> {
    const { store, authority, keys } = this.parts;
    const proof = {
      show: (token: string, answer: string) => store.answer(token, answer),
      hide: (token: string) => store.answer(token, undefined),
    };
    try {
      const { chain, key, goodFrom, goodUntil } = await authority.issue(host, account, proof);
      const nextAt = new Date(goodFrom.getTime() + ((goodUntil.getTime() - goodFrom.getTime()) * 2) / 3);
      await store.issued(host, {
        chain,
        key: keys.seal(certificateKeys, key),
        goodUntil,
        authority: authority.id,
        nextAt,
      });
    } catch (fault) {
      if (!(fault instanceof NotIssued)) throw fault;
      const waitMs = Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(attempts, 12));
      await store.failed(host, fault.message.slice(0, 500), attempts + 1, new Date(Date.now() + waitMs));
      if (unknownAccount.test(fault.message)) await store.forgetAccount(authority.id);
    }
  }

  private async account(): Promise<AuthorityAccount> {
    const { store, authority, keys } = this.parts;
    const { key, url } = await store.account(authority.id, async () => {
      const made = await authority.newAccount();
      return { ...made, key: keys.seal(accountKeys, made.key) };
    });
    return { key: keys.open(accountKeys, key), url };
  }
}
