import { ArrayMaxSize, IsArray, IsInt, IsString, IsUUID, MaxLength, Min } from 'class-validator';
import { ListOf, MayBeLeftOut, PartOf } from '../../platform/http/readModel';
import { PaymentModel } from '../../money/payments/models';

export class AgreedTerms {
  @IsString()
  @MaxLength(80)
  id!: string;

  @IsString()
  @MaxLength(20)
  version!: string;
}

/** Contacts of one name, where they are not the order's own. */
export class ContactsModel {
  @IsString({ message: 'The name that the contacts are for is text.' })
  @MaxLength(253)
  name!: string;

  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'The registrant is named by the id of a contact.' })
  registrant?: string;

  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'The administrative contact is named by its id.' })
  admin?: string;

  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'The technical contact is named by its id.' })
  tech?: string;

  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'The billing contact is named by its id.' })
  billing?: string;
}

/** What is said of a requirement of a name's extension. */
export class DeclarationModel {
  @IsString()
  @MaxLength(253)
  name!: string;

  @IsString()
  @MaxLength(40)
  code!: string;

  @MayBeLeftOut()
  @IsString()
  @MaxLength(80, { message: 'The number has at most 80 characters.' })
  evidence?: string;
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

  /** Of names whose contacts differ. */
  @MayBeLeftOut()
  @IsArray({ message: 'Contacts come as a list.' })
  @ArrayMaxSize(500)
  @ListOf(ContactsModel)
  contacts?: ContactsModel[];

  /** What the extensions of the names ask to be said. */
  @MayBeLeftOut()
  @IsArray({ message: 'Declarations come as a list.' })
  @ArrayMaxSize(2000)
  @ListOf(DeclarationModel)
  declarations?: DeclarationModel[];

  @PartOf(PaymentModel)
  payment!: PaymentModel;

  /** How much of it the account's balance pays, in minor units of the quote's currency. */
  @MayBeLeftOut()
  @IsInt({ message: 'What the balance pays is a whole number of the smallest unit.' })
  @Min(0, { message: 'What the balance pays is not below 0.' })
  balance?: number;
}
