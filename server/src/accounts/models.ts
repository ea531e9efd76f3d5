import { IsBoolean } from 'class-validator';

export class AccountChoices {
  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew!: boolean;
}
