import { PasswordProof } from '@tienda/core/accounts/credentials';
import { helperScopes, type HelperScope, type Leave } from '@tienda/core/accounts/helper';
import { currencies, type Currency } from '@tienda/core/money/money';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsEmail,
  IsIn,
  IsInt,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { MayBeLeftOut, PartOf } from '../../platform/http/readModel';

const mostOfEach = 500;
/** A million, in the smallest unit. */
const mostAMonth = 100_000_000;

class MonthlyModel {
  @IsInt({ message: 'A limit is a whole number of the smallest unit.' })
  @Min(1, { message: 'A limit is more than nothing.' })
  @Max(mostAMonth, { message: 'A limit is at most a million.' })
  amount!: number;

  @IsIn(currencies, { message: 'Choose one of the currencies offered.' })
  currency!: Currency;
}

/** What is left to a helper, for the owner's password once more. */
export class LeaveModel extends PasswordProof {
  @IsArray({ message: 'What they may do comes as a list.' })
  @IsIn(helperScopes, { each: true, message: 'They can see, dns, buy or manage.' })
  scopes!: HelperScope[];

  /** Ids of groups; of all names, where neither groups nor names are given. */
  @MayBeLeftOut()
  @IsArray({ message: 'Groups come as a list.' })
  @ArrayMaxSize(mostOfEach, { message: `At most ${mostOfEach} groups.` })
  @IsUUID(undefined, { each: true, message: 'A group is named by its id.' })
  groups?: string[];

  /** A-labels. */
  @MayBeLeftOut()
  @IsArray({ message: 'Names come as a list.' })
  @ArrayMaxSize(mostOfEach, { message: `At most ${mostOfEach} names one by one: put them in a group.` })
  @IsString({ each: true, message: 'A name is text.' })
  @MaxLength(253, { each: true, message: 'A name has at most 253 characters.' })
  names?: string[];

  /** For how much they may buy in a calendar month, tax included. */
  @MayBeLeftOut()
  @PartOf(MonthlyModel)
  monthly?: MonthlyModel;

  @IsBoolean({ message: 'To be told what they change is true or false.' })
  tells!: boolean;
}

export class InvitationModel extends LeaveModel {
  @IsEmail({}, { message: 'Write a full mail address, as in lotte@quayquill.example.' })
  @MaxLength(254, { message: 'A mail address has at most 254 characters.' })
  email!: string;
}

export function leaveIn({ scopes, groups, names, monthly, tells }: LeaveModel): Leave {
  return {
    scopes: helperScopes.filter((scope) => scopes.includes(scope)),
    reach: groups || names ? { groups: groups ?? [], names: names ?? [] } : 'all',
    ...(monthly && scopes.includes('buy') ? { monthly: { amount: monthly.amount, currency: monthly.currency } } : {}),
    tells,
  };
}
