import { ArrayMaxSize, IsArray, IsInt, IsString, IsUUID, MaxLength, Min } from 'class-validator';
import { ListOf, MayBeLeftOut, PartOf } from '../http/readModel';
import { PaymentModel } from '../payments/models';

export class AgreedTerms {
  @IsString()
  @MaxLength(80)
  id!: string;

  @IsString()
  @MaxLength(20)
  version!: string;
}

export class NewOrder {
  @IsUUID(undefined, { message: 'The quote is named by its id.' })
  quoteId!: string;

  @IsUUID(undefined, { message: 'The registrant is named by the id of a contact.' })
  contactId!: string;

  @IsArray({ message: 'Agreements come as a list.' })
  @ArrayMaxSize(50)
  @ListOf(AgreedTerms)
  agreements!: AgreedTerms[];

  @PartOf(PaymentModel)
  payment!: PaymentModel;

  /** How much of it the account's balance pays, in minor units of the quote's currency. */
  @MayBeLeftOut()
  @IsInt({ message: 'What the balance pays is a whole number of the smallest unit.' })
  @Min(0, { message: 'What the balance pays is not below 0.' })
  balance?: number;
}
