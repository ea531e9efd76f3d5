import Input from '@rneui/themed/dist/Input';
import X from 'lucide-react-native/icons/x';
import type { RefObject } from 'react';
import type { TextInput } from 'react-native';
import { texts } from '../../texts/texts';
import { IconButton } from '../../ui/IconButton';
import { Text } from '../../ui/Text';
import { fonts, themed, useFocusFrame, usePalette } from '../../ui/theme';

interface SearchBoxProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly wide: boolean;
  readonly ref: RefObject<TextInput | null>;
}

/** Where one types a name, a word, an address or a list. */
export function SearchBox({ value, onChange, wide, ref }: SearchBoxProps) {
  const styles = useStyles();
  const { pine, quiet, terracotta } = usePalette();
  const { frame, handlers } = useFocusFrame();
  const clear = (
    <IconButton look="bare" label={texts.find.clear} onPress={() => onChange('')}>
      <X size={22} color={pine} aria-hidden />
    </IconButton>
  );
  const key = (
    <Text kind="name" colour="quiet" aria-hidden>
      /
    </Text>
  );
  return (
    <Input
      ref={ref as never}
      value={value}
      onChangeText={onChange}
      aria-label={texts.find.label}
      placeholder={texts.find.placeholder}
      placeholderTextColor={quiet}
      inputMode="search"
      autoComplete="off"
      autoCorrect={false}
      autoCapitalize="none"
      spellCheck={false}
      renderErrorMessage={false}
      selectionColor={terracotta}
      containerStyle={styles.container}
      inputContainerStyle={[styles.frame, frame]}
      {...handlers}
      inputStyle={styles.input}
      {...(value !== '' ? { rightIcon: clear } : wide ? { rightIcon: key } : {})}
    />
  );
}

const useStyles = themed((palette) => ({
  container: { paddingHorizontal: 0, flex: 1 },
  frame: {
    borderWidth: 2,
    borderBottomWidth: 2,
    borderColor: palette.pine,
    borderRadius: 9,
    backgroundColor: palette.card,
    paddingLeft: 14,
    paddingRight: 6,
    minHeight: 50,
  },
  input: { fontFamily: fonts.mono, fontSize: 19, color: palette.pine, minHeight: 48, outlineStyle: 'none' as never },
}));
