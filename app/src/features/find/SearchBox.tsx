import Input from '@rneui/themed/dist/Input';
import FileUp from 'lucide-react-native/icons/file-up';
import X from 'lucide-react-native/icons/x';
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { StyleSheet, View, type TextInput } from 'react-native';
import { texts } from '../../texts/texts';
import { FileInput } from '../../ui/FileInput';
import { IconButton } from '../../ui/IconButton';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { fonts, useFocusFrame } from '../../ui/theme';
import { useTypedEarly } from '../../ui/useTypedEarly';

/** How long typing must rest before it is searched for. */
const restMs = 10;

interface SearchBoxProps {
  /** What is searched for. */
  readonly query: string;
  /** Called when typing rests. */
  readonly onSearch: (query: string) => void;
  readonly wide: boolean;
  readonly ref: RefObject<TextInput | null>;
}

/** Where one types a name, a word, an address or a list, or gives a file of names. */
export function SearchBox({ query, onSearch, wide, ref }: SearchBoxProps) {
  const [value, onChange] = useTyped(query, onSearch);
  useTypedEarly(ref, value, onChange);
  const { pine, quiet, terracotta } = palette;
  const { frame, handlers } = useFocusFrame();
  const clear = (
    <IconButton look="bare" label={texts.find.clear} onPress={() => onChange('')}>
      <X size={22} color={pine} aria-hidden />
    </IconButton>
  );
  const empty = (
    <View style={styles.empty}>
      <NameFile onNames={(names) => onChange(names.join('\n'))} />
      {wide ? (
        <Text kind="name" colour="quiet" aria-hidden>
          /
        </Text>
      ) : null}
    </View>
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
      rightIcon={value === '' ? empty : clear}
    />
  );
}

/** What is typed shows at once; the rest of the screen hears of it when typing rests. */
function useTyped(query: string, onSearch: (query: string) => void) {
  const [typed, setTyped] = useState(query);
  const searched = useRef(query);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const search = useRef(onSearch);
  useEffect(() => {
    search.current = onSearch;
  }, [onSearch]);
  useEffect(() => {
    if (query === searched.current) return;
    searched.current = query;
    setTyped(query);
  }, [query]);
  useEffect(() => () => clearTimeout(waiting.current), []);
  const type = useCallback((text: string) => {
    setTyped(text);
    clearTimeout(waiting.current);
    waiting.current = setTimeout(() => {
      searched.current = text;
      search.current(text);
    }, restMs);
  }, []);
  return [typed, type] as const;
}

/** Reads the names of a CSV or text file. */
function NameFile({ onNames }: { readonly onNames: (names: readonly string[]) => void }) {
  const { quiet } = palette;
  const input = useRef<HTMLInputElement>(null);
  const read = async (text: string) => {
    const { namesInFile } = await import('@tienda/core/formats/csv');
    onNames(namesInFile(text));
  };
  return (
    <>
      <IconButton look="bare" label={texts.find.fromFile} onPress={() => input.current?.click()}>
        <FileUp size={20} color={quiet} aria-hidden />
      </IconButton>
      <FileInput ref={input} label={texts.find.fromFile} onText={(text) => void read(text)} />
    </>
  );
}

const styles = StyleSheet.create({
  empty: { flexDirection: 'row', alignItems: 'center', gap: 4, paddingRight: 6 },
  container: { paddingHorizontal: 0, flex: 1, minWidth: 0 },
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
  input: {
    fontFamily: fonts.mono,
    fontSize: 19,
    color: palette.pine,
    minHeight: 48,
    minWidth: 0,
    outlineStyle: 'none' as never,
  },
});
