import { languages, type Language } from '@tienda/core/accounts/language';
import { IsBoolean, IsIn } from 'class-validator';
import { MayBeLeftOut } from '../../platform/http/readModel';

export class AccountChoices {
  @MayBeLeftOut()
  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew?: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'Marketing mail is true or false.' })
  marketing?: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'Attaching invoices is true or false.' })
  invoiceFiles?: boolean;

  @MayBeLeftOut()
  @IsIn(languages, { message: `The language is one of ${languages.join(', ')}.` })
  language?: Language;
}
