import { problemText } from '../texts/problems';
import { texts } from '../texts/texts';

/** A card as typed; it goes to the payment provider alone. */
export interface TypedCard {
  readonly number: string;
  readonly expiry: string;
  readonly cvc: string;
}

/** What the provider finds wrong with a card, and in which field. */
export class CardProblem extends Error {
  constructor(
    readonly field: keyof TypedCard | undefined,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Turns a card into the provider's token, straight from the browser.
 *
 * @throws CardProblem
 */
export async function cardToken(paymentsUrl: string, card: TypedCard): Promise<string> {
  let response: Response;
  try {
    response = await fetch(`${paymentsUrl}/v1/tokens`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(card),
      credentials: 'omit',
    });
  } catch {
    throw new CardProblem(undefined, texts.payment.cardUnreachable);
  }
  const answer: { token?: string; field?: keyof TypedCard; error?: string } | undefined = await response
    .json()
    .catch(() => undefined);
  // Something stands between that is not the provider.
  if (!answer) throw new CardProblem(undefined, texts.payment.cardUnreachable);
  if (response.ok && answer.token) return answer.token;
  const { field, error = texts.payment.cardRefused } = answer;
  throw new CardProblem(field, problemText(`card.${field}`, error));
}
