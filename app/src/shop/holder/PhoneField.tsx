import { getCountries, getCountryCallingCode, isSupportedCountry, parsePhoneNumberFromString } from 'libphonenumber-js';
import { useMemo, useState, type Ref } from 'react';
import { View, type TextInput } from 'react-native';
import { countryText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Choice } from '../../ui/Choice';
import { Field } from '../../ui/Field';

const words = texts.checkout.holder;

/** A number in its international form, with spaces, where it can be told; else as it is. */
export function readablePhone(number: string): string {
  return parsePhoneNumberFromString(number)?.formatInternational() ?? number;
}

interface PhoneFieldProps {
  /** Of the address: what the phone's country is at first. */
  readonly country: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onBlur: () => void;
  readonly error: string | undefined;
  readonly ref?: Ref<TextInput>;
}

/** A phone number and its country. Typed as at home, it is put in its international form when it is left. */
export function PhoneField({ country, value, onChange, onBlur, error, ref }: PhoneFieldProps) {
  const [picked, setPicked] = useState<string>();
  const known = parsePhoneNumberFromString(value)?.country;
  const chosen = known ?? picked ?? country;
  const options = useMemo(
    () =>
      getCountries()
        .map((code) => ({ value: code, title: `${countryText(code)} +${getCountryCallingCode(code)}` }))
        .sort((a, b) => a.title.localeCompare(b.title)),
    [],
  );
  const pick = (code: string) => {
    setPicked(code);
    const number = parsePhoneNumberFromString(value, known);
    if (number && isSupportedCountry(code)) onChange(`+${getCountryCallingCode(code)} ${number.nationalNumber}`);
  };
  const leave = () => {
    const number = isSupportedCountry(chosen) ? parsePhoneNumberFromString(value, chosen) : undefined;
    if (number?.isPossible()) onChange(number.formatInternational());
    onBlur();
  };
  return (
    <View>
      <Choice label={words.phoneCountry} value={chosen} options={options} onChange={pick} />
      <Field
        {...(ref ? { ref } : {})}
        label={words.phone}
        hint={words.phoneHint}
        value={value}
        onChange={onChange}
        onBlur={leave}
        inputMode="tel"
        autoComplete="tel"
        error={error}
      />
    </View>
  );
}
