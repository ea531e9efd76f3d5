import type { PaymentAction } from '@tienda/core/orders/payment';
import {
  PaymentSilent,
  type KnownCard,
  type PaymentGateway,
  type PaymentRequest,
  type PaymentStanding,
} from './paymentGateway';

const timeoutMs = 5000;

interface Answer {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>>;
  /** Where the body is a list. */
  readonly list?: readonly Readonly<Record<string, unknown>>[];
}

/** The payment provider over its HTTP interface. */
export class HttpPayments implements PaymentGateway {
  /** @param notifyUrl where the provider tells us of changes */
  constructor(
    private readonly url: string,
    private readonly apiKey: string,
    private readonly notifyUrl?: string,
  ) {}

  async begin({ way, amount, currency, reference }: PaymentRequest, key: string): Promise<PaymentStanding> {
    const wanted = {
      amount,
      currency,
      reference,
      method: way,
      ...(this.notifyUrl ? { notifyUrl: this.notifyUrl } : {}),
    };
    const { status, body } = await this.send('POST', '/v1/intents', key, wanted);
    if (status === 400 || status === 422)
      return {
        at: 'declined',
        reason:
          way.type === 'card' ? 'The card could not be used: enter it again.' : 'The provider refused this way to pay.',
      };
    if (status !== 201 && status !== 402) throw new PaymentSilent(`The provider answered ${status}`);
    return this.standing(body);
  }

  async look(intent: string): Promise<PaymentStanding> {
    return this.standing(expected(await this.send('GET', `/v1/intents/${intent}`)));
  }

  async card(token: string): Promise<KnownCard | undefined> {
    const answer = await this.send('GET', `/v1/tokens/${encodeURIComponent(token)}`);
    if (answer.status === 404) return undefined;
    const { last4, expires } = expected(answer);
    const isMonth = typeof expires === 'string' && /^\d{4}-(0[1-9]|1[0-2])$/.test(expires);
    return { last4: textOf(last4, ''), ...(isMonth ? { expires } : {}) };
  }

  async open(reference: string): Promise<readonly string[]> {
    const { status, list } = await this.send('GET', `/v1/intents?reference=${encodeURIComponent(reference)}`);
    if (status !== 200 || !list) throw new PaymentSilent(`The provider answered ${status}`);
    return list
      .filter((one) => one['status'] === 'waiting' || one['status'] === 'authorised')
      .map((one) => textOf(one['id'], ''));
  }

  async capture(intent: string, amount: number, key: string): Promise<boolean> {
    const answer = await this.send('POST', `/v1/intents/${intent}/capture`, key, { amount });
    // 409: it stands elsewhere. Taken before is taken; let go is gone for good.
    if (answer.status !== 409) return expected(answer)['status'] === 'captured';
    const { at } = this.standing(answer.body);
    if (at === 'settled') return true;
    if (at === 'voided' || at === 'declined') return false;
    throw new PaymentSilent(`The provider says ${at} to taking the money`);
  }

  async void(intent: string, key: string): Promise<PaymentStanding> {
    const answer = await this.send('POST', `/v1/intents/${intent}/void`, key, {});
    // 409: something else happened to it first; the answer says what.
    return this.standing(answer.status === 409 ? answer.body : expected(answer));
  }

  async refund(intent: string, amount: number, key: string): Promise<void> {
    expected(await this.send('POST', `/v1/intents/${intent}/refund`, key, { amount }));
  }

  private standing(body: Answer['body']): PaymentStanding {
    const intent = textOf(body['id'], '');
    switch (body['status']) {
      case 'waiting':
        return {
          at: 'waiting',
          intent,
          action: this.action(body['action']),
          ...(typeof body['received'] === 'number' && body['received'] > 0 ? { received: body['received'] } : {}),
        };
      case 'authorised':
        return {
          at: 'authorised',
          intent,
          ...(typeof body['holdsForSeconds'] === 'number' ? { heldForMs: body['holdsForSeconds'] * 1000 } : {}),
        };
      case 'paid':
        return { at: 'paid', intent, amount: Number(body['amount']) };
      case 'declined':
        return { at: 'declined', reason: textOf(body['reason'], 'The payment was refused.') };
      case 'voided':
        return { at: 'voided' };
      case 'captured':
      case 'refunded':
        return { at: 'settled' };
      default:
        throw new PaymentSilent(`The provider says ${String(body['status'])}`);
    }
  }

  private action(said: unknown): PaymentAction {
    const { type, path, phone, iban, payee, reference } = isRecord(said) ? said : {};
    if (type === 'redirect') return { type, url: `${this.url}${textOf(path, '')}` };
    if (type === 'prompt') return { type, phone: textOf(phone, '') };
    if (type !== 'transfer') throw new PaymentSilent(`The provider asks for ${String(type)}`);
    return { type, iban: textOf(iban, ''), payee: textOf(payee, ''), reference: textOf(reference, '') };
  }

  private async send(method: 'GET' | 'POST', path: string, key?: string, body?: object): Promise<Answer> {
    try {
      const response = await fetch(`${this.url}${path}`, {
        method,
        headers: {
          Authorization: `Bearer ${this.apiKey}`,
          ...(key === undefined ? {} : { 'Idempotency-Key': key }),
          ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(timeoutMs),
      });
      const answer: unknown = await response.json();
      return {
        status: response.status,
        body: isRecord(answer) ? answer : {},
        ...(Array.isArray(answer) ? { list: answer.filter(isRecord) } : {}),
      };
    } catch (fault) {
      throw new PaymentSilent(fault instanceof Error ? fault.message : String(fault));
    }
  }
}

/** The body of a success; anything else says nothing certain. */
function expected({ status, body }: Answer): Answer['body'] {
  if (status !== 200) throw new PaymentSilent(`The provider answered ${status}`);
  return body;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function textOf(value: unknown, fallback: string): string {
  return typeof value === 'string' && value !== '' ? value : fallback;
}
