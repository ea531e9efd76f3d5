import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { NativeChoice } from './NativeChoice';
import { palette } from './palette';
import { useGroupName } from './RadioGroup';
import { Text } from './Text';
import { fonts, thumb } from './theme';
import { useSteady } from './useSteady';

interface OptionProps {
  readonly title: string;
  readonly detail?: string;
  readonly aside?: string;
  readonly checked: boolean;
  readonly onPress: () => void;
  readonly mono?: boolean;
}

/** One of several, of which one is chosen: a round mark, words, and what it comes to. Stands in a `RadioGroup`. */
export function Option({ onPress, ...rest }: OptionProps) {
  return <Choosable {...rest} onPress={useSteady(onPress)} />;
}

/** Drawn again only when it says something else. */
const Choosable = memo(function Choosable(props: OptionProps) {
  const { title, detail = '', aside = '', checked, onPress, mono = false } = props;
  return (
    <NativeChoice
      type="radio"
      name={useGroupName()}
      label={[title, aside, detail].filter(Boolean).join(', ')}
      checked={checked}
      onChange={onPress}
    >
      <View style={styles.row}>
        <View style={[styles.ring, checked && styles.ringOn]}>{checked ? <View style={styles.dot} /> : null}</View>
        <View style={styles.words}>
          <Text kind="strong" style={mono && { fontFamily: fonts.mono }}>
            {title}
          </Text>
          {detail ? (
            <Text kind="small" colour="quiet">
              {detail}
            </Text>
          ) : null}
        </View>
        {aside ? (
          <Text kind="small" colour="sage" style={styles.aside}>
            {aside}
          </Text>
        ) : null}
      </View>
    </NativeChoice>
  );
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: thumb, paddingVertical: 4 },
  ring: {
    width: 20,
    height: 20,
    borderRadius: 10,
    borderWidth: 2,
    borderColor: palette.quiet,
    alignItems: 'center',
    justifyContent: 'center',
  },
  ringOn: { borderColor: palette.pine },
  dot: { width: 10, height: 10, borderRadius: 5, backgroundColor: palette.pine },
  words: { flex: 1 },
  aside: { fontWeight: '600' },
});
