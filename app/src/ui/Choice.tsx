import { createElement, useId } from 'react';
import { View } from 'react-native';
import { palette } from './palette';
import { Text } from './Text';
import { fonts } from './theme';
import { useLongList } from './useLongList';

interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly title: string }[];
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  readonly autoComplete?: string;
}

/** One of a list. The browser's own list: it is searched by typing, and fits the thumb on every phone. */
export function Choice({ label, value, options, onChange, error, autoComplete }: ChoiceProps) {
  const id = useId();
  const { shown, handlers } = useLongList(options, value, autoComplete !== undefined);
  const select = createElement(
    'select',
    {
      id,
      value,
      autoComplete,
      ...handlers,
      'aria-invalid': error !== undefined,
      onChange: (event: { target: { value: string } }) => onChange(event.target.value),
      style: {
        fontFamily: fonts.text,
        fontSize: 16,
        minHeight: 46,
        borderRadius: 8,
        border: `${error ? 2 : 1}px solid ${error ? palette.plum : palette.quiet}`,
        padding: '0 10px',
        color: palette.pine,
        backgroundColor: palette.card,
        width: '100%',
      },
    },
    shown.map((option) => createElement('option', { key: option.value, value: option.value }, option.title)),
  );
  return (
    <View style={{ gap: 4, marginBottom: 12 }}>
      {createElement(
        'label',
        { htmlFor: id },
        <Text kind="small" style={{ fontWeight: '600' }}>
          {label}
        </Text>,
      )}
      {select}
      {error ? (
        <Text kind="small" colour="plum" role="alert">
          {error}
        </Text>
      ) : null}
    </View>
  );
}
