import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import 'reflect-metadata';
import { useEffect } from 'react';
import { Controller, useForm, type Control, type FieldPath } from 'react-hook-form';
import { View } from 'react-native';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { codeLast, Contact, needsPostalCode, needsRegion, regionsOf } from '@tienda/core/contacts/contact';
import { contactKinds, isOrganisation } from '@tienda/core/contacts/contactKind';
import { toULabel } from '@tienda/core/idna/idna';
import { asciiOf, needsLatin } from '@tienda/core/contacts/latin';
import { useCatalogue } from '../../api/catalogue';
import { ApiProblem } from '../../api/client';
import { chargesVat } from '@tienda/core/pricing/tax';
import { useKeepContact, type KeptContact } from '../../api/me';
import { countries, countryText } from '../../texts/format';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { useBuyer } from '../tally/buyer';
import { CardFile } from './CardFile';
import { draftStore, keepDraft } from './draftStore';
import { PhoneField, readablePhone } from './PhoneField';

const words = texts.checkout.holder;
const resolver = classValidatorResolver(Contact);

interface HolderFormProps {
  /** Whose details the form begins with. */
  readonly known: KeptContact | undefined;
  /** What is typed here is for: another person's form does not begin with it. */
  readonly about: string;
  readonly email: string;
  /** Names that it is for, A-labels: some registries take Latin letters only. */
  readonly forNames: readonly string[];
  readonly onKept: (kept: KeptContact) => void;
}

/**
 * Begins with what was typed before and not kept, else with the latest holder. What is typed survives a refusal and
 * a reload, and the first mistake takes the focus.
 */
export function HolderForm({ known, about, email, forNames, onKept }: HolderFormProps) {
  const { customer } = useBuyer();
  const keep = useKeepContact();
  const { control, handleSubmit, watch, setError, setValue, reset } = useForm<Contact>({
    resolver,
    defaultValues: draftStore.get()[about] ?? valuesOf(known, customer.country, email),
    mode: 'onBlur',
    reValidateMode: 'onChange',
  });
  const [kind, country] = watch(['kind', 'country']);
  const typed = watch();
  const catalogue = useCatalogue().data;
  const latinFor = forNames.filter((name) => needsLatin((catalogue && extensionOf(name, catalogue)?.registry) ?? ''));
  const foreign = latinFields.filter(({ of }) => asciiOf(typed[of] ?? '') === undefined);
  useEffect(() => {
    const watching = watch((typed) => keepDraft(about, { ...valuesOf(undefined, '', ''), ...(typed as Contact) }));
    return () => watching.unsubscribe();
  }, [watch, about]);
  const submit = handleSubmit((contact) => {
    const lacking = latinFor.length > 0 ? foreign.filter(({ field }) => !contact[field]) : [];
    for (const { field } of lacking) setError(field, { type: 'latinNeeded', message: words.latinNeeded });
    if (lacking.length > 0) return;
    keep.mutate(withoutUnasked(contact), {
      onSuccess: (kept) => {
        keepDraft(about, undefined);
        onKept(kept);
      },
      onError: (fault) => {
        if (!(fault instanceof ApiProblem)) return;
        for (const { pointer, detail } of fault.errors) {
          const field = fieldAt(pointer);
          if (field) setError(field, { type: 'server', message: detail });
        }
      },
    });
  });
  const code = needsPostalCode(country) ? (
    <TextField control={control} shared name="postalCode" label={words.postalCode} autoComplete="postal-code" />
  ) : null;
  return (
    <Card>
      <CardFile
        onContact={(card) =>
          reset({ ...valuesOf(undefined, country, ''), ...card, phone: readablePhone(card.phone ?? '') })
        }
      />
      <Controller
        control={control}
        name="kind"
        render={({ field, fieldState }) => (
          <Choice
            label={words.kind}
            value={field.value}
            onChange={field.onChange}
            options={contactKinds.map((value) => ({ value, title: words.kinds[value] }))}
            error={fieldError(fieldState.error)}
          />
        )}
      />
      {isOrganisation(kind) ? (
        <TextField control={control} name="organisation" label={words.organisation} autoComplete="organization" />
      ) : null}
      <TextField control={control} name="name" label={words.name} autoComplete="name" />
      <Controller
        control={control}
        name="country"
        render={({ field, fieldState }) => (
          <Choice
            label={words.country}
            value={field.value}
            onChange={(chosen) => {
              field.onChange(chosen);
              setValue('region', '');
            }}
            options={countries().map((value) => ({ value, title: countryText(value) }))}
            autoComplete="country"
            error={fieldError(fieldState.error)}
          />
        )}
      />
      {isOrganisation(kind) && chargesVat(country) ? (
        <TextField control={control} mono name="vatId" label={words.vatId} hint={words.vatHint} autoComplete="off" />
      ) : null}
      <TextField control={control} name="street" label={words.street} autoComplete="street-address" />
      <View style={{ flexDirection: 'row', gap: 12, flexWrap: 'wrap' }}>
        {codeLast(country) ? null : code}
        <TextField control={control} shared name="city" label={words.city} autoComplete="address-level2" />
        {codeLast(country) ? code : null}
      </View>
      {needsRegion(country) ? (
        <Controller
          control={control}
          name="region"
          render={({ field, fieldState }) => (
            <Choice
              label={words.region}
              value={field.value}
              onChange={field.onChange}
              options={['', ...regionsOf(country)].map((value) => ({ value, title: value || words.chooseRegion }))}
              autoComplete="address-level1"
              error={fieldError(fieldState.error)}
            />
          )}
        />
      ) : null}
      {foreign.length > 0 ? (
        <View role="group" aria-label={words.latin}>
          <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
            {latinFor.length > 0 ? words.latinFor(latinFor.map((name) => toULabel(name)).join(', ')) : words.latinWhy}
          </Text>
          {foreign.map(({ field, of }) => (
            <TextField key={field} control={control} name={field} label={words.inLatin(words[of])} autoComplete="off" />
          ))}
        </View>
      ) : null}
      <Controller
        control={control}
        name="phone"
        render={({ field, fieldState }) => (
          <PhoneField
            ref={field.ref}
            country={country}
            value={field.value}
            onChange={field.onChange}
            onBlur={field.onBlur}
            error={fieldError(fieldState.error)}
          />
        )}
      />
      <TextField control={control} name="email" label={words.email} inputMode="email" autoComplete="email" />
      {keep.isError && !isToldAtFields(keep.error) ? <Failure fault={keep.error} /> : null}
      <Action kind="main" title={words.save} busy={keep.isPending} onPress={() => void submit()} />
    </Card>
  );
}

/** What is written in letters, and where it is written in Latin ones. */
const latinFields = [
  { of: 'name', field: 'latinName' },
  { of: 'organisation', field: 'latinOrganisation' },
  { of: 'street', field: 'latinStreet' },
  { of: 'city', field: 'latinCity' },
] as const;

/** The field that a problem of the server is about. */
function fieldAt(pointer: string) {
  return fields.find((name) => `/${name}` === pointer);
}

/** True where all that is wrong is said at its field already. */
function isToldAtFields(fault: Error): boolean {
  if (!(fault instanceof ApiProblem) || fault.errors.length === 0) return false;
  return fault.errors.every(({ pointer }) => fieldAt(pointer) !== undefined);
}

function valuesOf(known: Contact | undefined, country: string, email: string): Contact {
  return {
    kind: known?.kind ?? 'person',
    name: known?.name ?? '',
    organisation: known?.organisation ?? '',
    vatId: known?.vatId ?? '',
    street: known?.street ?? '',
    city: known?.city ?? '',
    region: known?.region ?? '',
    latinName: known?.latinName ?? '',
    latinOrganisation: known?.latinOrganisation ?? '',
    latinStreet: known?.latinStreet ?? '',
    latinCity: known?.latinCity ?? '',
    postalCode: known?.postalCode ?? '',
    country: known?.country ?? country,
    phone: known?.phone ?? '',
    email: known?.email ?? email,
  };
}

/** What was typed in a field that is not asked for any more, or left empty, is left out. */
function withoutUnasked({ vatId, ...contact }: Contact): Contact {
  const { latinName, latinOrganisation, latinStreet, latinCity, ...plain } = contact;
  const latin = Object.entries({ latinName, latinOrganisation, latinStreet, latinCity }).filter(([, text]) => text);
  const written = { ...plain, ...Object.fromEntries(latin) };
  if (!isOrganisation(contact.kind)) return { ...written, organisation: '' };
  return vatId && chargesVat(contact.country) ? { ...written, vatId } : written;
}

const fields: readonly FieldPath<Contact>[] = ['kind', 'name', 'organisation', 'vatId', 'street', 'city', 'region', 'postalCode', 'country', 'phone', 'email', 'latinName', 'latinOrganisation', 'latinStreet', 'latinCity']; // oxfmt-ignore

/** In the reader's language: rules are known by their name, what the server said is said already. */
function fieldError(error: { readonly type: string; readonly message?: string } | undefined): string | undefined {
  return error?.message === undefined ? undefined : problemText(error.type, error.message);
}

interface TextFieldProps {
  readonly control: Control<Contact>;
  readonly name: Exclude<FieldPath<Contact>, 'kind'>;
  readonly label: string;
  readonly hint?: string;
  readonly shared?: boolean;
  readonly mono?: boolean;
  readonly inputMode?: 'tel' | 'email';
  readonly autoComplete: string;
}

function TextField({ control, name, label, ...rest }: TextFieldProps) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <Field
          {...rest}
          ref={field.ref}
          label={label}
          value={field.value ?? ''}
          onChange={field.onChange}
          onBlur={field.onBlur}
          error={fieldError(fieldState.error)}
        />
      )}
    />
  );
}
