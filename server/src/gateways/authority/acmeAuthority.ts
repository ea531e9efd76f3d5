import { X509Certificate } from 'node:crypto';
import { Agent } from 'node:https';
import type acmeClient from 'acme-client';

/** A certificate with its key, both as PEM. */
export interface IssuedCertificate {
  /** The host's own first, then those that vouch for it. */
  readonly chain: string;
  readonly key: string;
  readonly goodFrom: Date;
  readonly goodUntil: Date;
}

/** The authority did not issue it; the message is what it said. */
export class NotIssued extends Error {}

/** Proves to an authority that visitors of a host come here: what is asked for under a token is answered (RFC 8555 section 8.3). */
export interface Proof {
  show(token: string, answer: string): Promise<void>;
  hide(token: string): Promise<void>;
}

/** Who asks an authority. */
export interface AuthorityAccount {
  /** PEM. */
  readonly key: string;
  /** Where the authority keeps it. */
  readonly url: string;
}

/** Whoever issues certificates that browsers trust. */
export interface Authority {
  /** Says which one: certificates of another are to be replaced. */
  readonly id: string;
  /** @throws NotIssued */
  newAccount(): Promise<AuthorityAccount>;
  /** @throws NotIssued */
  issue(host: string, account: AuthorityAccount, proof: Proof): Promise<IssuedCertificate>;
}

/** An authority over ACME (RFC 8555), proven to over HTTP (http-01). */
export class AcmeAuthority implements Authority {
  private acme: Promise<typeof acmeClient> | undefined;

  constructor(
    readonly id: string,
    /** PEM: trusted beside those that everyone trusts. */
    private readonly trusted: string | undefined,
  ) {}

  /** Read with the first certificate: that takes a third of a second, which no start of a server has to. */
  private client(): Promise<typeof acmeClient> {
    this.acme ??= import('acme-client').then(({ default: acme }) => {
      if (this.trusted !== undefined) acme.axios.defaults.httpsAgent = new Agent({ ca: this.trusted });
      return acme;
    });
    return this.acme;
  }

  async newAccount(): Promise<AuthorityAccount> {
    try {
      const acme = await this.client();
      const key = String(await acme.crypto.createPrivateEcdsaKey('P-256'));
      const client = new acme.Client({ directoryUrl: this.id, accountKey: key });
      await client.createAccount({ termsOfServiceAgreed: true });
      return { key, url: client.getAccountUrl() };
    } catch (fault) {
      throw notIssued(fault);
    }
  }

  async issue(
    host: string,
    { key: accountKey, url: accountUrl }: AuthorityAccount,
    proof: Proof,
  ): Promise<IssuedCertificate> {
    try {
      const acme = await this.client();
      const client = new acme.Client({ directoryUrl: this.id, accountKey, accountUrl, ...waits });
      const order = await client.createOrder({ identifiers: [{ type: 'dns', value: host }] });
      for (const authorization of await client.getAuthorizations(order)) {
        const challenge = authorization.challenges.find(({ type }) => type === 'http-01');
        if (authorization.status === 'valid' || !challenge) continue;
        await proof.show(challenge.token, await client.getChallengeKeyAuthorization(challenge));
        try {
          await client.completeChallenge(challenge);
          await client.waitForValidStatus(challenge);
        } finally {
          await proof.hide(challenge.token);
        }
      }
      const [key, request] = await acme.crypto.createCsr(
        { commonName: host },
        await acme.crypto.createPrivateEcdsaKey('P-256'),
      );
      const chain = await client.getCertificate(await client.finalizeOrder(order, request));
      const { validFrom, validTo } = new X509Certificate(chain);
      return { chain, key: String(key), goodFrom: new Date(validFrom), goodUntil: new Date(validTo) };
    } catch (fault) {
      throw notIssued(fault);
    }
  }
}

/** How long its answer is waited for: eight times, longer each time. */
const waits = { backoffAttempts: 8, backoffMin: 250, backoffMax: 3000 };

function notIssued(fault: unknown): NotIssued {
  return new NotIssued(fault instanceof Error ? fault.message : String(fault));
}
