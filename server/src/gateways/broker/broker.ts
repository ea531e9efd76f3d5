import type { Minor } from '@tienda/core/money/money';

/** The broker gave no usable answer. */
export class BrokerSilent extends Error {}

/** What the holder says to an offer. */
export type HolderAnswer =
  { readonly state: 'sent' | 'accepted' | 'declined' } | { readonly state: 'countered'; readonly amount: Minor };

/** Reaches the holders of names. Amounts are US cents that would reach the holder. */
export interface BrokerGateway {
  /** Puts an offer to the holder, or its new amount. Harmless when repeated. @throws BrokerSilent */
  send(reference: string, offer: { name: string; amount: Minor; message: string }): Promise<void>;
  /** @throws BrokerSilent */
  answer(reference: string): Promise<HolderAnswer>;
  /** @throws BrokerSilent */
  withdraw(reference: string): Promise<void>;
}

const timeoutMs = 5000;

/** The broker over HTTP. */
export class HttpBroker implements BrokerGateway {
  constructor(
    private readonly url: string,
    private readonly key: string,
  ) {}

  async send(reference: string, offer: { name: string; amount: Minor; message: string }): Promise<void> {
    await this.call('PUT', reference, offer);
  }

  async answer(reference: string): Promise<HolderAnswer> {
    return JSON.parse(await this.call('GET', reference));
  }

  async withdraw(reference: string): Promise<void> {
    await this.call('DELETE', reference);
  }

  private async call(method: string, reference: string, body?: object): Promise<string> {
    try {
      const response = await fetch(new URL(`/v1/offers/${reference}`, this.url), {
        method,
        headers: { Authorization: `Bearer ${this.key}`, 'Content-Type': 'application/json' },
        ...(body ? { body: JSON.stringify(body) } : {}),
        signal: AbortSignal.timeout(timeoutMs),
      });
      if (response.ok) return await response.text();
      throw new BrokerSilent(`The broker answered ${response.status}`);
    } catch (fault) {
      throw fault instanceof BrokerSilent
        ? fault
        : new BrokerSilent(fault instanceof Error ? fault.message : String(fault));
    }
  }
}
