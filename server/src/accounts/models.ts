import { IsBoolean } from 'class-validator';
import { MayBeLeftOut } from '../http/readModel';

export class AccountChoices {
  @MayBeLeftOut()
  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew?: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'Marketing mail is true or false.' })
  marketing?: boolean;
}
