import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { mostCodes } from '@tienda/core/basket/basketCodes';
import { basketActions, type BasketAction } from '@tienda/core/basket/basketLine';
import { ListOf, MayBeLeftOut, TextOrNull } from '../../platform/http/readModel';

/** What is chosen for one name. */
export class BasketLineModel {
  @IsInt({ message: 'Years is a whole number.' })
  @Min(1, { message: 'At least one year.' })
  @Max(10, { message: 'At most ten years.' })
  years!: number;

  @IsBoolean({ message: 'Privacy is true or false.' })
  privacy!: boolean;

  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew!: boolean;
}

/** What is chosen for a name in the basket: that it is registered, where not said otherwise. */
export class ChosenLineModel extends BasketLineModel {
  @MayBeLeftOut()
  @IsIn(basketActions, { message: 'The action is register, renew, restore, privacy or transfer.' })
  action?: BasketAction;
}

/** How many names a basket holds. */
export const mostLines = 500;

export class NamedLineModel extends ChosenLineModel {
  @IsString({ message: 'A name is text.' })
  @MaxLength(253, { message: 'A name has at most 253 characters.' })
  name!: string;
}

export class BasketLinesModel {
  @IsArray({ message: 'Lines come as a list.' })
  @ArrayMinSize(1, { message: 'Name at least one line.' })
  @ArrayMaxSize(mostLines, { message: `At most ${mostLines} names at once.` })
  @ListOf(NamedLineModel)
  lines!: NamedLineModel[];
}

export class BasketCodesModel {
  @IsArray({ message: 'Codes come as a list.' })
  @ArrayMaxSize(mostCodes, { message: `At most ${mostCodes} codes in one basket.` })
  @IsString({ each: true, message: 'A code is text.' })
  @MaxLength(40, { each: true, message: 'A code has at most 40 characters.' })
  typed!: string[];

  /** Left out for the best, `null` for none. */
  @TextOrNull()
  @MaxLength(40, { message: 'A code has at most 40 characters.' })
  use?: string | null;
}
