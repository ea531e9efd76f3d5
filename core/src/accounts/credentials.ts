import { IsEmail, Length, Matches, MaxLength, ValidateBy, type ValidationArguments } from 'class-validator';
import { passwordRules, shortestPassword, type PasswordRule } from './passwordRules';

const longestPassword = 128;

const reasons: Readonly<Record<PasswordRule['code'], string>> = {
  long: `The password needs at least ${shortestPassword} characters.`,
  notAddress: 'The password cannot contain the mail address.',
  notCommon: 'This password is among the first that thieves try: choose another.',
  varied: 'The password repeats too few characters: use at least five different ones.',
};

function brokenRule(password: unknown, email: string): PasswordRule | undefined {
  return typeof password === 'string' ? passwordRules(password, email).find(({ met }) => !met) : undefined;
}

/** A password newly chosen, by the rules shown while it is typed. */
function NewPassword(): PropertyDecorator {
  return (target, property) => {
    ValidateBy({
      name: 'passwordRules',
      validator: {
        validate: (value, args) => typeof value === 'string' && !brokenRule(value, emailOf(args)),
        defaultMessage: (args) => reasons[brokenRule(args?.value, emailOf(args))?.code ?? 'long'],
      },
    })(target, property);
    MaxLength(longestPassword, { message: `The password can have at most ${longestPassword} characters.` })(
      target,
      property,
    );
  };
}

export class MailAddress {
  @IsEmail({}, { message: 'Write a full mail address, as in maren@saltwhistle.example.' })
  @MaxLength(254, { message: 'A mail address has at most 254 characters.' })
  email!: string;
}

/** What opens an account. */
export class NewAccount extends MailAddress {
  @NewPassword()
  password!: string;
}

export class Credentials extends MailAddress {
  @Length(1, longestPassword, { message: 'Type the password.' })
  password!: string;
}

/** Digits of a code sent by mail. */
export const codeLength = 6;

function Code(): PropertyDecorator {
  return Matches(/^\d{6}$/, { message: `The code has ${codeLength} digits.` });
}

export class MailCode extends MailAddress {
  @Code()
  code!: string;
}

/** A new password for who can read the account's mail. */
export class PasswordReset extends NewAccount {
  @Code()
  code!: string;
}

/** Proof that whoever is signed in is the holder of the account. */
export class PasswordProof {
  @Length(1, longestPassword, { message: 'Type the password.' })
  password!: string;
}

/** Another password; `email` is the account's own, for the rules. */
export class PasswordChange extends NewAccount {
  @Length(1, longestPassword, { message: 'Type the password you have now.' })
  current!: string;
}

/** Another mail address for the account. */
export class MailChange extends MailAddress {
  @Length(1, longestPassword, { message: 'Type the password.' })
  password!: string;
}

/** The codes sent to the old and the new address. */
export class MailChangeCodes {
  @Code()
  oldCode!: string;

  @Code()
  newCode!: string;
}

/** A code of the second step: six digits of the app, or a recovery code. */
export class SecondStep {
  @Matches(/^(\d{6}|[a-z2-9]{5}-?[a-z2-9]{5})$/, {
    message: 'Type the six digits of your app, or one of your recovery codes.',
  })
  code!: string;
}

/** Both factors, to give the second one up. */
export class TwoStepProof extends SecondStep {
  @Length(1, longestPassword, { message: 'Type the password.' })
  password!: string;
}

function emailOf(args: ValidationArguments | undefined): string {
  return args?.object instanceof MailAddress && typeof args.object.email === 'string' ? args.object.email : '';
}
