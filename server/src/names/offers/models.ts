import { IsIn, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { MayBeLeftOut } from '../../platform/http/readModel';

const least = 5000;
const most = 100_000_000;

export class AmountModel {
  @IsInt({ message: 'The amount is a whole number of US cents.' })
  @Min(least, { message: 'Offer at least 50 dollars.' })
  @Max(most, { message: 'Offer at most a million dollars.' })
  amount!: number;
}

export class NewOffer extends AmountModel {
  @IsString({ message: 'Name the name.' })
  @MaxLength(253, { message: 'A name has at most 253 characters.' })
  name!: string;

  @IsIn(['buyer', 'holder'], { message: 'The fee is paid by the buyer or the holder.' })
  feePaidBy!: 'buyer' | 'holder';

  /** What whoever makes it was shown for moving a premium name here; nothing, where left out. */
  @MayBeLeftOut()
  @IsInt({ message: 'What the move costs is a whole number of US cents.' })
  @Min(0, { message: 'A move costs nothing or more.' })
  @Max(most, { message: 'A move costs at most a million dollars.' })
  move?: number;

  @IsString({ message: 'The message is text.' })
  @MaxLength(1000, { message: 'A message has at most 1000 characters.' })
  message!: string;
}
