import type { Minor } from '@tienda/core/money/money';

/** The broker gave no usable answer. */
export class BrokerSilent extends Error {}

/** What the holder says to an offer. */
export type HolderAnswer =
  | { readonly state: 'sent' | 'accepted' | 'declined' }
  | { readonly state: 'countered'; readonly amount: Minor };

/** Where a sale stands: its holder has the code still to give, has given it, or does not hand the name over. */
export type Sale = { readonly state: 'awaited' | 'off' } | { readonly state: 'delivered'; readonly authCode: string };

/** Reaches the holders of names. Amounts are US cents that would reach the holder. */
export interface BrokerGateway {
  /** Puts an offer to the holder, or its new amount. Harmless when repeated. @throws BrokerSilent */
  send(reference: string, offer: { name: string; amount: Minor; message: string }): Promise<void>;
  /** @throws BrokerSilent */
  answer(reference: string): Promise<HolderAnswer>;
  /** @throws BrokerSilent */
  withdraw(reference: string): Promise<void>;
  /** The money for an offer that was accepted is here: its holder is to unlock the name and to give its code. Harmless when repeated. @throws BrokerSilent */
  buy(reference: string): Promise<Sale>;
  /** The name has come: its holder before gets what was agreed. Harmless when repeated. @throws BrokerSilent */
  pay(reference: string, amount: Minor): Promise<void>;
  /** The name has not come, and nothing is paid. Harmless when repeated. @throws BrokerSilent */
  callOff(reference: string): Promise<void>;
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

  async buy(reference: string): Promise<Sale> {
    return JSON.parse(await this.call('PUT', `${reference}/sale`, {}));
  }

  async pay(reference: string, amount: Minor): Promise<void> {
    await this.call('PUT', `${reference}/payment`, { amount });
  }

  async callOff(reference: string): Promise<void> {
    await this.call('DELETE', `${reference}/sale`);
  }

  private async call(method: string, path: string, body?: object): Promise<string> {
    try {
      const response = await fetch(new URL(`/v1/offers/${path}`, this.url), {
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
