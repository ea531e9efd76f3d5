import { Pressable, StyleSheet } from 'react-native';
import { palette } from './palette';
import { Text } from './Text';

interface ChipProps {
  readonly title: string;
  readonly pressed: boolean;
  /** It opens and closes something. */
  readonly expanded?: boolean;
  readonly onPress: () => void;
}

/** A choice in the shape of a chip, pressed or not. */
export function Chip({ title, pressed, expanded, onPress }: ChipProps) {
  return (
    <Pressable
      role="button"
      {...(expanded === undefined ? { 'aria-pressed': pressed } : { 'aria-expanded': expanded })}
      onPress={onPress}
      style={[styles.chip, pressed && styles.pressed]}
    >
      <Text kind="small" colour={pressed ? 'card' : 'pine'}>
        {title}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  chip: {
    minHeight: 44,
    justifyContent: 'center',
    paddingHorizontal: 13,
    borderRadius: 22,
    borderWidth: 1,
    borderColor: palette.line,
    backgroundColor: palette.card,
  },
  pressed: { backgroundColor: palette.pine, borderColor: palette.pine },
});
