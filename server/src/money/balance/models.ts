import { IsIn, IsInt } from 'class-validator';
import { currencies, type Currency } from '@tienda/core/money/money';
import { PartOf } from '../../platform/http/readModel';
import { PaymentModel } from '../payments/models';

export class NewTopUp {
  @IsInt({ message: 'The amount is a whole number of the smallest unit of its currency.' })
  amount!: number;

  @IsIn(currencies, { message: 'Choose one of the currencies offered.' })
  currency!: Currency;

  @PartOf(PaymentModel)
  payment!: PaymentModel;
}
