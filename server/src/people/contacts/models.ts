import { IsString, IsUUID, MaxLength } from 'class-validator';
import { MayBeLeftOut } from '../../platform/http/readModel';

/** Who is what to names, by the ids of contacts. */
export class RolesModel {
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
