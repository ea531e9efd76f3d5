import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsISO31661Alpha2,
  IsString,
  Matches,
  MaxLength,
} from 'class-validator';
import { currencies, type Currency } from '@tienda/core/money/money';
import type { QuoteAction } from '@tienda/core/pricing/quoteRequest';
import { BasketLineModel } from '../basket/models';
import { ListOf, MayBeLeftOut, PartOf, TextOrNull } from '../../platform/http/readModel';

export class QuoteItemModel extends BasketLineModel {
  @IsString()
  @MaxLength(253, { message: 'A name has at most 253 characters.' })
  name!: string;

  @IsIn(['register', 'renew', 'restore', 'privacy', 'transfer'], {
    message: 'The action is register, renew, restore, privacy or transfer.',
  })
  action!: QuoteAction;
}

export class QuoteCustomerModel {
  @IsISO31661Alpha2({ message: 'The country is an ISO 3166-1 code of two letters.' })
  country!: string;

  @IsIn(['person', 'business'], { message: 'The customer is a person or a business.' })
  kind!: 'person' | 'business';

  @MayBeLeftOut()
  @IsString()
  @MaxLength(20, { message: 'A VAT number has at most 20 characters.' })
  vatId?: string;

  @IsBoolean({ message: 'isNew is true or false.' })
  isNew!: boolean;
}

export class QuoteRequestModel {
  @IsIn(currencies, { message: 'Choose a currency that Tienda charges in.' })
  currency!: Currency;

  @IsArray({ message: 'Items come as a list.' })
  @ArrayMinSize(1, { message: 'Name at least one item.' })
  @ArrayMaxSize(500, { message: 'At most 500 items in one quote.' })
  @ListOf(QuoteItemModel)
  items!: QuoteItemModel[];

  @IsArray({ message: 'Codes come as a list.' })
  @ArrayMaxSize(50, { message: 'At most 50 codes in one quote.' })
  @IsString({ each: true, message: 'A code is text.' })
  @MaxLength(40, { each: true, message: 'A code has at most 40 characters.' })
  codes!: string[];

  @TextOrNull()
  @MaxLength(40, { message: 'A code has at most 40 characters.' })
  use?: string | null;

  @PartOf(QuoteCustomerModel)
  customer!: QuoteCustomerModel;

  @MayBeLeftOut()
  @Matches(/^-?0(\.\d{1,6})?$/, { message: 'Growth is a decimal between -1 and 1, such as 0.03.' })
  growth?: string;
}
