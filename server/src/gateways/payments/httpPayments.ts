import { PaymentSilent, type Authorisation, type AuthorisationRequest, type PaymentGateway } from './paymentGateway';

const timeoutMs = 5000;

/** The payment provider over its HTTP interface. */
export class HttpPayments implements PaymentGateway {
  constructor(
    private readonly url: string,
    private readonly apiKey: string,
  ) {}

  async authorise(request: AuthorisationRequest, key: string): Promise<Authorisation> {
    const { status, body } = await this.post('/v1/intents', request, key);
    if (status === 402) return { type: 'declined', reason: textOf(body['reason'], 'The card was declined.') };
    if (status === 400) return { type: 'declined', reason: 'The card could not be used: enter it again.' };
    if (status !== 201) throw new PaymentSilent(`The provider answered ${status}`);
    return { type: 'authorised', intent: textOf(body['id'], '') };
  }

  async capture(intent: string, amount: number, key: string): Promise<void> {
    await this.settle(`/v1/intents/${intent}/capture`, { amount }, key);
  }

  async void(intent: string, key: string): Promise<void> {
    await this.settle(`/v1/intents/${intent}/void`, {}, key);
  }

  private async settle(path: string, body: object, key: string): Promise<void> {
    const { status } = await this.post(path, body, key);
    if (status !== 200) throw new PaymentSilent(`The provider answered ${status}`);
  }

  private async post(path: string, body: object, key: string) {
    try {
      const response = await fetch(`${this.url}${path}`, {
        method: 'POST',
        headers: {
          'Content-Type': 'application/json',
          Authorization: `Bearer ${this.apiKey}`,
          'Idempotency-Key': key,
        },
        body: JSON.stringify(body),
        signal: AbortSignal.timeout(timeoutMs),
      });
      const answer: unknown = await response.json();
      return { status: response.status, body: isRecord(answer) ? answer : {} };
    } catch (fault) {
      throw new PaymentSilent(fault instanceof Error ? fault.message : String(fault));
    }
  }
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function textOf(value: unknown, fallback: string): string {
  return typeof value === 'string' && value !== '' ? value : fallback;
}
