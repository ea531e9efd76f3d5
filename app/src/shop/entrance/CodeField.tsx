import { Field } from '../../ui/Field';

interface CodeFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error: string | undefined;
  readonly onSubmit?: () => void;
  /** Recovery codes are longer than codes of mail and app. */
  readonly recovery?: boolean;
}

/** Where a code is typed that came by mail or is shown by an app. */
export function CodeField({ label, value, onChange, error, onSubmit, recovery = false }: CodeFieldProps) {
  return (
    <Field
      label={label}
      value={value}
      onChange={onChange}
      inputMode={recovery ? 'text' : 'numeric'}
      autoComplete="one-time-code"
      maxLength={recovery ? 11 : 6}
      mono
      {...(onSubmit ? { onSubmitEditing: onSubmit } : {})}
      error={error}
    />
  );
}
