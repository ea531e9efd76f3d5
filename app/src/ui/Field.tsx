import Input from '@rneui/themed/dist/Input';
import type { ComponentProps, Ref } from 'react';
import { useId, useImperativeHandle, useRef } from 'react';
import { StyleSheet, View, type TextInput } from 'react-native';
import { palette } from './palette';
import { Text } from './Text';
import { fonts, useFocusFrame } from './theme';
import { useTypedEarly } from './useTypedEarly';

interface FieldProps extends Pick<
  ComponentProps<typeof TextInput>,
  'inputMode' | 'secureTextEntry' | 'onBlur' | 'maxLength' | 'placeholder' | 'onSubmitEditing' | 'multiline'
> {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  readonly hint?: string | undefined;
  readonly mono?: boolean;
  /** A token of the HTML standard: `address-level2`. */
  readonly autoComplete?: string;
  /** Shares its row with other fields. */
  readonly shared?: boolean;
  readonly ref?: Ref<TextInput>;
}

/** What people write with capitals, by its token: a phone's keyboard begins each word with one. */
const capitalised: ReadonlySet<string> = new Set([
  'name',
  'organization',
  'street-address',
  'address-level1',
  'address-level2',
]);

/** A line to type in: its label above, what is wrong with it below. */
export function Field({
  label,
  value,
  onChange,
  error,
  hint,
  mono = false,
  shared = false,
  ref,
  onBlur,
  autoComplete = 'off',
  ...rest
}: FieldProps) {
  const id = useId();
  const field = useRef<TextInput>(null);
  useImperativeHandle(ref, () => field.current as TextInput);
  useTypedEarly(field, value, onChange);
  // Of names, addresses and codes no dictionary knows better, nor where a sentence begins.
  const isProse = rest.multiline === true && !mono;
  // React Native has other words for some of the tokens; the browser takes its own.
  const forBrowser: object = { autoComplete };
  const { frame, handlers } = useFocusFrame(onBlur ?? undefined);
  return (
    <View style={[styles.field, shared && styles.shared]}>
      <Text kind="small" nativeID={`${id}-label`} style={styles.label}>
        {label}
      </Text>
      <Input
        ref={field as never}
        value={value}
        onChangeText={onChange}
        autoCapitalize={capitalised.has(autoComplete) ? 'words' : isProse ? 'sentences' : 'none'}
        spellCheck={isProse}
        aria-labelledby={`${id}-label`}
        aria-invalid={error !== undefined}
        aria-describedby={(error ?? hint) ? `${id}-note` : undefined}
        renderErrorMessage={false}
        containerStyle={styles.container}
        inputContainerStyle={[styles.frame, error !== undefined && styles.wrong, frame]}
        inputStyle={[styles.input, mono && { fontFamily: fonts.mono }, rest.multiline && styles.lines]}
        selectionColor={palette.terracotta}
        placeholderTextColor={palette.quiet}
        {...rest}
        {...forBrowser}
        {...handlers}
      />
      {(error ?? hint) ? (
        <Text kind="small" colour={error ? 'plum' : 'quiet'} nativeID={`${id}-note`} role={error ? 'alert' : undefined}>
          {error ?? hint}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  field: { gap: 4, marginBottom: 12 },
  shared: { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 120 },
  label: { fontWeight: '600' },
  container: { paddingHorizontal: 0 },
  frame: {
    borderWidth: 1,
    borderBottomWidth: 1,
    borderColor: palette.quiet,
    borderRadius: 8,
    backgroundColor: palette.card,
    minHeight: 46,
    paddingHorizontal: 12,
  },
  wrong: { borderColor: palette.plum, borderWidth: 2 },
  lines: { minHeight: 96, paddingVertical: 10 },
  input: { fontFamily: fonts.text, fontSize: 16, color: palette.pine, minHeight: 44, outlineStyle: 'none' as never },
});
