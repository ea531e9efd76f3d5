import { ArrayMaxSize, IsArray, IsInt, IsString, IsUUID, MaxLength, Min } from 'class-validator';
import { ListOf, MayBeLeftOut, PartOf } from '../../platform/http/readModel';
import { DeclarationModel, RolesModel } from '../../people/contacts/models';
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
export class ContactsModel extends RolesModel {
  @IsString({ message: 'The name that the contacts are for is text.' })
  @MaxLength(253)
  name!: string;
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

  /** Id of the group that the names are registered for. */
  @MayBeLeftOut()
  @IsUUID(undefined, { message: 'A group is named by its id.' })
  groupId?: string;

  @PartOf(PaymentModel)
  payment!: PaymentModel;

  /** How much of it the account's balance pays, in minor units of the quote's currency. */
  @MayBeLeftOut()
  @IsInt({ message: 'What the balance pays is a whole number of the smallest unit.' })
  @Min(0, { message: 'What the balance pays is not below 0.' })
  balance?: number;
}

/** The card that the money of an order is held by from now on. */
export class HoldModel {
  @PartOf(PaymentModel)
  payment!: PaymentModel;
}
