import { isOneLine } from '../text/unkeepable';
import {
  IsEmail,
  IsIn,
  IsISO31661Alpha2,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  ValidateBy,
  ValidateIf,
  type ValidationArguments,
} from 'class-validator';
import { parsePhoneNumberFromString } from 'libphonenumber-js';
import validator from 'validator';
import regionData from './data/regions.json';
import { contactKinds, isOrganisation, type ContactKind } from './contactKind';

/** Countries whose addresses are incomplete without a state, province or prefecture, with all there are. */
const regionsByCountry: Readonly<Record<string, readonly string[]>> = regionData;

export function needsRegion(country: string): boolean {
  return Object.hasOwn(regionsByCountry, country);
}

/** The states, provinces or prefectures of a country, by name; none where addresses do not say them. */
export function regionsOf(country: string): readonly string[] {
  return regionsByCountry[country] ?? [];
}

/** Countries that write the postal code after the town. */
const countriesWithCodeLast = new Set(['US', 'CA', 'AU', 'GB', 'IE', 'NZ', 'IN', 'SG', 'ZA', 'KR', 'TW', 'TH']);

export function codeLast(country: string): boolean {
  return countriesWithCodeLast.has(country);
}

/** Countries that have no postal codes, or none that everybody has. */
const countriesWithoutPostalCode = new Set(['HK', 'AE', 'QA', 'PA', 'JM', 'GH', 'KE', 'UG', 'FJ', 'BS']);

export function needsPostalCode(country: string): boolean {
  return !countriesWithoutPostalCode.has(country);
}

/** One line: nothing in it that cannot be seen. */
function SingleLine(): PropertyDecorator {
  return ValidateBy({
    name: 'singleLine',
    validator: {
      validate: (value) => typeof value !== 'string' || isOneLine(value),
      defaultMessage: () => 'There is a character here that cannot be seen: type this again.',
    },
  });
}

/** Required text of at most `max` characters; `field` as the message says it. */
function Text(field: string, max: number): PropertyDecorator {
  return (target, property) => {
    SingleLine()(target, property);
    ValidateBy({
      name: 'neededText',
      validator: {
        validate: (value) => textOf(value) !== '' && textOf(value).length <= max,
        defaultMessage: (args) =>
          textOf(args?.value) === '' ? `${field} is needed.` : `${field} can have at most ${max} characters.`,
      },
    })(target, property);
  };
}

/** A text in ASCII that need not be there. */
function Latin(max: number): PropertyDecorator {
  return (target, property) => {
    IsOptional()(target, property);
    Matches(/^[\x20-\x7e]*$/, { message: 'Write this in Latin letters without marks.' })(target, property);
    MaxLength(max, { message: `This can have at most ${max} characters.` })(target, property);
  };
}

const textOf = (value: unknown): string => (typeof value === 'string' ? value.trim() : '');

/** The holder or another contact of a name, as typed and as stored. */
export class Contact {
  @IsIn(contactKinds, { message: 'Choose who holds the name: a person, a company, an association or a public body.' })
  kind!: ContactKind;

  @Text('The full name', 120)
  name!: string;

  @ValidateBy({
    name: 'organisationWhenNeeded',
    validator: {
      validate: (value, args) => !isOrganisation(contactOf(args).kind) || textOf(value) !== '',
      defaultMessage: () => 'The name of the organisation that will hold the name is needed.',
    },
  })
  @ValidateIf((contact: Contact) => isOrganisation(contact.kind) || contact.organisation !== undefined)
  @SingleLine()
  @MaxLength(160, { message: 'The organisation can have at most 160 characters.' })
  organisation?: string;

  /** Of an organisation in the European Union; its check digits are the server's to look at. */
  @IsOptional()
  @IsString({ message: 'A VAT number is text.' })
  @SingleLine()
  @MaxLength(20, { message: 'A VAT number has at most 20 characters.' })
  vatId?: string;

  /** The same in Latin letters, where the contact is written in others; some registries take nothing else. */
  @Latin(120)
  latinName?: string;

  @Latin(160)
  latinOrganisation?: string;

  @Latin(120)
  latinStreet?: string;

  @Latin(80)
  latinCity?: string;

  @Text('Street and number', 120)
  street!: string;

  @Text('The town or city', 80)
  city!: string;

  @ValidateBy({
    name: 'regionWhenNeeded',
    validator: {
      validate: (value, args) => {
        const { country } = contactOf(args);
        return !needsRegion(country) || regionsOf(country).includes(textOf(value));
      },
      defaultMessage: () => 'Addresses in this country need a state or province: choose one.',
    },
  })
  @SingleLine()
  @MaxLength(80, { message: 'The state or province can have at most 80 characters.' })
  region!: string;

  @ValidateBy({
    name: 'postalCodeOfCountry',
    validator: {
      validate: (value, args) => isPostalCodeIn(textOf(value), contactOf(args).country),
      defaultMessage: (args) =>
        textOf(args?.value) === ''
          ? 'A postal code is needed in this country.'
          : `“${textOf(args?.value)}” is not written as a postal code of this country: check it.`,
    },
  })
  @MaxLength(16, { message: 'A postal code has at most 16 characters.' })
  postalCode!: string;

  @IsISO31661Alpha2({ message: 'Choose a country.' })
  country!: string;

  @ValidateBy({
    name: 'phoneNumber',
    validator: {
      validate: (value) => e164(textOf(value)) !== undefined,
      defaultMessage: () => 'Write the phone number with its country code, as in +353 20 915 0123.',
    },
  })
  phone!: string;

  @IsEmail({}, { message: 'Write a mail address that can receive, as in maren@saltwhistle.example.' })
  @MaxLength(254, { message: 'A mail address has at most 254 characters.' })
  email!: string;
}

function contactOf(args: ValidationArguments | undefined): Contact {
  if (args?.object instanceof Contact) return args.object;
  throw new TypeError('These rules are for contacts');
}

/** True where the text is written as postal codes of the country are; any text where the form is not known. */
export function isPostalCodeIn(text: string, country: string): boolean {
  if (text === '') return !needsPostalCode(country);
  const locale = validator.isPostalCodeLocales.find((known) => known === country);
  return locale === undefined || validator.isPostalCode(text, locale);
}

/**
 * The number in E.164 form, `+353209150123`, or undefined where it cannot be one. Its length is checked
 * against its country; whether the range is in use is not, since ranges open faster than tables change.
 */
export function e164(typed: string): string | undefined {
  const number = parsePhoneNumberFromString(typed);
  return number?.isPossible() ? number.number : undefined;
}
