import { IsBoolean, IsIn, IsString, IsUUID, MaxLength } from 'class-validator';
import { e164 } from '@tienda/core/contacts/contact';
import { paymentMethods, type PaymentMethod } from '@tienda/core/orders/payment';
import type { PaymentWay } from '@tienda/core/orders/payment';
import { badField } from '../../platform/http/problem';
import { MayBeLeftOut } from '../../platform/http/readModel';

/** How something is paid for. */
export class PaymentModel {
  @IsIn(paymentMethods, { message: 'Pay by card, wallet, mobile, transfer or balance.' })
  method!: PaymentMethod;

  /** The payment provider's token, where it is a card. */
  @MayBeLeftOut()
  @IsString({ message: 'The card is named by the token of the payment provider.' })
  @MaxLength(80)
  token?: string;

  /** A card kept before, by its id, instead of a token. */
  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'A kept card is named by its id.' })
  card?: string;

  /** The card is kept for the next time. */
  @MayBeLeftOut()
  @IsBoolean({ message: 'Whether the card is kept is true or false.' })
  keep?: boolean;

  /** The number of the phone that approves, where it is mobile. */
  @MayBeLeftOut()
  @IsString({ message: 'The phone number is text.' })
  @MaxLength(40)
  phone?: string;
}

/**
 * What the provider needs to know; undefined where the balance pays.
 *
 * @param returnUrl where a wallet leads back to
 * @throws Problem 422 where the method lacks something
 */
export function wayOf({ method, token, phone }: PaymentModel, returnUrl: string): PaymentWay | undefined {
  switch (method) {
    case 'card':
      if (!token) throw badField('/payment/token', 'tokenNeeded', 'Enter the card first.');
      return { type: 'card', token };
    case 'wallet':
      return { type: 'wallet', returnUrl };
    case 'mobile': {
      const number = e164(phone ?? '');
      if (!number)
        throw badField(
          '/payment/phone',
          'phoneNumber',
          'Write the phone number with its country code, as in +353 20 915 0123.',
        );
      return { type: 'mobile', phone: number };
    }
    case 'transfer':
      return { type: 'transfer' };
    case 'balance':
      return undefined;
  }
}
