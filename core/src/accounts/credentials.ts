import { IsEmail, Length, Matches, MaxLength, ValidateBy, type ValidationArguments } from 'class-validator';
import { passwordRules, shortestPassword, type PasswordRule } from './passwordRules';

const longestPassword = 128;

const reasons: Readonly<Record<PasswordRule['code'], string>> = {
  long: `The password needs at least ${shortestPassword} characters.`,
  notAddress: 'The password cannot contain the mail address.',
  varied: 'The password repeats too few characters: use at least five different ones.',
};

function brokenRule(password: unknown, email: string): PasswordRule | undefined {
  return typeof password === 'string' ? passwordRules(password, email).find(({ met }) => !met) : undefined;
}

export class MailAddress {
  @IsEmail({}, { message: 'Write a full mail address, as in maren@saltwhistle.example.' })
  @MaxLength(254, { message: 'A mail address has at most 254 characters.' })
  email!: string;
}

/** What opens an account. */
export class NewAccount extends MailAddress {
  @ValidateBy({
    name: 'passwordRules',
    validator: {
      validate: (value, args) => typeof value === 'string' && !brokenRule(value, emailOf(args)),
      defaultMessage: (args) => reasons[brokenRule(args?.value, emailOf(args))?.code ?? 'long'],
    },
  })
  @MaxLength(longestPassword, { message: `The password can have at most ${longestPassword} characters.` })
  password!: string;
}

export class Credentials extends MailAddress {
  @Length(1, longestPassword, { message: 'Type the password.' })
  password!: string;
}

/** Digits of a code sent by mail. */
export const codeLength = 6;

export class MailCode extends MailAddress {
  @Matches(/^\d{6}$/, { message: `The code has ${codeLength} digits.` })
  code!: string;
}

function emailOf(args: ValidationArguments | undefined): string {
  return args?.object instanceof MailAddress && typeof args.object.email === 'string' ? args.object.email : '';
}
