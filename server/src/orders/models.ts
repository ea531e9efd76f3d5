import { ArrayMaxSize, IsArray, IsString, IsUUID, MaxLength } from 'class-validator';
import { ListOf } from '../http/readModel';

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

  @IsString({ message: 'The card is named by the token of the payment provider.' })
  @MaxLength(80)
  cardToken!: string;
}
